import DxfParser, { type IEntity } from 'dxf-parser';
import type { Point2 } from '../../solid';
import { LightPolyline } from './dxfPolyline';
import { FileFault, type FileUnit } from './fault';
import { arcPoints, loopsOf, type ReadOutline, type Run } from './outline';

/** $INSUNITS of the DXF reference, from memory. */
const INSUNITS: Readonly<Record<number, FileUnit>> = { 1: 'inch', 2: 'foot', 4: 'mm', 5: 'cm', 6: 'm' };

interface Vertex {
  x: number;
  y: number;
  bulge?: number;
}

/** Closed outlines of a DXF: lines, polylines with arcs, arcs, circles, ellipses. */
export function readDxf(text: string): ReadOutline {
  let dxf;
  try {
    const parser = new DxfParser();
    parser.registerEntityHandler(LightPolyline as never);
    dxf = parser.parseSync(withEnds(text));
  } catch {
    // What the parser says is of groups and codes: nothing that anyone could mend.
    throw new FileFault('not-an-outline', 'The DXF can’t be read: it is cut off or damaged. Export it again.');
  }
  if (!dxf) throw new FileFault('empty', 'The DXF is empty.');
  const unit = INSUNITS[Number((dxf.header as Record<string, unknown> | undefined)?.$INSUNITS ?? 0)];
  return loopsOf((dxf.entities ?? []).flatMap(runOf), unit);
}

/**
 * A POLYLINE ends with its SEQEND; where that is missing the parser looks for it for ever. What comes after its corners ends
 * it as well.
 */
function withEnds(text: string): string {
  if (!text.includes('POLYLINE')) return text;
  const lines = text.split(/\r\n|\r|\n/);
  const made: string[] = [];
  let inside = false;
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [code, value] = [lines[i]!, lines[i + 1]!];
    if (code.trim() === '0') {
      const kind = value.trim();
      if (inside && kind !== 'VERTEX' && kind !== 'SEQEND') made.push('0', 'SEQEND');
      inside = kind === 'POLYLINE' || (inside && kind === 'VERTEX');
    }
    made.push(code, value);
  }
  if (inside) made.push('0', 'SEQEND');
  if (lines.length % 2 === 1) made.push(lines.at(-1)!);
  return made.join('\n');
}

const NAMES: Readonly<Record<string, string>> = {
  LINE: 'a line',
  CIRCLE: 'a circle',
  ARC: 'an arc',
  ELLIPSE: 'an ellipse',
};
const nameOf = ({ type }: IEntity) => NAMES[type] ?? 'a polyline';

/* The parser's types leave out what each kind of entity has. */
function runOf(entity: IEntity): Run[] {
  const e = entity as unknown as Record<string, unknown>;
  const point = (v: unknown): Point2 => {
    if (!v)
      throw new FileFault(
        'bad-number',
        `The drawing has ${nameOf(entity)} without a place: it is damaged. Export it again.`,
      );
    return [Number((v as Vertex).x), Number((v as Vertex).y)];
  };
  switch (entity.type) {
    case 'LINE':
      return [{ points: ((e.vertices ?? []) as Vertex[]).map(point), closed: false }];
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const vertices = (e.vertices ?? []) as Vertex[];
      const closed = Boolean(e.shape);
      const points: Point2[] = [];
      vertices.forEach((v, i) => {
        points.push(point(v));
        const next = vertices[(i + 1) % vertices.length]!;
        if (v.bulge && (closed || i + 1 < vertices.length)) points.push(...bulged(point(v), point(next), v.bulge));
      });
      return [{ points, closed }];
    }
    case 'CIRCLE':
      return [
        {
          points: arcPoints(point(e.center), Number(e.radius), Number(e.radius), 0, 2 * Math.PI).slice(0, -1),
          closed: true,
        },
      ];
    case 'ARC': {
      const from = Number(e.startAngle);
      let to = Number(e.endAngle);
      if (to <= from) to += 2 * Math.PI;
      return [{ points: arcPoints(point(e.center), Number(e.radius), Number(e.radius), from, to), closed: false }];
    }
    case 'ELLIPSE': {
      const [mx, my] = point(e.majorAxisEndPoint);
      const long = Math.hypot(mx, my);
      const [from, to] = [Number(e.startAngle), Number(e.endAngle)];
      const whole = Math.abs(to - from - 2 * Math.PI) < 1e-6;
      const points = arcPoints(point(e.center), long, long * Number(e.axisRatio), from, to, Math.atan2(my, mx));
      return [{ points: whole ? points.slice(0, -1) : points, closed: whole }];
    }
    default:
      return [];
  }
}

/** Points between two corners of a polyline on the arc that a bulge (tangent of a quarter of its angle) makes. */
function bulged(a: Point2, b: Point2, bulge: number): Point2[] {
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (chord === 0) return [];
  const angle = 4 * Math.atan(bulge);
  const radius = chord / (2 * Math.sin(angle / 2));
  const offset = radius * Math.cos(angle / 2);
  const centre: Point2 = [
    (a[0] + b[0]) / 2 - ((b[1] - a[1]) / chord) * offset,
    (a[1] + b[1]) / 2 + ((b[0] - a[0]) / chord) * offset,
  ];
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0]);
  return arcPoints(centre, Math.abs(radius), Math.abs(radius), start, start + angle).slice(1, -1);
}
