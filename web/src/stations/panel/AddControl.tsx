import { faceWord, CONTROL_KINDS, type ControlKind } from '@young-shell/core/document';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { LengthField } from '../../ui/LengthField';
import { TextField } from '../../ui/TextField';
import { controlOnFace } from '@young-shell/core/panel';
import { pickControl } from './slice';

/** A new control on a face: its hole, its room inside, its entry here, in one step that can be undone. */
export function AddControl({ open, onClose }: { open: boolean; onClose: () => void }) {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const faces = assembly.hull.frames.map((f) => f.face);
  const [kind, setKind] = useState<ControlKind>('momentary');
  const [name, setName] = useState('New button');
  const [face, setFace] = useState(faces.find((f) => f === 'front') ?? faces[0]!);
  const [at, setAt] = useState({ u: 30, v: 20, diameter: 16, depth: 30 });
  const put = () => {
    const frame = assembly.hull.frames.find((f) => f.face === face)!;
    const change = controlOnFace(document, frame, { name, kind, ...at });
    const wrong = submit(change);
    if (wrong) {
      toast.error(wrong);
      return;
    }
    dispatch(pickControl(change.id));
    onClose();
  };
  const frame = assembly.hull.frames.find((f) => f.face === face);
  const span = frame
    ? [Math.max(...frame.outline.map((p) => p[0])), Math.max(...frame.outline.map((p) => p[1]))]
    : [0, 0];
  const keep = (patch: Partial<typeof at>) => {
    setAt((now) => ({ ...now, ...patch }));
    return undefined;
  };
  return (
    <Dialog
      title="New control on a face"
      about="Its hole comes onto the sheets of Cut, its room counts in Fit, and here it gets its wish."
      open={open}
      onClose={onClose}
    >
      <div className="grid grid-cols-2 gap-3 px-4 py-3">
        <Choice label="Kind" value={kind} options={same(CONTROL_KINDS)} onChange={setKind} />
        <TextField
          label="Name"
          value={name}
          onCommit={(text) => {
            if (text.trim() === '') return 'A control has a name.';
            setName(text.trim());
            return undefined;
          }}
        />
        <Choice
          label="Face"
          value={face}
          options={faces.map((value) => ({ value, label: faceWord(value) }))}
          onChange={setFace}
        />
        <LengthField
          label="Hole, diameter"
          value={at.diameter}
          least={1}
          most={300}
          onCommit={(diameter) => keep({ diameter })}
        />
        <LengthField
          label="From the left of the face"
          value={at.u}
          least={0}
          most={span[0]}
          onCommit={(u) => keep({ u })}
        />
        <LengthField
          label="Up from its lower edge"
          value={at.v}
          least={0}
          most={span[1]}
          onCommit={(v) => keep({ v })}
        />
        <LengthField
          label="Depth behind the face"
          value={at.depth}
          least={1}
          most={500}
          onCommit={(depth) => keep({ depth })}
        />
        <div className="self-end text-right">
          <Button look="strong" onClick={put}>
            Put it there
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
