import { lengthNeeded, nameOf, type Route } from '@young-shell/core/fit';

import { countOf, formatLength } from '@young-shell/core/quantity';
import { useEffect, useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Explain } from '../../ui/Explain';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { Button } from '../../ui/Button';
import { CableSwatch } from './CableSwatch';
import { showRoutes } from './slice';
import { useComputed } from '../../work/useComputed';

/** Every cable, riser and tube: how it runs, how long it has to be, what to buy, where the slack can lie. */
export function ReachPanel() {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const picked = useAppSelector((s) => s.fit.routes?.picked ?? null);
  const { value, busy } = useComputed('short', 'fit', 'routes', [document]);
  const ordered = useMemo(() => [...(value ?? [])].sort((a, b) => slackOf(a) - slackOf(b)), [value]);
  useEffect(() => {
    if (value) dispatch(showRoutes({ routes: value, picked: null }));
  }, [dispatch, value]);
  useEffect(
    () => () => {
      dispatch(showRoutes(null));
    },
    [dispatch],
  );
  const total = ordered.reduce((sum, r) => sum + (Number.isFinite(r.length) ? r.length : 0), 0);
  return (
    <Section
      title="Cables, risers and tubes"
      aside={
        <Explain
          title="Cable lengths"
          rows={[
            {
              label: 'way',
              value: '4 mm',
              source: 'shortest through free cells, pulled straight against the exact solids',
            },
            {
              label: 'bends',
              value: '',
              source: 'corners rounded by the bend radius of the cable; plugs go straight first',
            },
            {
              label: 'to buy',
              value: '+ 3 % + 15',
              source: 'the next usual length over the way and a little more (common practice, no source)',
            },
            {
              label: 'connectors',
              value: '',
              source: 'where they are usually found on such parts (common practice, no source)',
            },
          ]}
        />
      }
    >
      {busy && !value && <p className="m-0 text-ink-soft">laying cables …</p>}
      {value && value.length === 0 && (
        <p className="m-0 text-ink-soft">
          No cables yet: they follow from a board, a supply and what hangs on them, once those are in the shell.
        </p>
      )}
      {ordered.length > 0 && (
        <>
          <p className="mt-0 mb-1.5 text-sm text-ink-soft">
            {countOf(ordered.length, 'run')}, {(total / 1000).toFixed(2)} m in all.
          </p>
          <ul className="m-0 list-none p-0">
            {ordered.map((route) => (
              <Run
                key={route.link.id}
                route={route}
                picked={picked === route.link.id}
                onPick={() =>
                  dispatch(showRoutes({ routes: ordered, picked: picked === route.link.id ? null : route.link.id }))
                }
              />
            ))}
          </ul>
        </>
      )}
    </Section>
  );
}

/** The worst first: no way, too short, the least slack. */
const slackOf = (route: Route) => (Number.isFinite(route.length) ? (route.slack ?? -1) : -Infinity);

function Run({ route, picked, onPick }: { route: Route; picked: boolean; onPick: () => void }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const { link, radius, suggested, slack, slackAt, follows } = route;
  const length = lengthNeeded(route);
  const name = (id: string) => nameOf(document, { kind: 'part', id });
  const mm = (v: number) => formatLength(v, unit);
  const bad = !Number.isFinite(length) || (slack !== undefined && slack < 0);
  const tight = radius < link.cable.bendRadius * 0.6;
  return (
    <li className={`border-t border-line py-1.5 first:border-t-0 ${picked ? 'bg-paper outline-1 outline-pencil' : ''}`}>
      <button
        type="button"
        className="grid w-full grid-cols-[74px_minmax(0,1fr)] gap-x-3 text-left"
        aria-expanded={picked}
        onClick={onPick}
      >
        <span className={`figure row-span-2 text-right text-[28px] leading-8 ${bad ? 'text-stop' : ''}`}>
          {Number.isFinite(length) ? mm(length) : 'no way'}
        </span>
        <span className="text-[18px] leading-6 hover:underline">
          <CableSwatch kind={link.kind} />
          {link.cable.name}: {name(link.from.part)} to {name(link.to.part)}
        </span>
        <span className="font-label text-sm text-ink-soft">
          {link.own !== undefined
            ? `yours is ${mm(link.own)}${slack !== undefined ? `, ${slack < 0 ? `${mm(-slack)} too short` : `${mm(slack)} slack`}` : ''}`
            : suggested !== undefined
              ? `buy ${mm(suggested)}, ${mm(slack ?? 0)} slack`
              : Number.isFinite(length)
                ? 'longer than any usual one'
                : 'a plug is closed in'}
          {tight && Number.isFinite(length) ? ` · bends to ${mm(radius)} of ${mm(link.cable.bendRadius)}` : ''}
        </span>
      </button>
      {picked && (
        <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2 px-2 pt-1.5">
          <LengthField
            label="Length of the one you have"
            value={link.own ?? suggested ?? Math.ceil(length)}
            onCommit={(value) =>
              value < 10 || value > 5000
                ? `${value} mm is no cable; enter 10 to 5000 mm.`
                : submit({ type: 'setCable', id: link.id, cable: { length: value } })
            }
          />
          {link.own !== undefined && (
            <Button look="quiet" onClick={() => submit({ type: 'setCable', id: link.id, cable: null })}>
              I have none
            </Button>
          )}
          {follows && (
            <p className="col-span-2 m-0 text-sm text-ink-soft">
              {follows.lifted
                ? 'What it leads to is lifted off: unplug it first, or leave enough to lay that beside.'
                : `It follows what opens: its plugs are ${mm(follows.far)} apart at most, and it bends where it moves.`}
            </p>
          )}
          {slackAt && (
            <p className="col-span-2 m-0 text-sm text-ink-soft">
              Slack lies best around {slackAt.map((v) => mm(v)).join(', ')} (x, y, z): most room there.
            </p>
          )}
        </div>
      )}
    </li>
  );
}
