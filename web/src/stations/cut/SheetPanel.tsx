import { facesToCut, OVERLAP, PAPERS, tilingOf, sheetOf, type Tiling } from '@young-shell/core/cut';
import { facesOf, type CutSettings } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
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
  const faces = useMemo(() => facesToCut(document, assembly), [document, assembly]);
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
  const pdf = async (only?: string[]) => {
    setBusy(true);
    try {
      download(
        `${file}-${only ? only[0] : 'sheets'}.pdf`,
        'application/pdf',
        (await run('short', 'cut', 'sheets', [document, only])) as BlobPart,
      );
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const svg = async () => {
    try {
      if (face) download(`${file}-${face}.svg`, 'image/svg+xml', await run('short', 'cut', 'svg', [document, face]));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const ruler = (way: 'horizontal' | 'vertical', mm: number) =>
    mm < 80 || mm > 120
      ? `${mm} mm is no 100 mm ruler; it would be 80 to 120 mm. Did “fit to page” shrink the sheet?`
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
                {f === 'bottom' ? 'floor' : f}
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
            <Button onClick={() => void svg()}>this face, SVG</Button>
          </div>
        </>
      )}
      <div className="mt-3 grid grid-cols-2 gap-2.5">
        <Choice
          label="Paper"
          value={cut.paper}
          options={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
          onChange={(paper) => set({ paper })}
        />
        <LengthField
          label="Allowance a side"
          value={cut.allowance}
          onCommit={(mm) =>
            mm < 0 || mm > 5 ? `${mm} mm is no allowance; it would be 0 to 5 mm.` : set({ allowance: mm })
          }
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
      {face && (
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
          mark the {face === 'bottom' ? 'floor' : `${face} face`} from inside (mirrored sheet)
        </label>
      )}
    </Section>
  );
}
