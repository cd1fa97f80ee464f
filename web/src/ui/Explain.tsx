import { inUnit } from '@young-shell/core/quantity';
import { CircleHelp } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useAppSelector } from '../app/store';

interface Props {
  title: string;
  rows: { label: string; value: string; source: string }[];
}

/** The question mark beside a figure: formula, inputs, source. */
export function Explain({ title, rows }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <Popover.Root>
      <Popover.Trigger
        className="no-print rounded-full p-0.5 text-ink-soft hover:text-ink"
        aria-label={`How “${inUnit(title, unit)}” was computed`}
      >
        <CircleHelp size={17} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          aria-label={inUnit(title, unit)}
          sideOffset={4}
          className="z-50 max-h-[80vh] w-80 overflow-y-auto border border-line-strong bg-sheet p-3 shadow-md"
        >
          <dl className="m-0 grid grid-cols-[1fr_auto] gap-x-3 gap-y-1.5">
            {rows.map((row) => (
              <div key={row.label} className="contents">
                <dt className="font-label">
                  {row.label}
                  <span className="block text-sm text-ink-soft">{inUnit(row.source, unit)}</span>
                </dt>
                <dd className="figure m-0 text-right text-lg">{inUnit(row.value, unit)}</dd>
              </div>
            ))}
          </dl>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
