import type { Conversion } from '@young-shell/core/document';
import type { CutDown, HowFar } from '@young-shell/core/search';
import { Ruler, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/Button';
import { InUnit } from '../../ui/InUnit';
import { Progress } from '../../ui/Progress';
import { useLength } from '../../ui/useLength';
import type { Telling } from '../../work/engine.worker';
import { run, stop } from '../../work/work';
import { TryAndUse } from './TryAndUse';

const STOPPED = 'Stopped.';
const WAY: Record<CutDown['axis'], string> = { 0: 'left end', 1: 'front', 2: 'floor’s underside' };

interface State {
  of?: Conversion;
  running: boolean;
  share: number;
  found?: HowFar;
  failed?: string;
}

/** How far the shell can be cut down with everything where it is. */
export function HowFarDown({ document }: { document: Conversion }) {
  const l = useLength();
  const [state, setState] = useState<State>({ running: false, share: 0 });
  const asked = useRef(0);
  useEffect(
    () => () => {
      if (asked.current > 0) stop('long', STOPPED);
    },
    [],
  );
  const start = async () => {
    stop('long', STOPPED);
    const own = ++asked.current;
    const put = (patch: Partial<State>) => {
      if (own === asked.current) setState((s) => ({ ...s, ...patch }));
    };
    setState({ of: document, running: true, share: 0 });
    try {
      const found = await run('long', 'fit', 'howFarDown', [document], ({ share }: Telling) => put({ share }));
      put({ running: false, found });
    } catch (error) {
      const { message } = error as Error;
      put({ running: false, ...(message === STOPPED ? {} : { failed: message }) });
    }
  };
  const { found } = state;
  const fresh = state.of === document && !state.running;
  return (
    <div className="mt-3 border-t border-line pt-3">
      {state.running ? (
        <Button
          onClick={() => {
            asked.current++;
            stop('long', STOPPED);
            setState((s) => ({ ...s, running: false }));
          }}
        >
          <Square size={14} aria-hidden /> Stop
        </Button>
      ) : (
        <Button onClick={() => void start()}>
          <Ruler size={15} aria-hidden /> How far can it be cut down?
        </Button>
      )}
      {state.running && <Progress share={state.share} what="gaps between what stands in it" />}
      {state.failed !== undefined && (
        <p className="mb-0 text-stop" role="alert">
          {state.failed}
        </p>
      )}
      {found && (
        <div className="mt-2" role="status">
          {found.cuts.length === 0 ? (
            <p className="m-0">
              Not by as much as is worth two cuts, with everything where it is. Move parts together first.
            </p>
          ) : (
            <>
              <p className="figure m-0 text-2xl">{found.after.map(l).join(' × ')}</p>
              <p className="m-0">
                At least so far, with everything where it is, from {found.before.map(l).join(' × ')}.
              </p>
              <ol className="mt-1 mb-0 list-decimal pl-5">
                {found.cuts.map((cut, i) => (
                  <li key={i}>
                    {l(cut.from)} to {l(cut.to)} from the {WAY[cut.axis]}
                    {i > 0 ? ' of what is left' : ''}
                    {cut.shorter.length > 0 && (
                      <span className="text-sm text-ink-soft"> · through {[...new Set(cut.shorter)].join(', ')}</span>
                    )}
                  </li>
                ))}
              </ol>
              {found.later?.map((sentence) => (
                <p key={sentence} className="m-0 text-sm leading-snug text-stop">
                  <InUnit words={sentence} />
                </p>
              ))}
              <TryAndUse label="all these cuts" change={found.change} blocked={!fresh} />
            </>
          )}
        </div>
      )}
    </div>
  );
}
