import { station } from '../station';
import { assessFit } from './assess';
import { accessOf, orderFindings, orderOf } from './order';
import { openingFindings, sweepsOf } from './opening';
import { overlapsOf } from './overlaps';
import { followFindings, reachFindings, routesOf } from './reach';
import { remediesFor } from './remedies';
import { marginWatches } from './watches';

export const fit = station({
  id: 'fit',
  number: 3,
  label: 'Fit',
  headline: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut'],
  assess: ({ document, assembly }) => assessFit(document, assembly),
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
  slowReads: ['brief', 'shell', 'kit', 'layout'],
  watches: ({ assembly }) => marginWatches(assembly),
  print: async ({ document }, { margins, measureAgain }, tools) => ({
    overlaps: overlapsOf(document, await tools.kernel()),
    margins: margins.map(({ id, kind, distance, required, spare, spread }) => ({
      id,
      kind,
      distance,
      required: required.value,
      spare,
      spread,
    })),
    measureAgain,
  }),
  remedies: remediesFor,
  jobs: () => import('./jobs'),
  verbs: {
    layouts: {
      words: 'layouts of the whole kit, best first; what can’t be together',
      load: async () => (await import('./verbs')).layouts,
    },
    'ways-out': {
      words: 'the least interventions after which everything fits',
      load: async () => (await import('./verbs')).waysOut,
    },
    order: {
      words: 'assembly order, access, cables, weight and balance',
      load: async () => (await import('./verbs')).order,
    },
  },
});
