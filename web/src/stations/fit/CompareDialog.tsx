import { assemble } from '@young-shell/core/assembly';
import type { Conversion } from '@young-shell/core/document';
import { balanceOf } from '@young-shell/core/fit';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import { isPresent, markPlan, SOFT_RULES, withLayout, type Mark } from '@young-shell/core/search';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Dialog } from '../../ui/Dialog';
import { LayoutPicture } from '../../view/LayoutPicture';
import { withVariant } from './plans';

const UNITS: Record<Mark['unit'], (v: number) => string> = {
  mm: (v) => `${formatLength(v)} mm`,
  count: (v) => String(v),
  percent: (v) => `${Math.round(v)} %`,
  degree: (v) => `${Math.round(v)}°`,
};

/** Layouts side by side: pictures above, figures below, the best of each row marked. */
export function CompareDialog({ onClose }: { onClose: () => void }) {
  const document = useAppSelector(selectDocument);
  const found = useAppSelector((s) => s.search.layouts.best);
  const columns = useMemo(() => {
    const plans: { name: string; plan: Conversion }[] = [
      ...(Object.keys(document.layout.placements).length > 0 ? [{ name: 'Now', plan: document }] : []),
      ...Object.values(document.layout.variants)
        .filter((v) => !isPresent(document, v))
        .map((v) => ({ name: v.name, plan: withVariant(document, v) })),
      ...found
        .slice(0, 4)
        .map((layout, i) => ({ name: `Layout ${i + 1}`, plan: withLayout(document, layout.placements) })),
    ];
    return plans.slice(0, 7).map(({ name, plan }) => {
      const assembly = assemble(plan);
      return { name, plan, marked: markPlan(plan, assembly), balance: balanceOf(plan, assembly) };
    });
  }, [document, found]);
  return (
    <Dialog
      wide
      open
      title="Layouts side by side"
      about="Each line is a rule by which layouts are compared; the best of a line is underlined."
      onClose={onClose}
    >
      <div className="overflow-x-auto p-4">
        <table className="border-collapse">
          <thead>
            <tr>
              <td />
              {columns.map(({ name, plan }) => (
                <th key={name} scope="col" className="px-3 pb-2 text-left align-bottom">
                  <LayoutPicture document={plan} name={name} />
                  <span className="mt-1 block max-w-[120px] [overflow-wrap:anywhere] font-label text-[15px]">
                    {name}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <Row
              name="Mark, of 100"
              values={columns.map((c) => c.marked.score)}
              write={(v) => String(Math.round(v))}
              best="most"
            />
            <Row name="Things that stop" values={columns.map((c) => c.marked.stops)} write={String} best="least" />
            {SOFT_RULES.map((rule, i) => (
              <Row
                key={rule.id}
                name={rule.name}
                values={columns.map((c) => c.marked.marks[i]!.mark.figure)}
                write={UNITS[columns[0]?.marked.marks[i]?.mark.unit ?? 'mm']}
                scores={columns.map((c) => c.marked.marks[i]!.mark.score)}
                best="most"
              />
            ))}
            <Row
              name="Weight in all, kg"
              values={columns.map((c) => (c.balance.parts + c.balance.shell) / 1000)}
              write={(v) => v.toFixed(1)}
              best="least"
            />
            <Row
              name="Centre of mass, height"
              values={columns.map((c) => c.balance.centre[2])}
              write={(v) => `${Math.round(v)} mm`}
              best="least"
            />
          </tbody>
        </table>
      </div>
    </Dialog>
  );
}

function Row({
  name,
  values,
  write,
  scores,
  best,
}: {
  name: string;
  values: number[];
  write: (v: number) => string;
  scores?: number[];
  best: 'most' | 'least';
}) {
  const by = scores ?? values;
  const top = best === 'most' ? Math.max(...by) : Math.min(...by);
  const unit = useAppSelector((s) => s.preferences.unit);
  // Best is only what looks better: figures that are written alike are alike.
  const texts = values.map((v) => inUnit(write(v), unit));
  const bestTexts = new Set(texts.filter((_, i) => Math.abs(by[i]! - top) < 1e-6));
  const differ = texts.some((text) => !bestTexts.has(text));
  return (
    <tr className="border-t border-line">
      <th scope="row" className="py-1 pr-4 text-left font-label text-[15px] font-medium whitespace-nowrap">
        {name}
      </th>
      {texts.map((text, i) => (
        <td
          key={i}
          className={`figure px-3 text-lg ${differ && bestTexts.has(text) ? 'underline decoration-2 underline-offset-4' : ''}`}
        >
          {text}
          {differ && bestTexts.has(text) && <span className="sr-only"> (best)</span>}
        </td>
      ))}
    </tr>
  );
}
