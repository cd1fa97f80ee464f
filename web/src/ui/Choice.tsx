import { useEffect, useState } from 'react';
import { Field, inputClass } from './Field';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  /** Gives what is wrong with the choice, or nothing. */
  onChange: (value: T) => unknown;
}

/** Options that are called by their values. */
export const same = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: value }));

/** One of a few, as the platform’s own list: works with keyboard and touch everywhere. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  const [wrong, setWrong] = useState<string>();
  useEffect(() => setWrong(undefined), [value]);
  return (
    <Field label={label} error={wrong}>
      {({ id, describedBy }) => (
        <select
          id={id}
          aria-describedby={describedBy}
          className={inputClass}
          value={value}
          onChange={(event) => {
            const answer = onChange(event.target.value as T);
            setWrong(typeof answer === 'string' ? answer : undefined);
          }}
        >
          {options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.label}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
