import type { RoomMap } from '@young-shell/core/shell';
import { scaleQuantize } from 'd3';

/** From nothing to plenty: dark red over tape to pale green; lightness rises all the way. */
const BANDS = ['#5c1f14', '#8f3a1d', '#b8652a', '#d39a4a', '#e6cc80', '#dfe6b4', '#cfeccd', '#e6f7ea'];

/** Bands of a map: from 0 to its longest run in equal steps. */
export const bandsOf = (map: RoomMap) =>
  scaleQuantize<string>()
    .domain([0, map.longest || 1])
    .range(BANDS);

/** A map as a picture, a pixel a cell; the second coordinate runs upward. */
export function roomCanvas(map: RoomMap): HTMLCanvasElement {
  const canvas = window.document.createElement('canvas');
  canvas.width = map.columns;
  canvas.height = map.rows;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(map.columns, map.rows);
  const bands = bandsOf(map);
  const colours = BANDS.map((c) => [1, 3, 5].map((i) => parseInt(c.slice(i, i + 2), 16)));
  for (let v = 0; v < map.rows; v++)
    for (let u = 0; u < map.columns; u++) {
      const run = map.run[v * map.columns + u]!;
      const colour = colours[BANDS.indexOf(bands(run))]!;
      const at = ((map.rows - 1 - v) * map.columns + u) * 4;
      image.data.set(run === 0 ? [20, 12, 10, 235] : [...colour, 225], at);
    }
  context.putImageData(image, 0, 0);
  return canvas;
}
