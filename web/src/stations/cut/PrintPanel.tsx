import { PRINT_SIZES, sizesOf, type PrintInfo } from '@young-shell/core/cut';
import { nextId, PRINT_KINDS, type Print, type PrintKind } from '@young-shell/core/document';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import { Download, Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssembly, selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { DeleteButton } from '../../ui/DeleteButton';
import { download } from '../../ui/download';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';
import { useComputed } from '../../work/useComputed';
import { run } from '../../work/work';
import { capital } from '../../ui/capital';

/** Parts to print, made from the plan: sizes, pieces for the bed, mass, time, files. */
export function PrintPanel() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [kind, setKind] = useState<PrintKind>('tray');
  const [open, setOpen] = useState<string>();
  const { value } = useComputed('short', 'cut', 'prints', [document]);
  const prints = Object.entries(document.cut.prints);
  const add = () => {
    const id = nextId(document.cut.prints, 'print', document.spent);
    const of = kind === 'tray' ? Object.keys(document.layout.placements)[0] : undefined;
    const print: Print = {
      name: capital(kind),
      kind,
      sizes: {},
      count: 1,
      ...(of ? { of } : {}),
    };
    const wrong = submit({ type: 'setPrint', id, print });
    if (wrong) toast.error(wrong);
    else setOpen(id);
  };
  const infos = Object.values(value ?? {}).filter((i) => i.wrong === undefined);
  const hours = infos.reduce((sum, i) => sum + i.minutes, 0) / 60;
  const grams = infos.reduce((sum, i) => sum + i.grams, 0);
  return (
    <Section title="Parts to print">
      <div className="mb-2 grid grid-cols-[1fr_auto] items-end gap-2">
        <Choice
          label="Kind"
          value={kind}
          options={PRINT_KINDS.map((k) => ({ value: k, label: k }))}
          onChange={setKind}
        />
        <Button look="strong" onClick={add}>
          <Plus size={15} aria-hidden /> Add
        </Button>
      </div>
      {prints.length === 0 && (
        <p className="m-0 text-ink-soft">
          Nothing yet. A tray takes its bosses from a board, a plate its opening from the wall, a filter its size from a
          fan.
        </p>
      )}
      {prints.length > 0 && value && (
        <p className="mt-0 mb-1 text-sm text-ink-soft">
          {grams.toFixed(0)} g and about {hours.toFixed(1)} h in all.
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {prints.map(([id, print]) => (
          <li key={id} className="border-t border-line first:border-t-0">
            <button
              type="button"
              aria-expanded={open === id}
              className={`grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-2 py-1 text-left hover:bg-paper ${open === id ? 'font-semibold' : ''}`}
              onClick={() => setOpen(open === id ? undefined : id)}
            >
              <span>
                {print.count > 1 ? `${print.count} × ` : ''}
                {print.name}
              </span>
              <Size info={value?.[id]} />
            </button>
            {value?.[id]?.wrong && (
              <p role="alert" className="m-0 pb-1 text-sm font-medium text-stop">
                {value[id].wrong}
              </p>
            )}
            {open === id && <PrintForm id={id} print={print} info={value?.[id]} />}
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Size({ info }: { info: PrintInfo | undefined }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  if (!info || info.wrong) return null;
  return (
    <span className="figure text-[16px] whitespace-nowrap">
      {info.size.map((v) => formatLength(v, unit)).join(' × ')}
    </span>
  );
}

function PrintForm({ id, print, info }: { id: string; print: Print; info: PrintInfo | undefined }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const { cut } = useAppSelector(selectAssessment).reports;
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const put = (patch: Partial<Print>) => submit({ type: 'setPrint', id, print: { ...print, ...patch } });
  const sizes = sizesOf(document, assembly, print);
  const file = async (format: 'stl' | '3mf') => {
    try {
      const { name, bytes } = await run('short', 'cut', 'printFile', [document, id, format]);
      download(
        name,
        name.endsWith('.zip') ? 'application/zip' : format === 'stl' ? 'model/stl' : 'model/3mf',
        bytes as BlobPart,
      );
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const count = async () => {
    try {
      const partId = nextId(document.kit.parts, 'print-part', document.spent);
      const wrong = submit(await run('short', 'cut', 'inPlace', [document, id, partId]));
      if (wrong) toast.error(wrong);
      else dispatch(select({ kind: 'part', id: partId }));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const parts = Object.keys(document.layout.placements).filter((p) => p in document.kit.parts);
  const lookingOut = parts.filter((p) => cut.openings.some((o) => o.part === p && o.kind === 'cut'));
  const plates = cut.works.filter((w) => w.how === 'plate');
  const targets =
    print.kind === 'plate'
      ? [
          ...plates.map((w) => ({ value: w.key, label: w.opening.name })),
          ...lookingOut.map((value) => ({ value, label: `all openings of ${document.kit.parts[value]!.name}` })),
        ]
      : parts.map((value) => ({ value, label: document.kit.parts[value]!.name }));
  return (
    <div className="grid grid-cols-2 gap-2 pb-3">
      <TextField
        label="Name"
        value={print.name}
        onCommit={(name) => (name.trim() ? put({ name: name.trim().slice(0, 80) }) : 'It needs a name.')}
      />
      <NumberField
        label="How many"
        value={print.count}
        least={1}
        most={200}
        onCommit={(count) => put({ count: Math.round(count) })}
      />
      {['plate', 'tray', 'fan adapter', 'filter frame'].includes(print.kind) && (
        <div className="col-span-2">
          <Choice
            label="For"
            value={print.of ?? ''}
            options={[{ value: '', label: 'nothing in the plan' }, ...targets]}
            onChange={(of) => {
              const { of: _, ...rest } = print;
              return submit({ type: 'setPrint', id, print: of ? { ...rest, of } : rest });
            }}
          />
        </div>
      )}
      {PRINT_SIZES[print.kind].map((row) =>
        row.count ? (
          <NumberField
            key={row.key}
            label={row.label}
            value={sizes[row.key]!}
            least={row.least}
            most={row.most}
            onCommit={(v) => put({ sizes: { ...print.sizes, [row.key]: Math.round(v) } })}
          />
        ) : (
          <LengthField
            key={row.key}
            label={row.label}
            value={sizes[row.key]!}
            least={row.least}
            most={row.most}
            onCommit={(v) => put({ sizes: { ...print.sizes, [row.key]: v } })}
          />
        ),
      )}
      {info && !info.wrong && (
        <p className="col-span-2 m-0 text-sm text-ink-soft">
          {info.pieces.length > 1 ? `${info.pieces.length} pieces, ` : ''}
          {info.grams.toFixed(0)} g, about {(info.minutes / 60).toFixed(1)} h.{' '}
          {info.advice.map((a) => inUnit(a, unit)).join(' ')}
        </p>
      )}
      <div className="col-span-2 flex flex-wrap gap-1.5">
        <Button disabled={!info || info.wrong !== undefined} onClick={() => void file('stl')}>
          <Download size={15} aria-hidden /> STL
        </Button>
        <Button disabled={!info || info.wrong !== undefined} onClick={() => void file('3mf')}>
          <Download size={15} aria-hidden /> 3MF
        </Button>
        <Button disabled={!info || info.wrong !== undefined} onClick={() => void count()}>
          Put it in place
        </Button>
      </div>
      <DeleteButton name={print.name} onDelete={() => submit({ type: 'setPrint', id, print: null })} />
    </div>
  );
}
