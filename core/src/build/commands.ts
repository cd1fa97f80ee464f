import { stationCommands } from '../station';
import type { build } from './station';

export const buildCommands = stationCommands<ReturnType<(typeof build)['assess']>['report']>({
  print: (_context, { steps, bill }) => ({
    build: { steps: steps.length, done: steps.filter((s) => s.done).length, toBuy: bill.toBuy, spent: bill.spent },
  }),
  verbs: {
    steps: {
      words: 'every step of the build with what comes before it, laid on days',
      load: async () => (await import('./verbs')).steps,
    },
    book: {
      words: 'everything of the conversion as one printable document',
      load: async () => (await import('./verbs')).book,
    },
    bill: {
      words: 'what the plan takes: parts, screws, wire, cans, with prices',
      load: async () => (await import('./verbs')).bill,
    },
  },
});
