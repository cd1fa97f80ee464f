import { reopeningRemedies } from './reopening';
import { restRemedies } from './rests';
import { volumesOf } from './volumes';
import { stationWork } from '../station';

export const shellWork = stationWork({
  slow: async ({ document }, tools) => {
    const { outside, free } = volumesOf(document, await tools.kernel());
    return { figures: { 'outer-litres': outside, 'free-litres': free } };
  },
  remedies: (document, finding) =>
    finding.id.startsWith('shell/body/') ? reopeningRemedies(document, finding) : restRemedies(document, finding),
  slowReads: ['shell', 'kit.parts', 'layout'],
  jobs: () => import('./jobs'),
});
