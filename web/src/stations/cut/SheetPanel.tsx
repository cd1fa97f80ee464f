import {
  sheetsToCut,
  markOf,
  OVERLAP,
  PAPERS,
  sheetOf,
  staleFaces,
  tilingOf,
  type SheetVariant,
  type Tiling,
} from '@young-shell/core/cut';
import { faceWord, faceWords, facesOf, type CutSettings } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { format } from 'date-fns';
import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { download, stem } from '../../ui/download';
import { Section } from '../../ui/Section';
import { run } from '../../work/work';
import { SheetPicture } from './SheetPicture';

/** The 1:1 sheets: a picture of each face, paper, ruler correction, and the files. */
export function SheetPanel() {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const [busy, setBusy] = useState(false);
  const [chosen, setChosen] = useState<string>();
  const [variant, setVariant] = useState<SheetVariant>('full');
  const [together, setTogether] = useState(false);
  const faces = useMemo(() => sheetsToCut(document, assembly), [document, assembly]);
  const face = chosen && faces.includes(chosen) ? chosen : faces[0];
  const { cut } = document;
  const set = (patch: Partial<CutSettings>) => submit({ type: 'setCut', cut: patch });
  const file = stem(document.name);
  const scale: [number, number] = [100 / cut.ruler.horizontal, 100 / cut.ruler.vertical];
  const tiling: Tiling | undefined = useMemo(() => {
    if (!face) return undefined;
    const sheet = sheetOf(document, face, assembly);
    return tilingOf(sheet.width, sheet.height, cut.paper, [100 / cut.ruler.horizontal, 100 / cut.ruler.vertical]);
  }, [document, assembly, face, cut]);
  const stale = useMemo(() => staleFaces(document, assembly), [document, assembly]);
  const pdf = async (only?: string[]) => {
    setBusy(true);
    try {
      const named = variant === 'full' ? '' : `-${variant}`;
      download(
        `${file}-${only ? only[0] : 'sheets'}${named}.pdf`,
        'application/pdf',
        (await run('short', 'cut', 'sheets', [document, only, variant, together && !only, unit])) as BlobPart,
      );
      if (variant !== 'full') return;
      const printed = only ?? faces;
      submit({
        type: 'setPrinted',
        faces: printed,
        mark: Object.fromEntries(printed.map((f) => [f, markOf(sheetOf(document, f, assembly))])),
        when: format(new Date(), 'd MMM yyyy'),
      });
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const drawing = async (kind: 'svg' | 'dxf') => {
    if (!face) return;
    try {
      const text = await run('short', 'cut', kind, [document, face, variant]);
      download(`${file}-${face}.${kind}`, kind === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf', text);
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const ruler = (way: 'horizontal' | 'vertical', mm: number) =>
    mm < 80 || mm > 120
      ? `${mm} mm is no 100 mm ruler; enter 80 to 120 mm. Did “fit to page” shrink the sheet?`
      : set({ ruler: { ...cut.ruler, [way]: mm } });
  return (
    <Section title="1:1 sheets">
      {!face ? (
        <p className="m-0 text-ink-soft">
          Nothing is to be cut yet: no part reaches a face. Place the board with its sockets at a face first.
        </p>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap gap-1.5" role="radiogroup" aria-label="Face">
            {faces.map((f) => (
              <button
                key={f}
                type="button"
                role="radio"
                aria-checked={f === face}
                className={`min-h-8 rounded-sm border px-2.5 font-label font-semibold ${f === face ? 'border-ink bg-ink text-sheet' : 'border-line-strong'}`}
                onClick={() => setChosen(f)}
              >
                {facesOf(document.shell.hull).includes(f)
                  ? f === 'bottom'
                    ? 'floor'
                    : f
                  : sheetOf(document, f, assembly).title}
              </button>
            ))}
          </div>
          <SheetPicture document={document} assembly={assembly} face={face} tiling={tiling!} />
          <p className="my-2 text-sm text-ink-soft">
            {tiling!.tiles.length} {PAPERS[cut.paper].label} page{tiling!.tiles.length === 1 ? '' : 's'} (
            {tiling!.columns} × {tiling!.rows}), {inUnit(`${OVERLAP} mm`, unit)} overlap, and the hole table
            {scale[0] !== 1 || scale[1] !== 1
              ? `; drawn at ${scale.map((s) => (100 * s).toFixed(2)).join(' × ')} % to correct the printer`
              : ''}
            .
          </p>
          <div className="flex flex-wrap gap-1.5">
            <Button look="strong" disabled={busy} onClick={() => void pdf()}>
              <Printer size={15} aria-hidden /> {busy ? 'drawing …' : 'All sheets, PDF'}
            </Button>
            <Button disabled={busy} onClick={() => void pdf([face])}>
              this face, PDF
            </Button>
            <Button onClick={() => void drawing('svg')}>SVG</Button>
            <Button onClick={() => void drawing('dxf')}>DXF</Button>
          </div>
          <div className="mt-2 grid grid-cols-2 items-end gap-2.5">
            <Choice
              label="Drawn"
              value={variant}
              options={[
                { value: 'full', label: 'everything' },
                { value: 'punch', label: 'centres to punch' },
                { value: 'transfer', label: 'mirrored, to transfer' },
              ]}
              onChange={setVariant}
            />
            <Check label="small faces on one page" checked={together} onChange={setTogether} />
          </div>
          <Printed faces={faces} stale={stale} />
        </>
      )}
      <div className="mt-3 grid grid-cols-2 gap-2.5">
        <Choice
          label="Paper"
          value={cut.paper}
          options={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
            { value: 'a3', label: 'A3' },
          ]}
          onChange={(paper) => set({ paper })}
        />
        <LengthField
          label="Allowance a side"
          value={cut.allowance}
          onCommit={(mm) => (mm < 0 || mm > 5 ? `${mm} mm is no allowance; enter 0 to 5 mm.` : set({ allowance: mm }))}
        />
        <LengthField
          label="Printed ruler, across"
          value={cut.ruler.horizontal}
          onCommit={(mm) => ruler('horizontal', mm)}
        />
        <LengthField label="Printed ruler, up" value={cut.ruler.vertical} onCommit={(mm) => ruler('vertical', mm)} />
      </div>
      <p className="mt-1.5 mb-2 text-sm text-ink-soft">
        Measure both rulers of a print ({inUnit('100 mm', unit)}) with calipers and type what they are: the next print
        is true.
      </p>
      {face && facesOf(document.shell.hull).includes(face) && (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="accent-ink"
            checked={cut.mirrored.includes(face)}
            onChange={(event) =>
              set({
                mirrored: event.target.checked
                  ? [...cut.mirrored, face]
                  : cut.mirrored.filter((f) => f !== face && facesOf(document.shell.hull).includes(f)),
              })
            }
          />
          mark the {faceWords(face)} from inside (mirrored sheet)
        </label>
      )}
    </Section>
  );
}

/** Which sheets were printed from what: a changed plan says which of them to throw away. */
function Printed({ faces, stale }: { faces: readonly string[]; stale: readonly string[] }) {
  const { printed } = useAppSelector(selectDocument).cut;
  const known = Object.entries(printed);
  if (known.length === 0) return null;
  return (
    <ul className="mt-2 mb-0 list-none p-0 text-sm" aria-label="Printed sheets">
      {known.map(([face, { when, mark }]) => (
        <li key={face} className={stale.includes(face) ? 'font-medium text-stop' : 'text-ink-soft'}>
          {faceWord(face)}: printed {when}, {mark}
          {stale.includes(face)
            ? faces.includes(face)
              ? ': the plan has changed since, print it again'
              : ': nothing is cut there any more'
            : ', as the plan says'}
        </li>
      ))}
    </ul>
  );
}
