import type { Conversion } from '@young-shell/core/document';
import { POLICIES } from '@young-shell/core/brief';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import { cutDown, type CutDown, type HowFar } from '@young-shell/core/search';
import { Ruler, Square } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { LengthField } from '../../ui/LengthField';
import { Progress } from '../../ui/Progress';
import { Section } from '../../ui/Section';
import { preview } from '../../view/slice';
import type { Telling } from '../../work/engine.worker';
import { run, stop } from '../../work/work';

const STOPPED = 'Stopped.';
const AXES = [
  { value: '0', label: 'the width' },
  { value: '1', label: 'the depth' },
  { value: '2', label: 'the height' },
] as const;
const WAY: Record<CutDown['axis'], string> = { 0: 'left end', 1: 'front', 2: 'floor’s underside' };

/** A shell cut along two planes, the piece between taken out, and joined again; and how far that goes as things stand. */
export function CutItDown() {
  const document = useAppSelector(selectDocument);
  const [axis, setAxis] = useState<(typeof AXES)[number]['value']>('0');
  const [from, setFrom] = useState(100);
  const [to, setTo] = useState(130);
  const found = useMemo((): CutDown | string => {
    try {
      return cutDown(document, { axis: Number(axis) as CutDown['axis'], from, to });
    } catch (error) {
      return (error as Error).message;
    }
  }, [document, axis, from, to]);
  const { policy } = document.brief;
  return (
    <Section
      title="Cut it down"
      aside={
        <Explain
          title="Cut it down"
          rows={[
            {
              label: 'counted',
              value: '',
              source: 'hull, features, openings, bodies and parts beyond the piece move nearer by it',
            },
            {
              label: 'joined edges',
              value: '± 1 mm',
              source: 'common practice, no source: sizes ask to be measured again',
            },
          ]}
        />
      }
    >
      {policy !== 'open' && (
        <p className="mt-0 mb-2 text-warn">
          The brief says {POLICIES[policy].label}: {POLICIES[policy].short}. This can’t be undone on the shell.
        </p>
      )}
      <div className="grid grid-cols-3 gap-2">
        <Choice label="Shorter along" value={axis} options={AXES} onChange={setAxis} />
        <LengthField label="From" value={from} least={0} most={5000} onCommit={(mm) => void setFrom(mm)} />
        <LengthField label="To" value={to} least={0} most={5000} onCommit={(mm) => void setTo(mm)} />
      </div>
      {typeof found === 'string' ? (
        <p className="mt-2 mb-0 text-stop" role="alert">
          <InUnit words={found} />
        </p>
      ) : (
        <One cut={found} />
      )}
      <HowFarDown document={document} />
    </Section>
  );
}

function InUnit({ words }: { words: string }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  return <>{inUnit(words, unit)}</>;
}

/** Lengths in the user’s unit. */
function useLength() {
  const unit = useAppSelector((s) => s.preferences.unit);
  return (mm: number) => `${formatLength(mm, unit)} ${unit === 'mm' ? 'mm' : 'in'}`;
}

function TryAndUse({ label, change, blocked }: { label: string; change: CutDown['change']; blocked: boolean }) {
  const tried = useAppSelector((s) => s.view.preview?.change === change);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  useEffect(() => () => void dispatch(preview(null)), [dispatch]);
  return (
    <div className="mt-1 flex gap-2">
      <Button
        look="quiet"
        aria-pressed={tried}
        disabled={blocked}
        aria-label={`Try on: ${label}`}
        onClick={() => dispatch(preview(tried ? null : { label, change }))}
      >
        Try on
      </Button>
      <Button
        look="quiet"
        disabled={blocked}
        aria-label={`Use: ${label}`}
        onClick={() => {
          dispatch(preview(null));
          submit(change);
        }}
      >
        Use
      </Button>
    </div>
  );
}

/** What one piece costs, and where the lines are. */
function One({ cut }: { cut: CutDown }) {
  const l = useLength();
  return (
    <div className="mt-2" role="status">
      {cut.inTheWay.length > 0 && (
        <p className="m-0 text-stop">
          In the way: {cut.inTheWay.map((p) => p.name).join(', ')}. Move {cut.inTheWay.length === 1 ? 'it' : 'them'}{' '}
          first.
        </p>
      )}
      {cut.lost.length > 0 && (
        <p className="m-0 text-warn">
          Lost with the piece:{' '}
          {cut.lost.map(({ name, survivor }) => (survivor ? `${name} (survives, says the brief)` : name)).join(', ')}.
        </p>
      )}
      {cut.shorter.length > 0 && (
        <p className="m-0">Cut through and shorter: {[...new Set(cut.shorter)].join(', ')}.</p>
      )}
      <p className="m-0">
        {l(cut.to - cut.from)} shorter; {l(cut.sawn)} to saw, the same again to join.
      </p>
      <ul className="m-0 list-none p-0 text-sm text-ink-soft">
        {cut.lines.map(({ face, name, along, from, to }) => (
          <li key={face}>
            {name}: {l(from)} and {l(to)} from its {along === 'u' ? 'left' : 'lower'} edge
          </li>
        ))}
      </ul>
      <p className="mt-1 mb-0 text-sm text-ink-soft">
        Saw beside the lines, on the side of the piece. Strips of the same stuff inside hold the joint; clamp it on a
        flat board. Glasses and mask on.
      </p>
      <TryAndUse label={`${l(cut.to - cut.from)} out`} change={cut.change} blocked={cut.inTheWay.length > 0} />
    </div>
  );
}

interface State {
  of?: Conversion;
  running: boolean;
  share: number;
  found?: HowFar;
  failed?: string;
}

function HowFarDown({ document }: { document: Conversion }) {
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
