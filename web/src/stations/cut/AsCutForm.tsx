import { keyOf, type CutOpening } from '@young-shell/core/cut';
import { useState } from 'react';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { LengthField } from '../../ui/LengthField';
import { TextField } from '../../ui/TextField';

/** What was really cut or drilled, measured: the plan lives with it from then on. */
export function AsCutForm({ opening, onDone }: { opening: CutOpening; onDone: () => void }) {
  const submit = useSubmit();
  const [at, setAt] = useState(opening.centre);
  const [shape, setShape] = useState(opening.shape);
  const [note, setNote] = useState('');
  const keep = () => {
    const wrong = submit({
      type: 'adjustOpening',
      key: keyOf(opening),
      name: opening.name,
      patch: { made: { face: opening.face, u: at[0], v: at[1], shape, note } },
    });
    if (!wrong) onDone();
  };
  const kept = (set: () => void) => {
    set();
    return undefined;
  };
  return (
    <fieldset className="m-0 grid grid-cols-2 gap-2 border-l-4 border-pencil p-0 pl-2">
      <legend className="col-span-2 p-0 font-label font-semibold">As it was cut</legend>
      <LengthField label="Middle, across" value={at[0]} onCommit={(u) => kept(() => setAt([u, at[1]]))} />
      <LengthField label="Middle, up" value={at[1]} onCommit={(v) => kept(() => setAt([at[0], v]))} />
      {shape.kind === 'round' ? (
        <LengthField
          label="Diameter"
          value={shape.diameter}
          least={0.1}
          most={5000}
          onCommit={(diameter) => kept(() => setShape({ kind: 'round', diameter }))}
        />
      ) : (
        <>
          <LengthField
            label="Width"
            value={shape.width}
            least={0.1}
            most={5000}
            onCommit={(width) => kept(() => setShape({ ...shape, width }))}
          />
          <LengthField
            label="Height"
            value={shape.height}
            least={0.1}
            most={5000}
            onCommit={(height) => kept(() => setShape({ ...shape, height }))}
          />
        </>
      )}
      <div className="col-span-2">
        <TextField label="What happened" value={note} onCommit={(text) => kept(() => setNote(text.slice(0, 300)))} />
      </div>
      <div className="col-span-2 flex gap-1.5">
        <Button look="strong" onClick={keep}>
          This is what is there
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </fieldset>
  );
}
