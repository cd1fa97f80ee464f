import { station } from '../station';
import { assessBuild } from './assess';
import { billOf } from './materials';
import { stepsOf } from './steps/all';

export const build = station({
  id: 'build',
  number: 9,
  label: 'Build',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'power', 'panel', 'build'],
  assess: ({ document, assembly }) => assessBuild(document, assembly),
  print: (_context, { steps, bill }) => ({
    build: { steps: steps.length, done: steps.filter((s) => s.done).length, toBuy: bill.toBuy, spent: bill.spent },
  }),
  costs: ({ document, assembly }) => {
    const { toBuy, rows } = billOf(document, assembly);
    const { steps } = stepsOf(document, assembly);
    return {
      // What is spent stays spent.
      money: toBuy,
      unpriced: rows.filter((r) => r.is.state === 'buy' && r.price === undefined).length,
      minutes: steps.reduce((sum, s) => sum + (s.done || s.unattended ? 0 : s.minutes), 0),
    };
  },
  jobs: () => import('./jobs'),
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
