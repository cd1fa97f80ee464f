import { stationCommands } from '../station';
import type { panel } from './station';

export const panelCommands = stationCommands<ReturnType<(typeof panel)['assess']>['report']>({
  print: (_context, { matched, harness, cost }) => ({
    panel: {
      controls: matched.controls.map(({ id, control, way }) => ({
        id,
        name: control.name,
        wish: control.wish,
        way: way?.label ?? null,
      })),
      wires: harness.rows.length,
      cost,
    },
  }),
  verbs: {
    matrix: {
      words: 'rows, columns, doubts and ghosts of every key field; its map as JSON, CSV and a C header',
      load: async () => (await import('./verbs')).matrix,
    },
    harness: {
      words: 'every wire of the panel: ends, colour, gauge, length by its way, test',
      load: async () => (await import('./verbs')).harness,
    },
    pins: {
      words: 'headers pin by pin, and the next test of every plug that nobody knows',
      load: async () => (await import('./verbs')).pins,
    },
  },
});
