import { routesOf } from '../fit';
import { station } from '../station';
import { assessAir } from './assess';
import { slowAirFindings } from './findings';
import { airRemedies } from './remedies';
import { airReport } from './report';
import { touchFindings } from './touch';

export const air = station({
  id: 'air',
  number: 4,
  label: 'Air',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'air', 'power'],
  assess: ({ document, assembly }) => assessAir(document, assembly),
  /** How sure it is, and what becomes of it when a fan stands. */
  slow: ({ document, assembly }) => {
    const routes = routesOf(document, assembly);
    const report = airReport(document, assembly, undefined, false, undefined, routes);
    return { findings: [...slowAirFindings(report), ...touchFindings(document, assembly, routes)] };
  },
  remedies: airRemedies,
  print: (_context, { watts, through, needed, rise, around, noise, temperatures }) => ({
    air: { watts, through, needed, rise, around, noise: Number.isFinite(noise) ? noise : null, temperatures },
  }),
  jobs: () => import('./jobs'),
  verbs: {
    air: {
      words: 'flows, rises, temperatures and noise in every state',
      load: async () => (await import('./verbs')).air,
    },
  },
});
