import { faceWord, facesOf, nextId } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Field, inputClass } from '../../ui/Field';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { started, STARTS } from './startOpening';

const ALL = STARTS.flatMap((g) => g.starts);

/** An opening by hand: what for, in which face. */
export function AddOpening() {
  const document = useAppSelector(selectDocument);
  const selection = useAppSelector((s) => s.view.selection);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const faces = facesOf(document.shell.hull);
  const [what, setWhat] = useState('grille');
  const [chosen, setFace] = useState<string>();
  const face = chosen && faces.includes(chosen) ? chosen : selection?.kind === 'face' ? selection.id : 'rear';
  const add = () => {
    const id = nextId(document.cut.openings, 'cut', document.spent);
    const opening = started(
      document,
      id,
      ALL.find((s) => s.key === what)!,
      faces.includes(face) ? face : faces[0],
    );
    const wrong = submit({ type: 'setCutOpening', id, opening });
    if (wrong) toast.error(wrong);
    else dispatch(select({ kind: 'cut', id }));
  };
  return (
    <Section title="Add an opening">
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <Field label="What for">
          {({ id }) => (
            <select id={id} className={inputClass} value={what} onChange={(event) => setWhat(event.target.value)}>
              {STARTS.map(({ group, starts }) => (
                <optgroup key={group} label={group}>
                  {starts.map((start) => (
                    <option key={start.key} value={start.key}>
                      {inUnit(start.label, unit)}
                    </option>
                  ))}
                </optgroup>
              ))}
            </select>
          )}
        </Field>
        <Choice
          label="In the"
          value={faces.includes(face) ? face : faces[0]!}
          options={faces.map((value) => ({ value, label: faceWord(value) }))}
          onChange={setFace}
        />
        <Button look="strong" onClick={add}>
          <Plus size={15} aria-hidden /> Add
        </Button>
      </div>
    </Section>
  );
}
