import { stationCommands } from '../station';
import type { proof } from './station';

export const proofCommands = stationCommands<ReturnType<(typeof proof)['assess']>['report']>({
  print: (_context, { checks, acceptance }) => ({
    proof: {
      checks: checks.length,
      good: checks.filter((c) => c.state === 'good').length,
      targets: acceptance.map(({ id, state }) => ({ id, state })),
    },
  }),
  verbs: {
    proof: {
      words: 'checks before and after the first power, burn-ins beside the model, targets with evidence',
      load: async () => (await import('./verbs')).proof,
    },
  },
});
