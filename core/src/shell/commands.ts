import { volumesOf } from './volumes';
import { stationCommands } from '../station';
import type { shell } from './station';

export const shellCommands = stationCommands<ReturnType<(typeof shell)['assess']>['report']>({
  print: async ({ document }, _report, tools) => ({ volumes: volumesOf(document, await tools.kernel()) }),
  verbs: {
    survey: {
      words: 'what to measure next, most useful first',
      load: async () => (await import('./verbs')).survey,
    },
    room: {
      words: 'largest free blocks, slab and stick',
      load: async () => (await import('./verbs')).room,
    },
  },
});
