import { stationCommands } from '../station';
import type { power } from './station';

export const powerCommands = stationCommands<ReturnType<(typeof power)['assess']>['report']>({
  print: (_context, { budget, advice, rating, wall, chains }) => ({
    power: { loads: budget.loads, transient: budget.transient, advice, rating: rating ?? null, wall, chains },
  }),
  verbs: {
    power: {
      words: 'budget by rail, wires by their real ways, splitter chains, earth list',
      load: async () => (await import('./verbs')).power,
    },
  },
});
