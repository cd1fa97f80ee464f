import { watchAssessing, type Recomputed } from '@young-shell/core/plan';
import { useEffect, useState } from 'react';
import { store } from './store';

/** So many edits are remembered. */
const KEPT = 8;

interface Edit {
  label: string;
  stations: readonly Recomputed[];
}

const lastEdit = () => {
  const { pending, journal } = store.getState().document;
  return (pending.at(-1) ?? journal.at(-1))?.label ?? 'opened';
};

/** For who works on the stations: of each edit, which of them were asked anew, how long that took, and why. */
export function DebugPanel() {
  const [edits, setEdits] = useState<readonly Edit[]>([]);
  useEffect(() => {
    let told: Recomputed[] = [];
    watchAssessing((one) => {
      told.push(one);
      if (told.length > 1) return;
      // All that one edit asks for comes at once; it is shown after.
      setTimeout(() => {
        const edit = { label: lastEdit(), stations: told };
        told = [];
        setEdits((all) => [edit, ...all].slice(0, KEPT));
      });
    });
    return () => watchAssessing(undefined);
  }, []);
  return (
    <aside
      aria-label="Recomputed"
      className="fixed bottom-24 left-32 z-50 max-h-96 max-w-md overflow-y-auto border border-line bg-sheet p-3 text-sm"
    >
      {edits.length === 0 && <p className="m-0">Nothing was asked anew yet.</p>}
      <ol className="m-0 list-none p-0">
        {edits.map(({ label, stations }, i) => (
          <li key={edits.length - i} className="mb-2">
            <strong>{label}</strong>{' '}
            <span className="figure">{stations.reduce((sum, s) => sum + s.ms, 0).toFixed(1)} ms</span>
            <ul className="m-0 list-none p-0">
              {stations.map(({ station, ms, because }, k) => (
                <li key={k}>
                  {station} <span className="figure">{ms.toFixed(1)} ms</span>{' '}
                  <span className="text-ink-soft">{because.join(', ') || 'for the first time'}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
    </aside>
  );
}
