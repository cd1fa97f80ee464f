import { layOnDays, type Laid, type PlannedStep } from '@young-shell/core/build';
import { inUnit } from '@young-shell/core/quantity';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useComputed } from '../../work/useComputed';
import { today } from '../../ui/days';

/** The steps, in the reader’s unit, with Fit’s order once it is computed; and the days they are laid on. */
export function useSteps(): { steps: readonly PlannedStep[]; laid: Laid; busy: boolean } {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((state) => state.preferences.unit);
  const quick = useAppSelector(selectAssessment).reports.build.steps;
  const day = today();
  const { value, busy } = useComputed('short', 'build', 'steps', [document, day]);
  return useMemo(() => {
    const steps = value?.steps ?? quick;
    // What was ticked a moment ago is not waited for.
    const fresh = new Map(quick.map((s) => [s.id, s]));
    const merged = steps.flatMap((s) => {
      const now = fresh.get(s.id);
      return now
        ? [{ ...now, after: s.after, waitsFor: s.after.flatMap((b) => (fresh.get(b.id)?.done ? [] : [b.id])) }]
        : [];
    });
    const missing = quick.filter((s) => !steps.some((o) => o.id === s.id));
    const all = [...merged, ...missing].map((s) => ({ ...s, name: inUnit(s.name, unit) }));
    return { steps: all, laid: layOnDays(document, all, day), busy };
  }, [value, quick, document, day, busy, unit]);
}
