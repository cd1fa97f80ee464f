import { featuresFromLines } from '@young-shell/core/shell';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Field, inputClass } from '../../ui/Field';
import { select } from '../../view/slice';

/** Features by a line of text each, or by a pasted table of places and sizes. */
export function ByLines() {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const add = () => {
    const found = featuresFromLines(text, document, unit);
    const refused = 'wrong' in found ? found.wrong : submit(found.change);
    setWrong(refused);
    if (refused !== undefined || 'wrong' in found) return;
    setText('');
    const [first] = found.features;
    if (first && found.features.length === 1) dispatch(select({ kind: 'feature', id: first.id }));
    else toast.success(`${found.features.length} features added.`);
  };
  return (
    <form
      className="mb-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Field label="Add by a line, or paste a table" {...(wrong === undefined ? {} : { error: wrong })}>
        {({ id, describedBy }) => (
          <textarea
            id={id}
            rows={2}
            className={`${inputClass} resize-y`}
            placeholder={'rib 200×12×18 on lid\nx y z wide deep high, a row each'}
            value={text}
            aria-describedby={describedBy}
            aria-invalid={wrong !== undefined}
            onChange={(event) => {
              setText(event.target.value);
              setWrong(undefined);
            }}
            onKeyDown={(event) => {
              // A single line goes by Enter; more of them by Ctrl and Enter.
              if (event.key !== 'Enter' || event.shiftKey || (text.includes('\n') && !event.ctrlKey)) return;
              event.preventDefault();
              add();
            }}
          />
        )}
      </Field>
      <Button type="submit" className="mt-1.5" disabled={text.trim() === ''}>
        Add
      </Button>
    </form>
  );
}
