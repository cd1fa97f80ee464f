import { restRemedies } from './rests';
import { volumesOf } from './volumes';
import { stationWork } from '../station';

export const shellWork = stationWork({
  slow: async ({ document }, tools) => {
    const { outside, free } = volumesOf(document, await tools.kernel());
    return { figures: { 'outer-litres': outside, 'free-litres': free } };
  },
  remedies: restRemedies,
  slowReads: ['shell', 'kit.parts', 'layout'],
  jobs: () => import('./jobs'),
});
