import type { KeyReading } from '@young-shell/core/document';
import { useState } from 'react';
import { Field, inputClass } from '../../ui/Field';
import { readBeeps } from './beeps';

/** Pins that beep while a key is held, typed and Enter; the field stays for the next key. */
export function BeepField({
  label,
  pins,
  onRead,
}: {
  label: string;
  pins: number;
  onRead: (reading: KeyReading) => string | undefined;
}) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState<string>();
  const commit = () => {
    if (text.trim() === '') return;
    const read = readBeeps(text, pins);
    const problem = 'wrong' in read ? read.wrong : onRead({ pairs: read.pairs, from: 'beeps' });
    setWrong(problem);
    if (problem === undefined) setText('');
  };
  return (
    <Field label={label} error={wrong}>
      {({ id, describedBy }) => (
        <input
          id={id}
          type="text"
          className={inputClass}
          value={text}
          placeholder="3 7, or 3 7, 3 9, or none"
          aria-describedby={describedBy}
          aria-invalid={wrong !== undefined}
          onChange={(event) => {
            setText(event.target.value);
            setWrong(undefined);
          }}
          onKeyDown={(event) => {
            if (event.key === 'Enter') commit();
            if (event.key === 'Escape') setText('');
          }}
        />
      )}
    </Field>
  );
}
