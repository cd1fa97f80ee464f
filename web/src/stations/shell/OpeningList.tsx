import { faceWord, facesOf, nextId, type Opening } from '@young-shell/core/document';
import { guess, type Measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

/** Openings the shell already has: a cut that falls inside one is no cut. */
export function OpeningList() {
  const { shell, spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [open, setOpen] = useState<string>();
  const add = (kind: 'rectangle' | 'round') => {
    const id = nextId(shell.openings, 'opening', spent);
    const shape: Opening['shape'] =
      kind === 'round' ? { kind, diameter: guess(20) } : { kind, width: guess(60), height: guess(30) };
    const wrong = submit({
      type: 'setOpening',
      id,
      opening: {
        name: `Opening ${id.split('-').at(-1)}`,
        face: facesOf(shell.hull)[1]!,
        shape,
        u: guess(80),
        v: guess(40),
      },
    });
    if (wrong) toast.error(wrong);
    else setOpen(id);
  };
  return (
    <Section
      title="Openings it already has"
      aside={
        <span className="flex gap-1">
          <Button onClick={() => add('rectangle')}>
            <Plus size={14} aria-hidden /> rectangle
          </Button>
          <Button onClick={() => add('round')}>
            <Plus size={14} aria-hidden /> round
          </Button>
        </span>
      }
    >
      <ul className="m-0 list-none p-0">
        {Object.entries(shell.openings).map(([id, opening]) => (
          <li key={id} className="border-t border-line py-1 first:border-t-0">
            <button
              type="button"
              aria-expanded={open === id}
              className="min-h-8 w-full text-left hover:underline"
              onClick={() => setOpen(open === id ? undefined : id)}
            >
              {opening.name} <span className="text-sm text-ink-soft">· {faceWord(opening.face)}</span>
            </button>
            {open === id && <OpeningForm id={id} opening={opening} />}
          </li>
        ))}
      </ul>
    </Section>
  );
}

function OpeningForm({ id, opening }: { id: string; opening: Opening }) {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const put = (patch: Partial<Opening>) => submit({ type: 'setOpening', id, opening: { ...opening, ...patch } });
  const field = (label: string, path: string, value: Measured) => (
    <MeasuredField
      label={label}
      value={value}
      onCommit={(m) =>
        submit({
          type: 'setMeasured',
          path: `/shell/openings/${id}/${path}`,
          measured: m,
          what: `${opening.name}: ${label.toLowerCase()}`,
        })
      }
    />
  );
  const { shape } = opening;
  return (
    <div className="grid grid-cols-2 gap-2 pb-2">
      <TextField label="Name" value={opening.name} onCommit={(name) => put({ name })} />
      <Choice
        label="Face"
        value={opening.face}
        options={facesOf(hull).map((value) => ({ value, label: faceWord(value) }))}
        onChange={(face) => put({ face })}
      />
      {shape.kind === 'round' ? (
        field('Diameter', 'shape/diameter', shape.diameter)
      ) : (
        <>
          {field('Width', 'shape/width', shape.width)}
          {field('Height', 'shape/height', shape.height)}
        </>
      )}
      {field('Middle from the left, seen from outside', 'u', opening.u)}
      {field('Middle from below', 'v', opening.v)}
      <Button look="danger" className="col-span-2" onClick={() => submit({ type: 'setOpening', id, opening: null })}>
        Delete {opening.name}
      </Button>
    </div>
  );
}
