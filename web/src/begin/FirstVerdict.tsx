import { assessAll, HEADLINE } from '@young-shell/core/plan';
import { hullModel } from '@young-shell/core/assembly';
import type { Conversion } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { withLayout, type Layout } from '@young-shell/core/search';
import { useMemo } from 'react';
import { useAppSelector } from '../app/store';
import { LayoutPicture } from '../view/LayoutPicture';
import { VerdictMark } from '../ui/VerdictMark';
import { useComputed } from '../work/useComputed';

/** Findings that are written out. */
const SAID = 3;

/** What comes of the answers: the room inside, and, while one still types, a first layout with its verdict. */
export function useFirstVerdict(plan: Conversion | undefined) {
  const asked = plan && Object.keys(plan.kit.parts).length > 0 ? plan : undefined;
  const { value, busy } = useComputed('short', 'fit', 'firstLayout', asked ? [asked] : undefined);
  // An answer is about the plan it was asked for: parts may have come or gone since.
  const fits =
    value?.layout && asked && Object.keys(asked.kit.parts).every((id) => id in value.layout!.placements) && !busy;
  return {
    answer: asked ? value : undefined,
    busy: busy && asked !== undefined,
    layout: fits ? value.layout : undefined,
  };
}

interface Props {
  plan: Conversion;
  answer: ReturnType<typeof useFirstVerdict>['answer'];
  layout: Layout | undefined;
  busy: boolean;
}

export function FirstVerdict({ plan, answer, layout, busy }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const shown = useMemo(() => (layout ? withLayout(plan, layout.placements) : plan), [plan, layout]);
  const said = useMemo(() => assessAll(shown), [shown]);
  const litres = useMemo(() => {
    const { innerLow, innerHigh } = hullModel(plan.shell);
    return innerHigh.map((v, i) => v - innerLow[i]!);
  }, [plan.shell]);
  const headline = said.strip.find((cell) => cell.station === HEADLINE)!;
  const worst = said.findings
    .filter((f) => f.verdict === 'stop' || f.verdict === 'warn' || (f.station === HEADLINE && f.verdict === 'note'))
    .slice(0, SAID);
  const empty = Object.keys(plan.kit.parts).length === 0;
  return (
    <div aria-live="polite" aria-busy={busy}>
      <p className="m-0 text-ink-soft">
        Room inside{' '}
        <span className="figure text-xl text-ink">
          {inUnit(`${litres.map((v) => v.toFixed(1)).join(' × ')} mm`, unit)}
        </span>
      </p>
      <div className="mt-2">
        <LayoutPicture document={shown} name="First layout" beside width={160} />
      </div>
      {empty ? (
        <p className="mt-2 mb-0">Choose what goes in: a first layout is looked for while you go on.</p>
      ) : busy ? (
        <p className="mt-2 mb-0">Looking for a layout …</p>
      ) : layout ? (
        <>
          <p className="mt-2 mb-0 flex items-center gap-2 text-lg font-semibold">
            <VerdictMark verdict={headline.verdict} />
            {headline.verdict === 'stop' ? inUnit(headline.brief, unit) : 'It goes in'}
          </p>
          <ul className="m-0 mt-1 list-none p-0 leading-snug">
            {worst.map((f) => (
              <li key={f.id} className={`mt-1 border-l-4 pl-2 ${f.verdict === 'note' ? 'border-note' : 'border-warn'}`}>
                {inUnit(f.sentence, unit)}
              </li>
            ))}
          </ul>
        </>
      ) : answer ? (
        <p className="mt-2 mb-0 border-l-4 border-stop pl-2 leading-snug">
          No layout was found yet. {answer.shortfall ? inUnit(answer.shortfall.sentence, unit) : ''} On the bench, Fit
          says what it would take.
        </p>
      ) : null}
    </div>
  );
}
