import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { mountsOf } from '../mounts/mounts';

/** A way to hold a part that was chosen and does not hold here. */
export const mountFindings = (document: Conversion, assembly: Assembly): Finding[] =>
  Object.keys(document.cut.mounts).length === 0
    ? []
    : mountsOf(document, assembly).flatMap((plan): Finding[] => {
        const option = plan.options.find((o) => o.kind === plan.chosen);
        const why = option ? option.no : `${plan.chosen} is no way to hold it here`;
        if (!plan.own || !why) return [];
        return [
          {
            id: `cut/mount/${plan.part}`,
            station: 'cut',
            verdict: 'warn',
            sentence: `${plan.name} is to be held by ${plan.chosen}: ${why}.`,
            brief: `${plan.name}: ${plan.chosen}`,
            figures: [],
            about: [{ kind: 'part', id: plan.part }],
          },
        ];
      });
