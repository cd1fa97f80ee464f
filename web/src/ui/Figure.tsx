import type { ReactNode } from 'react';

/** A key figure to be read from a metre away, with its label under it. */
export function Figure({
  label,
  value,
  unit,
  bad = false,
  note,
}: {
  label: string;
  value: string;
  unit: string;
  bad?: boolean;
  note?: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <span className={`figure block text-3xl leading-tight whitespace-nowrap ${bad ? 'text-stop' : ''}`}>
        {value}
        <span className="ml-1 text-lg text-ink-soft">{unit}</span>
      </span>
      <span className="block font-label text-[18px] leading-tight text-ink-soft">{label}</span>
      {note && <span className="block text-sm text-ink-soft">{note}</span>}
    </div>
  );
}
