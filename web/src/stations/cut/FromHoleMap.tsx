import { holesFromMap } from '@young-shell/core/cut';
import { faceWord, facesOf, nextId, type Change } from '@young-shell/core/document';
import { inUnit, measured } from '@young-shell/core/quantity';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';

/** Holes of a hole map that was taken of the shell: laid on a face they are holes it has. */
export function FromHoleMap() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const faces = facesOf(document.shell.hull);
  const maps = Object.entries(document.kit.holeMaps);
  const [chosen, setChosen] = useState<string>();
  const [face, setFace] = useState(faces.includes('bottom') ? 'bottom' : faces[0]!);
  const [at, setAt] = useState<[number, number]>([0, 0]);
  const [fromInside, setInside] = useState(face === 'bottom');
  const [first] = maps;
  if (!first) return null;
  const map = chosen !== undefined && chosen in document.kit.holeMaps ? chosen : first[0];
  const put = (next: [number, number]) => {
    setAt(next);
    return undefined;
  };
  const lay = () => {
    try {
      const place = { face, u: measured(at[0], 'rule'), v: measured(at[1], 'rule'), fromInside };
      const taken = { ...document.shell.openings };
      const changes = holesFromMap(document, map, place).map((opening): Change => {
        const id = nextId(taken, 'opening', document.spent);
        taken[id] = opening;
        return { type: 'setOpening', id, opening };
      });
      if (changes.length === 0) return void toast.error('It has no hole with a diameter.');
      const what = `lay ${document.kit.holeMaps[map]!.name} on the ${faceWord(face)}`;
      const wrong = submit({ type: 'all', what, changes });
      if (wrong) toast.error(wrong);
    } catch (error) {
      toast.error(inUnit((error as Error).message, unit));
    }
  };
  return (
    <details className="mt-2">
      <summary className="min-h-10 cursor-pointer py-2 font-label font-semibold">
        Holes of the shell from a hole map
      </summary>
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Hole map"
          value={map}
          options={maps.map(([value, m]) => ({ value, label: m.name }))}
          onChange={setChosen}
        />
        <Choice
          label="Lies on"
          value={face}
          options={faces.map((value) => ({ value, label: faceWord(value) }))}
          onChange={setFace}
        />
        <LengthField
          label={`Its ${fromInside ? 'right' : 'left'} edge from the left`}
          value={at[0]}
          onCommit={(u) => put([u, at[1]])}
        />
        <LengthField label="Its front edge from below" value={at[1]} onCommit={(v) => put([at[0], v])} />
      </div>
      <Check label="measured from inside" checked={fromInside} onChange={setInside} />
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        As the face is seen from outside{fromInside ? ', where what was left inside is right' : ''}.
      </p>
      <Button onClick={lay}>Note them as holes of the shell</Button>
    </details>
  );
}
