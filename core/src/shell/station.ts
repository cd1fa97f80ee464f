import { station } from '../station';
import { assessShell } from './assess';
import { cavityWatches } from './survey';
import { volumesOf } from './volumes';

export const shell = station({
  id: 'shell',
  number: 1,
  label: 'Shell',
  begins: true,
  reads: ['brief', 'shell'],
  assess: ({ document }) => ({
    report: null,
    findings: assessShell(document),
    rest: 'measured',
    touched: {
      features: new Set(
        Object.entries(document.shell.features)
          .filter(([, f]) => f.fate === 'removed')
          .map(([id]) => id),
      ),
    },
  }),
  slow: async ({ document }, tools) => {
    const { outside, free } = volumesOf(document, await tools.kernel());
    return { figures: { 'outer-litres': outside, 'free-litres': free } };
  },
  slowReads: ['shell', 'kit', 'layout'],
  watches: ({ assembly }) => cavityWatches(assembly),
  print: async ({ document }, _report, tools) => ({ volumes: volumesOf(document, await tools.kernel()) }),
  jobs: () => import('./jobs'),
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
