import type { Conversion } from '@young-shell/core/document';
import type { CutDown, HowFar } from '@young-shell/core/search';
import { Ruler, Shuffle, Square } from 'lucide-react';
import { Button } from '../../ui/Button';
import { InUnit } from '../../ui/InUnit';
import { Progress } from '../../ui/Progress';
import { useLength } from '../../ui/useLength';
import type { Telling } from '../../work/engine.worker';
import { useLongJob } from '../../work/useLongJob';
import { run } from '../../work/work';
import { TryAndUse } from './TryAndUse';

const WAY: Record<CutDown['axis'], string> = { 0: 'left end', 1: 'front', 2: 'floor’s underside' };
const SEED = 1;

interface Told {
  share: number;
  what: string;
  found?: HowFar;
  none?: true;
}

/** How far the shell can be cut down: with everything where it is, or with everything placed anew. */
export function HowFarDown({ document }: { document: Conversion }) {
  const { found, none, running, failed, share, what, of, ...job } = useLongJob<Told>({ share: 0, what: '' });
  const stays = () =>
    job.start(document, async (put) => {
      const tell = ({ share, what }: Telling) => put({ share, what });
      put({ found: await run('long', 'fit', 'howFarDown', [document], tell) });
    });
  const anew = () =>
    job.start(document, async (put) => {
      const tell = ({ best, share, what }: Telling) => put(best ? { found: best[0] as HowFar } : { share, what });
      const better = await run('long', 'fit', 'howFarDownAnew', [document, SEED], tell);
      put(better ? { found: better } : { none: true });
    });
  return (
    <div className="mt-3 border-t border-line pt-3">
      {running ? (
        <Button onClick={job.stop}>
          <Square size={14} aria-hidden /> Stop
        </Button>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => void stays()}>
            <Ruler size={15} aria-hidden /> How far can it be cut down?
          </Button>
          <Button onClick={() => void anew()}>
            <Shuffle size={15} aria-hidden /> And with parts placed anew?
          </Button>
        </div>
      )}
      {running && <Progress share={share} what={what} />}
      {failed !== undefined && (
        <p className="mb-0 text-stop" role="alert">
          {failed}
        </p>
      )}
      {none && (
        <p className="mb-0" role="status">
          In no shell that was smaller by two cuts’ worth did a search place everything.
        </p>
      )}
      {found && <Found found={found} fresh={of === document && !running} />}
    </div>
  );
}

function Found({ found, fresh }: { found: HowFar; fresh: boolean }) {
  const l = useLength();
  const { cuts, after, before, later, change, anew } = found;
  if (cuts.length === 0)
    return (
      <p className="mt-2 mb-0" role="status">
        Not by as much as is worth two cuts, with everything where it is. Move parts together first.
      </p>
    );
  return (
    <div className="mt-2" role="status">
      <p className="figure m-0 text-[28px] leading-8">{after.map(l).join(' × ')}</p>
      <p className="m-0">
        At least so far, with everything {anew ? 'placed anew' : 'where it is'}, from {before.map(l).join(' × ')}.
      </p>
      <ol className="mt-1 mb-0 list-decimal pl-5">
        {cuts.map((cut, i) => (
          <li key={i}>
            {l(cut.from)} to {l(cut.to)} from the {WAY[cut.axis]}
            {i > 0 ? ' of what is left' : ''}
            {cut.shorter.length > 0 && (
              <span className="text-sm text-ink-soft"> · through {[...new Set(cut.shorter)].join(', ')}</span>
            )}
          </li>
        ))}
      </ol>
      {later?.map((sentence) => (
        <p key={sentence} className="m-0 text-sm leading-snug text-stop">
          <InUnit words={sentence} />
        </p>
      ))}
      <TryAndUse label="all these cuts" change={change} blocked={!fresh} />
    </div>
  );
}
