import { overlapsOf } from './overlaps';
import { stationCommands } from '../station';
import type { fit } from './station';

export const fitCommands = stationCommands<ReturnType<(typeof fit)['assess']>['report']>({
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
