import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { showWhere } from './slice';
import { useMove } from '../../view/useMove';
import type { OutputOf } from '../../work/lanes';
import { run } from '../../work/work';

type Orientations = OutputOf<'fit', 'orientations'>;

/** All feasible positions of the selected part over the shell; in which orientations it has any. */
export function WhereCanItGo({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const { on, stick, map } = useAppSelector((s) => s.fit.where);
  const [found, setFound] = useState<{ of: typeof document; id: string; all: Orientations }>();
  const [busy, setBusy] = useState(false);
  const { put } = useMove();
  const placement = document.layout.placements[id];
  const all = found && found.id === id && found.of === document ? found.all : undefined;
  const free = map?.id === id ? map.where.free : undefined;
  const ask = async () => {
    setBusy(true);
    try {
      setFound({ of: document, id, all: await run('short', 'fit', 'orientations', [document, id]) });
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="mt-3 border-t border-line pt-2">
      <Check label="Show where it can go" checked={on} onChange={(now) => dispatch(showWhere({ on: now }))} />
      {on && (
        <>
          <Check
            label="Stick to it while dragging"
            checked={stick}
            onChange={(now) => dispatch(showWhere({ stick: now }))}
          />
          <p className="m-0 mt-1 text-sm text-ink-soft" role="status">
            {free === undefined
              ? 'No place as it is turned now.'
              : `${map?.where.tight ? 'Only with less room than is wanted, but nothing stops. ' : ''}Green: where its middle may be, bright at its own depth. ${free.toLocaleString('en')} positions on a 2 mm grid as it is turned.`}
          </p>
          <div className="mt-1.5">
            <Button disabled={busy} onClick={() => void ask()}>
              {busy ? 'looking …' : 'In which orientations?'}
            </Button>
          </div>
          {all && all.length === 0 && <p className="mb-0">It has no place in any orientation.</p>}
          {all && all.length > 0 && (
            <ul className="m-0 mt-1.5 max-h-52 list-none overflow-y-auto p-0">
              {all.map((o) => {
                const now = placement?.rear === o.rear && placement.top === o.top;
                return (
                  <li key={`${o.rear} ${o.top}`} className="flex items-center gap-2 border-t border-line py-0.5">
                    <span className="min-w-0 flex-1 text-sm">
                      rear to the {o.rear}, top to the {o.top}
                    </span>
                    <span className="figure text-base">{o.free.toLocaleString('en')}</span>
                    <Button
                      look="quiet"
                      disabled={now || placement?.locked || !o.nearest}
                      aria-label={`Turn it: rear to the ${o.rear}, top to the ${o.top}`}
                      onClick={() =>
                        put(id, {
                          locked: false,
                          rear: o.rear,
                          top: o.top,
                          x: Math.round(o.nearest![0] * 1000) / 1000,
                          y: Math.round(o.nearest![1] * 1000) / 1000,
                          z: Math.round(o.nearest![2] * 1000) / 1000,
                        })
                      }
                    >
                      {now ? 'now' : 'turn'}
                    </Button>
                  </li>
                );
              })}
            </ul>
          )}
        </>
      )}
    </div>
  );
}
