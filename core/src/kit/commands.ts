import { kitMass } from './assess';
import { stationCommands } from '../station';
import type { kit } from './station';

export const kitCommands = stationCommands<ReturnType<(typeof kit)['assess']>['report']>({
  print: ({ document }) => ({ mass: kitMass(document) }),
  verbs: {
    holes: { words: 'hole maps solved', load: async () => (await import('./verbs')).holes },
  },
});
