import { stationCommands } from '../station';
import type { air } from './station';

export const airCommands = stationCommands<ReturnType<(typeof air)['assess']>['report']>({
  print: (_context, { watts, through, needed, rise, around, noise, temperatures }) => ({
    air: { watts, through, needed, rise, around, noise: Number.isFinite(noise) ? noise : null, temperatures },
  }),
  verbs: {
    air: {
      words: 'flows, rises, temperatures and noise in every state',
      load: async () => (await import('./verbs')).air,
    },
  },
});
