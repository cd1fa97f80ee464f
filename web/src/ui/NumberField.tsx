import { TextField } from './TextField';

interface Props {
  label: string;
  value: number;
  least: number;
  most: number;
  onCommit: (value: number) => string | undefined;
}

/** A plain number (not a length) with its range. */
export function NumberField({ label, value, least, most, onCommit }: Props) {
  return (
    <TextField
      label={label}
      value={String(value)}
      selects
      onCommit={(text) => {
        const number = Number(text.trim().replace(',', '.').replace('−', '-'));
        if (text.trim() === '' || !Number.isFinite(number)) return `“${text}” is not a number.`;
        if (number < least || number > most) return `${number} is out of range; enter ${least} to ${most}.`;
        return onCommit(number);
      }}
    />
  );
}
