import {
  arrowStep,
  unitWord,
  editLength,
  formatLength,
  parseLength,
  type LengthError,
} from '@young-shell/core/quantity';
import { useEffect, useRef, useState } from 'react';
import { useAppSelector } from '../app/store';
import { Field, inputClass } from './Field';
import { halfTyped, keepHalfTyped } from './halfTyped';
import { useSelectAll } from './useSelectAll';

interface Props {
  label: string;
  /** Millimetres. */
  value: number;
  /** Gives what is wrong with the length, or nothing. */
  onCommit: (mm: number) => string | undefined;
  /** What it may be, mm. */
  least?: number;
  most?: number;
  /** Shown at the right end of the field, such as the uncertainty. */
  aside?: React.ReactNode;
}

/**
 * A length edited in place: takes 12.7, 1/2", 0.5in, 1' 3 1/2" and 45+3.2, shows mm or inch. Arrow keys
 * change it by a step of the unit. A wrong entry stays, with what would be right.
 */
export function LengthField({ label, value, onCommit, least = -Infinity, most = Infinity, aside }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const [text, setTyped] = useState(() => halfTyped(label));
  const [error, setError] = useState<string>();
  const setText = (typed: string | undefined, half = false) => {
    setTyped(typed);
    keepHalfTyped(label, half ? typed : undefined);
  };
  const about = useRef([value, unit]);
  useEffect(() => {
    if (about.current[0] === value && about.current[1] === unit) return;
    about.current = [value, unit];
    setTyped(undefined);
    setError(undefined);
  }, [value, unit]);
  const shown = (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
  const outOf = (mm: number) =>
    mm < least || mm > most ? `${shown(mm)} is out of range; enter ${shown(least)} to ${shown(most)}.` : undefined;
  const keep = (mm: number) => {
    const wrong = mm === value ? undefined : (outOf(mm) ?? onCommit(mm));
    setError(wrong);
    if (!wrong) setText(undefined);
  };
  const commit = () => {
    if (text === undefined) return;
    try {
      keep(parseLength(text, unit));
    } catch (problem) {
      setError((problem as LengthError).message);
    }
  };
  const nudge = (event: React.KeyboardEvent) => {
    const way = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    keep(Math.round((value + way * arrowStep(event, unit)) * 1e6) / 1e6);
  };
  const digits = unit === 'mm' ? (Math.abs(value * 10 - Math.round(value * 10)) > 0.005 ? 2 : 1) : 3;
  const written = text ?? formatLength(value, unit, digits);
  const selecting = useSelectAll(written, () => setText(editLength(value, unit)));
  return (
    <Field label={label} error={error}>
      {({ id, describedBy }) => (
        <div className="relative flex items-center">
          <input
            id={id}
            type="text"
            inputMode="text"
            autoComplete="off"
            aria-describedby={describedBy}
            aria-invalid={error !== undefined}
            className={`figure text-[19px] leading-6 ${inputClass} ${aside ? 'pr-24' : 'pr-10'}`}
            value={written}
            {...selecting}
            onChange={(event) => setText(event.target.value, true)}
            onBlur={commit}
            onKeyDown={(event) => {
              if (event.key === 'Enter') commit();
              else if (event.key === 'Escape') {
                setText(editLength(value, unit));
                setError(undefined);
              } else nudge(event);
            }}
          />
          <span className="absolute right-1 flex items-center gap-1 font-label text-sm text-ink-soft">
            {unitWord(unit)}
            {aside}
          </span>
        </div>
      )}
    </Field>
  );
}
