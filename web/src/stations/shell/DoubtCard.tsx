import { type LengthUnit, formatLength } from '@young-shell/core/quantity';
import type { Doubt } from '@young-shell/core/shell';

/** A reading that can't be right, and what the keys do with it. */
export function DoubtCard({ doubt: { value, verdict }, unit }: { doubt: Doubt; unit: LengthUnit }) {
  return (
    <div role="alert" className="mt-2 border-l-4 border-warn bg-paper px-3 py-2">
      <p className="m-0 font-semibold">
        {verdict.kind === 'slip'
          ? 'Inches and millimetres?'
          : verdict.kind === 'outlier'
            ? 'That one is off'
            : 'A surprise'}
      </p>
      <p className="m-0 text-sm">{verdict.sentence}</p>
      <p className="mt-1 mb-0 text-sm text-ink-soft">
        {verdict.kind === 'slip'
          ? `Enter takes ${formatLength(verdict.meant, unit, 2)}; k keeps ${formatLength(value, unit, 2)}; d drops it.`
          : verdict.kind === 'surprise'
            ? 'The same again confirms it; k keeps it as it is; d drops it.'
            : 'Enter or d drops it; k keeps it all the same.'}
      </p>
    </div>
  );
}
