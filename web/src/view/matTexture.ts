import type { LengthUnit } from '@young-shell/core/quantity';
import { matSteps } from './matSteps';
import { CanvasTexture, LinearMipmapLinearFilter, SRGBColorSpace } from 'three';

/** Where the mat lies under the shell, mm. */
export interface MatArea {
  x0: number;
  y0: number;
  width: number;
  height: number;
}

export const MAT_COLOUR = '#123a31';

const SIZE = 2048; // px of the longer side

/** So many numbers along the longer side at most. */
const MOST_NUMBERS = 40;

/** Where the name of a side lies on the mat, seen from above, mm from the shell. */
const SIDE_GAP = 52;

/** The cutting mat as one picture: fine grid, bold lines, numbers from the datum in the user's unit, front and rear. */
export function matTexture(area: MatArea, unit: LengthUnit): CanvasTexture {
  const longest = Math.max(area.width, area.height);
  const { fine, bold, numbered, one } = matSteps(unit, longest / MOST_NUMBERS);
  // What is written grows with a shell that is seen from farther away.
  const size = Math.max(1, longest / (MOST_NUMBERS * 50));
  const scale = SIZE / longest;
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(area.width * scale);
  canvas.height = Math.round(area.height * scale);
  // Painted once and handed over whole: a canvas of the graphics processor would only be copied back.
  const paint = canvas.getContext('2d', { willReadFrequently: true })!;
  paint.fillStyle = MAT_COLOUR;
  paint.fillRect(0, 0, canvas.width, canvas.height);
  const px = (x: number) => (x - area.x0) * scale;
  const py = (y: number) => canvas.height - (y - area.y0) * scale;
  // Filled, not stroked: one path of all crossing lines takes a browser half a second.
  const lines = (step: number, colour: string, width: number) => {
    paint.fillStyle = colour;
    for (let x = Math.ceil(area.x0 / step) * step; x <= area.x0 + area.width; x += step)
      paint.fillRect(Math.round(px(x) - width / 2), 0, width, canvas.height);
    for (let y = Math.ceil(area.y0 / step) * step; y <= area.y0 + area.height; y += step)
      paint.fillRect(0, Math.round(py(y) - width / 2), canvas.width, width);
  };
  lines(fine, '#2a5147', 1);
  lines(bold, '#52756b', 2);
  paint.fillStyle = '#d3e9de';
  paint.font = `600 ${Math.round(13 * size * scale)}px "Barlow Condensed"`;
  paint.textBaseline = 'middle';
  paint.textAlign = 'center';
  const step = numbered;
  const name = (value: number) => String(Math.round(value / one));
  for (let x = 0; x <= area.x0 + area.width - 30; x += step) paint.fillText(name(x), px(x), py(-16 * size));
  paint.textAlign = 'right';
  for (let y = step; y <= area.y0 + area.height - 30; y += step) paint.fillText(name(y), px(-8), py(y));
  paint.textAlign = 'center';
  paint.font = `600 ${Math.round(22 * size * scale)}px "Barlow Condensed"`;
  paint.fillStyle = '#ead88f';
  const middle = area.x0 + area.width / 2;
  paint.fillText('FRONT', px(middle), py(-SIDE_GAP * size));
  paint.fillText('REAR', px(middle), py(area.y0 + area.height - 150 + SIDE_GAP * size));
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  texture.minFilter = LinearMipmapLinearFilter;
  texture.anisotropy = 8;
  return texture;
}
