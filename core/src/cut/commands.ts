import { stationCommands } from '../station';
import type { cut } from './station';

export const cutCommands = stationCommands<ReturnType<(typeof cut)['assess']>['report']>({
  print: (_context, { openings, air, works }) => ({ openings, air, works }),
  verbs: {
    sheets: {
      words:
        '1:1 cut sheets into a folder: sheets.pdf, and of each face SVG, DXF, a sheet to punch and one to transfer',
      load: async () => (await import('./verbs')).sheets,
    },
    solids: {
      words: 'everything to print into a folder: STL and 3MF, in pieces where the bed is smaller',
      load: async () => (await import('./verbs')).solids,
    },
    stock: {
      words: 'flat pieces on sheets, lengths from bars, what comes out of the openings',
      load: async () => (await import('./verbs')).stock,
    },
    align: {
      words: 'places at which holes of a part meet holes that the shell has, part by part',
      load: async () => (await import('./verbs')).align,
    },
  },
});
