import { inUnit } from '@young-shell/core/quantity';
import { useId, type ReactNode } from 'react';
import { useAppSelector } from '../app/store';

/** A label with its control and, below, what is wrong with it. */
export function Field({
  label,
  error,
  hint,
  children,
}: {
  label: string;
  error?: string | undefined;
  hint?: string;
  children: (ids: { id: string; describedBy?: string }) => ReactNode;
}) {
  const id = useId();
  const unit = useAppSelector((s) => s.preferences.unit);
  const note = error ?? hint;
  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className="font-label text-sm text-ink-soft">
        {label}
      </label>
      {children(note ? { id, describedBy: `${id}-note` } : { id })}
      {note && (
        <p
          id={`${id}-note`}
          role={error ? 'alert' : undefined}
          className={`m-0 text-sm ${error ? 'font-medium text-stop' : 'text-ink-soft'}`}
        >
          {inUnit(note, unit)}
        </p>
      )}
    </div>
  );
}

export const inputClass = 'min-h-8 w-full min-w-0 rounded-sm border border-line-strong bg-field px-2 py-1 text-ink';
