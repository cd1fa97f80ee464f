import { Field, inputClass } from './Field';

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** Options that are called by their values. */
export const same = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: value }));

/** One of a few, as the platform’s own list: works with keyboard and touch everywhere. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <Field label={label}>
      {({ id }) => (
        <select id={id} className={inputClass} value={value} onChange={(event) => onChange(event.target.value as T)}>
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
