import { useEffect, useState } from 'react';
import { Field, inputClass } from './Field';
import { useSelectAll } from './useSelectAll';

interface Props {
  label: string;
  value: string;
  placeholder?: string;
  multiline?: boolean;
  /** A value that is typed anew: selected when it gets the focus. */
  selects?: boolean;
  /** Gives what is wrong with the text, or nothing. */
  onCommit: (text: string) => string | undefined;
}

/** Text that is kept when the field is left or Enter is pressed; Escape brings the old text back. */
export function TextField({ label, value, placeholder, multiline, selects, onCommit }: Props) {
  const [text, setText] = useState(value);
  const [error, setError] = useState<string>();
  useEffect(() => {
    setText(value);
    setError(undefined);
  }, [value]);
  const selecting = useSelectAll(text, () => undefined);
  const commit = () => setError(text === value ? undefined : onCommit(text));
  return (
    <Field label={label} error={error}>
      {({ id, describedBy }) => {
        const shared = {
          id,
          value: text,
          placeholder,
          'aria-describedby': describedBy,
          'aria-invalid': error !== undefined,
          className: inputClass,
          onBlur: commit,
          onChange: (event: { target: { value: string } }) => setText(event.target.value),
          onKeyDown: (event: React.KeyboardEvent) => {
            if (event.key === 'Enter' && !multiline) commit();
            if (event.key === 'Escape') setText(value);
          },
        };
        return multiline ? (
          <textarea rows={2} {...shared} />
        ) : (
          <input type="text" {...shared} {...(selects ? selecting : {})} />
        );
      }}
    </Field>
  );
}
