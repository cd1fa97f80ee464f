import { assemble } from '../assembly';
import { refuseWrong, sheetOf, type Sheet, type SheetItem, type SheetVariant } from '../cut';
import type { Conversion, FaceId } from '../document';
import { xmlText } from './xmlText';

const n = (value: number) => String(Math.round(value * 1000) / 1000);

const STYLES = {
  cut: 'fill="none" stroke="#c00000" stroke-width="0.3"',
  drill: 'fill="none" stroke="#0000c0" stroke-width="0.3"',
  reference: 'fill="none" stroke="#777777" stroke-width="0.2"',
  engrave: 'fill="none" stroke="#000000" stroke-width="0.15"',
} as const;

/** One face as an SVG in true millimetres (width and height in mm, view box in mm); one group a layer. @throws Error where it would be wrong */
export function sheetSvg(document: Conversion, face: FaceId, variant?: SheetVariant): string {
  const assembly = assemble(document);
  refuseWrong(document, [face], assembly);
  return svgOf(document.name, sheetOf(document, face, assembly, variant));
}

/** Any sheet as an SVG in true millimetres. */
export function svgOf(name: string, sheet: Sheet): string {
  const border = 6;
  const width = sheet.width + 2 * border;
  const height = sheet.height + 2 * border;
  const x = (u: number) => n(u + border);
  const y = (v: number) => n(height - border - v);
  const draw = (item: SheetItem): string => {
    switch (item.kind) {
      case 'circle':
        return `<circle cx="${x(item.centre[0])}" cy="${y(item.centre[1])}" r="${n(item.radius)}"/>`;
      case 'rectangle':
        return `<rect x="${x(item.centre[0] - item.half[0])}" y="${y(item.centre[1] + item.half[1])}" width="${n(2 * item.half[0])}" height="${n(2 * item.half[1])}" rx="${n(item.radius)}"/>`;
      case 'line':
        return `<path d="M${item.points.map(([u, v]) => `${x(u)} ${y(v)}`).join('L')}${item.closed ? 'Z' : ''}"${item.dashed ? ' stroke-dasharray="2 1.5"' : ''}/>`;
      case 'text':
        return `<text x="${x(item.at[0])}" y="${y(item.at[1])}" font-size="${n(item.size)}" font-family="Barlow, sans-serif" text-anchor="${item.anchor}" fill="#000000" stroke="none">${xmlText(item.text)}</text>`;
    }
  };
  const layers = (Object.keys(STYLES) as (keyof typeof STYLES)[]).map(
    (layer) =>
      `<g id="${layer}" ${STYLES[layer]}>${sheet.items
        .filter((i) => i.layer === layer)
        .map(draw)
        .join('')}</g>`,
  );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}"><title>${xmlText(`${name}: ${sheet.title}, 1:1`)}</title>${layers.join('')}</svg>\n`;
}
