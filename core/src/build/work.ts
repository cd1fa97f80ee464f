import { billOf } from './materials';
import { stepsOf } from './steps/all';
import { stationWork } from '../station';

export const buildWork = stationWork({
  costs: ({ document, assembly }) => {
    const { toBuy, rows } = billOf(document, assembly);
    const { steps } = stepsOf(document, assembly);
    return {
      // What is spent stays spent.
      money: toBuy,
      unpriced: rows.filter((r) => r.is.state === 'buy' && r.price === undefined).length,
      minutes: steps.reduce((sum, s) => sum + (s.done || s.unattended ? 0 : s.minutes), 0),
    };
  },
  jobs: () => import('./jobs'),
});
