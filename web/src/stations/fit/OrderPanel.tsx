import { nameOf, type Access, type Order, type OrderStep } from '@young-shell/core/fit';
import { DIRECTIONS, type Vec3 } from '@young-shell/core/solid';
import { ChevronLeft, ChevronRight, Play, Square } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { select, showMotion } from '../../view/slice';
import { useComputed } from '../../work/useComputed';
import { BalanceNote } from './BalanceNote';

const LEG_MS = 700;

/** How far a part is from its place at a share of its way in. */
function away({ legs }: OrderStep, share: number): Vec3 {
  const lengths = legs.map((leg) => leg.by);
  const total = lengths.reduce((sum, l) => sum + l, 0);
  let left = (1 - share) * total;
  const by: Vec3 = [0, 0, 0];
  for (const leg of [...legs].reverse()) {
    const part = Math.min(left, leg.by);
    DIRECTIONS[leg.direction].forEach((d, i) => (by[i] = by[i]! - d * part));
    left -= part;
  }
  return by;
}

/** In which order everything goes in, stepped through in the view; what comes out first; hands, drivers, balance. */
export function OrderPanel() {
  const document = useAppSelector(selectDocument);
  const { value, busy } = useComputed('short', 'fit', 'order', [document]);
  if (Object.keys(document.layout.placements).length === 0)
    return (
      <Section title="Order">
        <p className="m-0 text-ink-soft">Nothing is in the shell yet: there is no order to find.</p>
      </Section>
    );
  if (!value)
    return (
      <Section title="Order">
        <p className="m-0 text-ink-soft">{busy ? 'taking it apart …' : ''}</p>
      </Section>
    );
  return (
    <>
      <Steps order={value.order} />
      <FirstOut order={value.order} />
      <Reaching access={value.access} />
      <Reopening order={value.order} />
      <BalanceNote balance={value.balance} />
    </>
  );
}

function useSteps(order: Order) {
  const dispatch = useAppDispatch();
  const [at, setAt] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const frame = useRef(0);
  const show = useCallback(
    (index: number | null, share: number) => {
      const step = index === null ? undefined : order.steps[index];
      dispatch(
        showMotion(
          step
            ? {
                aside: order.steps
                  .slice(index! + 1)
                  .flatMap((s) => s.parts)
                  .concat(order.trapped),
                moving: step.parts,
                by: away(step, share),
              }
            : null,
        ),
      );
    },
    [dispatch, order],
  );
  /** Moves a step’s part in; when it is in, goes on with the next while playing. */
  const run = useCallback(
    (index: number, onward: boolean) => {
      cancelAnimationFrame(frame.current);
      setAt(index);
      const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
      const whole = still ? 1 : order.steps[index]!.legs.length * LEG_MS;
      const started = performance.now();
      const tick = (now: number) => {
        const share = Math.min(1, (now - started) / whole);
        show(index, share);
        if (share < 1) frame.current = requestAnimationFrame(tick);
        else if (onward && index + 1 < order.steps.length) run(index + 1, true);
        else setPlaying(false);
      };
      frame.current = requestAnimationFrame(tick);
    },
    [order, show],
  );
  const stop = useCallback(() => {
    cancelAnimationFrame(frame.current);
    setPlaying(false);
  }, []);
  useEffect(
    () => () => {
      cancelAnimationFrame(frame.current);
      dispatch(showMotion(null));
    },
    [dispatch, order],
  );
  return {
    at,
    playing,
    step: (index: number) => {
      setPlaying(false);
      run(index, false);
    },
    play: () => {
      setPlaying(true);
      run(at === null || at + 1 >= order.steps.length ? 0 : at + 1, true);
    },
    stop,
    done: () => {
      stop();
      setAt(null);
      show(null, 1);
    },
  };
}

const WORDS = { top: 'up', bottom: 'down', left: 'to the left', right: 'to the right', front: 'forward', rear: 'back' };

function Steps({ order }: { order: Order }) {
  const document = useAppSelector(selectDocument);
  const { at, playing, step, play, stop, done } = useSteps(order);
  const name = (id: string) => nameOf(document, { kind: 'part', id });
  const { steps, trapped, exits } = order;
  return (
    <Section
      title="How it goes together"
      aside={
        <Explain
          title="Order"
          rows={[
            {
              label: 'way in',
              value: '',
              source:
                'the way out backwards: straight through what opens, or after a move sideways; nothing may be in it',
            },
            {
              label: 'order',
              value: '',
              source: 'whatever can come out comes out, until nothing is left; backwards that is how it goes in',
            },
            {
              label: 'trapped',
              value: '',
              source: 'what stays behind when no part, and no two together, can come out any more',
            },
          ]}
        />
      }
    >
      {exits.length === 0 ? (
        <p className="m-0 text-stop">Nothing of this shell opens: add its lid, door or drawer at the Shell station.</p>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap gap-1.5">
            {playing ? (
              <Button onClick={stop}>
                <Square size={14} aria-hidden /> Stop
              </Button>
            ) : (
              <Button look="strong" disabled={steps.length === 0} onClick={play}>
                <Play size={14} aria-hidden /> Play
              </Button>
            )}
            <Button aria-label="Step back" disabled={!at} onClick={() => step(at! - 1)}>
              <ChevronLeft size={16} aria-hidden />
            </Button>
            <Button
              aria-label="Next step"
              disabled={steps.length === 0 || at === steps.length - 1}
              onClick={() => step(at === null ? 0 : at + 1)}
            >
              <ChevronRight size={16} aria-hidden />
            </Button>
            {at !== null && (
              <Button look="quiet" onClick={done}>
                show all
              </Button>
            )}
          </div>
          <ol className="m-0 list-none p-0" aria-live="polite">
            {steps.map((s, i) => (
              <li
                key={s.parts.join()}
                className={`border-t border-line first:border-t-0 ${at === i ? 'bg-paper' : ''}`}
              >
                <button
                  type="button"
                  aria-current={at === i ? 'step' : undefined}
                  className="grid w-full grid-cols-[28px_minmax(0,1fr)] gap-x-2 py-1 text-left hover:underline"
                  onClick={() => step(i)}
                >
                  <span className="figure text-right text-xl leading-6">{i + 1}</span>
                  <span className="leading-snug">
                    {s.parts.map(name).join(' with ')}
                    <span className="block font-label text-sm text-ink-soft">
                      through {s.exit}: {s.legs.map((leg) => WORDS[leg.direction]).join(', ')}
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
          {trapped.length > 0 && (
            <p className="mb-0 border-l-4 border-stop pl-2.5">
              {trapped.map(name).join(', ')}: trapped, no way in or out through {exits.join(', ')}.
            </p>
          )}
        </>
      )}
    </Section>
  );
}

function FirstOut({ order }: { order: Order }) {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const rows = Object.entries(order.first);
  if (rows.length === 0) return null;
  return (
    <Section title="To change a part, take out first">
      <table className="w-full border-collapse">
        <tbody>
          {rows.map(([id, first]) => (
            <tr key={id} className="border-t border-line first:border-t-0">
              <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                <button
                  type="button"
                  className="text-left hover:underline"
                  onClick={() => dispatch(select({ kind: 'part', id }))}
                >
                  {nameOf(document, { kind: 'part', id })}
                </button>
              </th>
              <td className={`py-0.5 text-right text-sm ${first.length === 0 ? 'text-good' : 'text-ink-soft'}`}>
                {first.length === 0
                  ? 'nothing'
                  : first.map((p) => nameOf(document, { kind: 'part', id: p })).join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}

function Reaching({ access }: { access: readonly Access[] }) {
  const document = useAppSelector(selectDocument);
  const name = (id: string) => (id === 'shell' ? 'the shell' : nameOf(document, { kind: 'part', id }));
  const blocked = access.filter((a) => a.blockers.length > 0);
  const key = (a: Access) => `${a.about.id} ${a.what} ${a.blockers.join()}`;
  const groups = [...new Set(blocked.map(key))].map((k) => blocked.filter((a) => key(a) === k));
  return (
    <Section
      title="Screws, plugs and switches"
      aside={
        <Explain
          title="Room for hands"
          rows={[
            {
              label: 'driver',
              value: '8 × 100',
              source: 'shaft and straight approach, mm (common practice, no source)',
            },
            {
              label: 'fingertip',
              value: '20 × 25',
              source:
                'from what opens straight to the plug or the contacts of a control, before the wall to a mains switch, mm (common practice, no source)',
            },
          ]}
        />
      }
    >
      {groups.length === 0 ? (
        <p className="m-0 text-good">All {access.length} are within reach with everything in.</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {groups.map((group) => {
            const [a] = group as [Access];
            const own = a.blockers.includes(a.about.id);
            const others = a.blockers.filter((b) => b !== a.about.id).map(name);
            return (
              <li key={key(a)} className="border-t border-line py-1 leading-snug first:border-t-0">
                {nameOf(document, a.about)}:{' '}
                {a.what === 'screw'
                  ? `${group.length} screw${group.length === 1 ? '' : 's'}`
                  : group.map((g) => g.name).join(', ')}{' '}
                <span className="text-ink-soft">
                  behind {[...(own ? ['its own blocks'] : []), ...others].join(', ')}
                </span>
              </li>
            );
          })}
          <li className="border-t border-line py-1 text-good">
            The other {access.length - blocked.length} are within reach.
          </li>
        </ul>
      )}
    </Section>
  );
}

function Reopening({ order }: { order: Order }) {
  const { bodies } = useAppSelector(selectDocument).shell;
  const shut = Object.values(bodies).filter(
    (b) =>
      b.kind !== 'ring' &&
      !order.exits.includes(b.name || b.kind) &&
      b.closures.some((c) => c.releasedFrom === 'inside'),
  );
  const spoiled = Object.values(bodies).filter((b) => b.closures.some((c) => c.kind === 'glue' || c.kind === 'rivet'));
  if (order.exits.length === 0) return null;
  return (
    <Section title="After closing">
      <p className="m-0 leading-snug">
        {shut.length > 0
          ? `${shut.map((b) => b.name || b.kind).join(', ')} can’t be opened again: held from the inside only.`
          : `It can be opened again: ${order.exits.join(', then ')}.`}
        {spoiled.length > 0 &&
          ` ${spoiled.map((b) => b.name || b.kind).join(', ')}: glued or riveted, opening spoils it.`}
      </p>
    </Section>
  );
}
