import { accessOf, orderFindings, orderOf } from './order';
import { openingFindings, sweepsOf } from './opening';
import { followFindings, reachFindings, routesOf } from './reach';
import { remediesFor } from './remedies';
import { stationWork } from '../station';

export const fitWork = stationWork({
  /** How cables run, in which order things go in. */
  slow: ({ document, assembly }) => {
    const routes = routesOf(document, assembly);
    const findings = [
      ...reachFindings(document, routes),
      ...followFindings(document, routes),
      ...openingFindings(document, sweepsOf(document, assembly)),
      ...orderFindings(document, assembly, orderOf(document, assembly), accessOf(document, assembly)),
    ];
    return { findings };
  },
  // Of the panel: which features are used as controls, and so want a finger.
  slowReads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.survivors',
    'shell',
    'kit.parts',
    'layout',
    'panel.controls',
  ],
  remedies: remediesFor,
  jobs: () => import('./jobs'),
});
