import { useState } from 'react';
import { KEPT_DAYS, type Listed } from '@young-shell/core/document';
import { Button } from '../ui/Button';
import { ago } from './ConversionRow';

interface Props {
  deleted: readonly Listed[];
  onRestore: (conversion: Listed) => void;
  onPurge: (conversion: Listed) => void;
}

/** What was taken off the bench and can still be brought back. */
export function DeletedList({ deleted, onRestore, onPurge }: Props) {
  if (deleted.length === 0) return null;
  return (
    <details className="bg-sheet">
      <summary className="cursor-pointer px-5 py-3 font-semibold">
        Taken off the bench ({deleted.length}); kept for {KEPT_DAYS} days
      </summary>
      <ul className="m-0 list-none border-t border-line p-0">
        {deleted.map((conversion) => (
          <li key={conversion.id} className="flex items-center gap-3 border-b border-line px-5 py-2.5">
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
              {conversion.name}
              <span className="ml-2 font-label text-sm text-ink-soft">{ago(conversion.deletedAt!)}</span>
            </span>
            <Button aria-label={`Bring back ${conversion.name}`} onClick={() => onRestore(conversion)}>
              Bring back
            </Button>
            <PurgeButton name={conversion.name} onPurge={() => onPurge(conversion)} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Asks once more before something can’t be brought back. */
function PurgeButton({ name, onPurge }: { name: string; onPurge: () => void }) {
  const [asked, setAsked] = useState(false);
  return (
    <Button
      look="danger"
      aria-label={asked ? `Really delete ${name} for good` : `Delete ${name} for good`}
      onBlur={() => setAsked(false)}
      onClick={() => (asked ? onPurge() : setAsked(true))}
    >
      {asked ? 'Really?' : 'For good'}
    </Button>
  );
}
