import { MARGIN_ROOMS, marginName, severityOf, type JudgedMargin } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectShown } from '../../document/selectors';
import { pathWords } from '@young-shell/core/shell';
import { sharesOf } from '@young-shell/core/quantity';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { VerdictMark } from '../../ui/VerdictMark';
import { MarginBar, MarginKey } from './MarginBar';
import { shortWords } from './shortWords';
import { MarginChain } from './MarginChain';
import { openChain } from './slice';

const chance = (p: number) =>
  p > 0.999 ? 'over 99.9 %' : p < 0.001 ? 'under 0.1 %' : `${(100 * p).toFixed(p > 0.99 || p < 0.01 ? 1 : 0)} %`;

/** The tightest margins of the plan: nominal, worst case, 95 %, chance. */
export function MarginList() {
  const { fit } = useAppSelector(selectAssessment).reports;
  const [all, setAll] = useState(false);
  const shown = all ? fit.margins : fit.margins.slice(0, 4);
  return (
    <Section title="Tightest margins">
      {fit.margins.length === 0 && <p className="m-0 text-ink-soft">Nothing is near anything yet.</p>}
      {fit.margins.length > 0 && <MarginKey />}
      <ol className="m-0 list-none p-0">
        {shown.map((margin) => (
          <Row key={margin.id} margin={margin} />
        ))}
      </ol>
      {fit.margins.length > 4 && (
        <button type="button" className="mt-1 text-sm text-ink-soft underline" onClick={() => setAll(!all)}>
          {all ? 'only the tightest' : `all ${fit.margins.length}`}
        </button>
      )}
    </Section>
  );
}

function Row({ margin }: { margin: JudgedMargin }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectShown);
  const unit = useAppSelector((s) => s.preferences.unit);
  const open = useAppSelector((s) => s.fit.chain === margin.id);
  const { spread } = margin;
  const severity = severityOf(margin);
  const pressing = severity === 'stop' || severity === 'warn';
  const mm = (value: number) => formatLength(value, unit);
  const shares = sharesOf(margin.chain);
  const words = (id: string) => (id.startsWith('/layout') ? 'marking out' : pathWords(id, document));
  return (
    <li className="grid grid-cols-[74px_minmax(0,1fr)_auto] gap-x-3 border-t border-line py-1.5 first:border-t-0">
      <span
        className={`figure row-span-2 flex items-start justify-end gap-1 text-[28px] leading-8 ${pressing ? 'text-stop' : ''}`}
      >
        {pressing && (
          <span className="pt-2.5">
            <VerdictMark verdict={severity} size={12} colour="text-current" />
          </span>
        )}
        {mm(margin.distance)}
      </span>
      <button
        type="button"
        className="text-left text-[18px] leading-6 [overflow-wrap:anywhere] hover:underline"
        onClick={() => dispatch(select({ kind: 'part', id: margin.part }))}
      >
        {marginName(document, margin)}
        {margin.kind !== 'body' && ` (${MARGIN_ROOMS[margin.kind]})`}
      </button>
      <Explain
        title={marginName(document, margin)}
        rows={[
          {
            label: 'distance',
            value: mm(margin.distance),
            source: 'shortest, between the two solids; negative: the way out',
          },
          {
            label: 'required',
            value: mm(margin.required.value),
            source: `${margin.required.why}; ${margin.required.source.title}`,
          },
          {
            label: 'spare, worst case',
            value: mm(spread.worst),
            source: 'every value off by its whole ± in the bad direction',
          },
          {
            label: 'spare ± at 95 %',
            value: `± ${mm(spread.half95)}`,
            source: 'root of the sum of squares; normal, independent',
          },
          ...shares.slice(0, 4).map((s) => ({
            label: words(s.id),
            value: `${Math.round(100 * s.share)} %`,
            source: `of the uncertainty; ± ${s.uncertainty} mm`,
          })),
        ]}
      />
      <span className="col-start-2 font-label text-sm text-ink-soft">
        {shortWords(margin, mm)}spare {mm(margin.spare)} ±{mm(spread.half95)} at 95 %, worst {mm(spread.worst)} · fits
        with {chance(spread.probability)}
      </span>
      <span className="col-span-2 col-start-2">
        <MarginBar spread={spread} />
      </span>
      <button
        type="button"
        aria-expanded={open}
        className="col-span-2 col-start-2 min-h-8 text-left text-sm text-ink-soft underline"
        onClick={() => {
          dispatch(openChain(open ? null : margin.id));
          if (!open) dispatch(select({ kind: 'part', id: margin.part }));
        }}
      >
        {open ? 'close its sum' : 'what it is the sum of'}
      </button>
      {open && <MarginChain margin={margin} />}
    </li>
  );
}
