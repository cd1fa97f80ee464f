import { routesOf } from '../fit';
import { station } from '../station';
import { assessPower } from './assess';
import { wireFindings } from './findings';
import { powerRemedies } from './remedies';
import { powerReport } from './report';

export const power = station({
  id: 'power',
  number: 5,
  label: 'Power',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'power'],
  assess: ({ document, assembly }) => assessPower(document, assembly),
  /** What wires carry over the ways that their cables take. */
  slow: ({ document, assembly }) => ({
    findings: wireFindings(powerReport(document, assembly, routesOf(document, assembly)).wires),
  }),
  remedies: powerRemedies,
  print: (_context, { budget, advice, rating, wall, chains }) => ({
    power: { loads: budget.loads, transient: budget.transient, advice, rating: rating ?? null, wall, chains },
  }),
  jobs: () => import('./jobs'),
  verbs: {
    power: {
      words: 'budget by rail, wires by their real ways, splitter chains, earth list',
      load: async () => (await import('./verbs')).power,
    },
  },
});
