import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import type { Point2 } from '../../solid';
import { FileFault, type FileUnit } from './fault';
import { loopsOf, type ReadOutline, type Run } from './outline';

/** Lengths of CSS units in mm; px is 1/96 in. */
const CSS_UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
};

const K = 0.5522847498; // circle by four cubic curves

/** Closed outlines of an SVG. Its unit is known (as mm) when its width is given in mm, cm or inches. */
export function readSvgOutline(text: string): ReadOutline {
  if (text.length > 60_000_000) throw new FileFault('too-large', 'The SVG has more than 60 MB; an outline does not.');
  const runs: Run[] = [];
  const transforms: string[] = [];
  let unit: FileUnit | undefined;
  let scale = 1;
  let flip = 0;
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw new FileFault('not-an-outline', `The SVG is not well-formed: ${error.message.slice(0, 120)}`);
  });
  let hidden = 0;
  parser.on('opentag', ({ name, attributes }) => {
    const a = attributes as Record<string, string>;
    const tag = name.replace(/^.*:/, '');
    transforms.push(a.transform ?? '');
    if (tag === 'defs' || tag === 'clipPath' || tag === 'mask' || tag === 'symbol') hidden++;
    if (tag === 'svg' && transforms.length === 1) ({ unit, scale, flip } = frameOf(a));
    const d = hidden > 0 ? undefined : pathOf(tag, a);
    if (!d) return;
    let path = svgpath(d);
    for (const t of [...transforms].reverse()) if (t) path = path.transform(t);
    runs.push(...flattened(path.abs().unshort().unarc().toString(), scale, flip));
  });
  parser.on('closetag', ({ name }) => {
    transforms.pop();
    if (/^(.*:)?(defs|clipPath|mask|symbol)$/.test(name)) hidden--;
  });
  parser.write(text).close();
  return loopsOf(runs, unit);
}

function frameOf(a: Record<string, string>): { unit: FileUnit | undefined; scale: number; flip: number } {
  const size = (text: string | undefined) => {
    const m = /^\s*([\d.eE+-]+)\s*([a-z%]*)\s*$/.exec(text ?? '');
    return m ? { value: Number(m[1]), unit: m[2] || 'px' } : undefined;
  };
  const width = size(a.width);
  const box = (a.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const known = width && width.unit in CSS_UNITS && width.unit !== 'px' && width.value > 0;
  const mm = known ? width.value * CSS_UNITS[width.unit]! : undefined;
  const scale =
    mm !== undefined && box.length === 4 && box[2]! > 0 ? mm / box[2]! : mm !== undefined ? CSS_UNITS.px! : 1;
  return { unit: known ? 'mm' : undefined, scale, flip: box.length === 4 ? box[1]! + box[3]! : 0 };
}

function pathOf(tag: string, a: Record<string, string>): string | undefined {
  const n = (key: string) => Number(a[key] ?? 0);
  switch (tag) {
    case 'path':
      return a.d;
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      const rx = Math.min(Number(a.rx ?? a.ry ?? 0), w / 2);
      const ry = Math.min(Number(a.ry ?? a.rx ?? 0), h / 2);
      if (rx === 0 || ry === 0) return `M${x} ${y}h${w}v${h}h${-w}z`;
      const arc = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}z`;
    }
    case 'circle':
    case 'ellipse': {
      const [cx, cy] = [n('cx'), n('cy')];
      const [rx, ry] = tag === 'circle' ? [n('r'), n('r')] : [n('rx'), n('ry')];
      const [kx, ky] = [rx * K, ry * K];
      return `M${cx + rx} ${cy}C${cx + rx} ${cy + ky} ${cx + kx} ${cy + ry} ${cx} ${cy + ry}S${cx - rx} ${cy + ky} ${cx - rx} ${cy}S${cx - kx} ${cy - ry} ${cx} ${cy - ry}S${cx + rx} ${cy - ky} ${cx + rx} ${cy}Z`;
    }
    case 'polygon':
      return a.points ? `M${a.points}Z` : undefined;
    case 'polyline':
      return a.points ? `M${a.points}` : undefined;
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    default:
      return undefined;
  }
}

/** Steps that a curve is drawn in. */
const STEPS = 16;

/** An absolute path of lines and curves as runs of points, y up. */
function flattened(d: string, scale: number, flip: number): Run[] {
  const runs: Run[] = [];
  let points: Point2[] = [];
  let at: [number, number] = [0, 0];
  const to = (x: number, y: number) => {
    at = [x, y];
    points.push([x * scale, (flip - y) * scale]);
  };
  const end = (closed: boolean) => {
    if (closed && points.length > 2) {
      const [p, q] = [points[0]!, points.at(-1)!];
      if (Math.hypot(p[0] - q[0], p[1] - q[1]) < 1e-9) points.pop();
    }
    if (points.length > 1) runs.push({ points, closed });
    points = [];
  };
  let start: [number, number] = [0, 0];
  svgpath(d).iterate((segment) => {
    const [command, ...v] = segment as [string, ...number[]];
    switch (command) {
      case 'M':
        end(false);
        start = [v[0]!, v[1]!];
        to(v[0]!, v[1]!);
        break;
      case 'L':
        to(v[0]!, v[1]!);
        break;
      case 'H':
        to(v[0]!, at[1]);
        break;
      case 'V':
        to(at[0], v[0]!);
        break;
      case 'C':
      case 'Q': {
        const [x0, y0] = at;
        for (let i = 1; i <= STEPS; i++) {
          const t = i / STEPS;
          const s = 1 - t;
          if (command === 'Q')
            to(s * s * x0 + 2 * s * t * v[0]! + t * t * v[2]!, s * s * y0 + 2 * s * t * v[1]! + t * t * v[3]!);
          else
            to(
              s ** 3 * x0 + 3 * s * s * t * v[0]! + 3 * s * t * t * v[2]! + t ** 3 * v[4]!,
              s ** 3 * y0 + 3 * s * s * t * v[1]! + 3 * s * t * t * v[3]! + t ** 3 * v[5]!,
            );
        }
        break;
      }
      case 'Z':
      case 'z':
        end(true);
        at = start;
        points = [];
        break;
    }
  });
  end(false);
  return runs;
}
