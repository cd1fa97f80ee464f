import type { Assembly, FaceFrame } from '../../assembly';
import type { Conversion } from '../../document';
import { clip, type Point2 } from '../../solid';
import { openingsOf } from '../openings/derived';
import { halfAcross, jointsOn, type JointLine } from '../openings/joints';
import type { CutOpening } from '../openings/opening';
import type { HoleRow, Sheet, SheetItem } from './items';

/** Words between a face and the body that its piece belongs to, in the key of its sheet; `base` is the shell itself. */
const OF = '-of-';
const BASE = 'base';

/** A piece of a face that a joint parts: what lies beyond a line, on one side of it. */
interface Half {
  key: string;
  face: string;
  /** Of which body, in words. */
  name: string;
  joint: JointLine & { across: NonNullable<JointLine['across']> };
  /** Which side of the joint: that of its body, or the other one. */
  sign: 1 | -1;
}

/** The straight joint of a face, where there is just one. */
function jointOf(document: Conversion, frame: FaceFrame): Half['joint'] | undefined {
  const straight = jointsOn(document, frame).filter((j): j is Half['joint'] => j.across !== undefined);
  return straight.length === 1 ? straight[0] : undefined;
}

function halvesOn(document: Conversion, frame: FaceFrame): Half[] {
  const joint = jointOf(document, frame);
  if (!joint) return [];
  return [
    { key: `${frame.face}${OF}${joint.body}`, face: frame.face, name: joint.name, joint, sign: 1 },
    { key: `${frame.face}${OF}${BASE}`, face: frame.face, name: 'the shell', joint, sign: -1 },
  ];
}

/** The pieces of faces through whose joint a new opening goes: each is marked out on its own, too. */
export function halvesToCut(document: Conversion, assembly: Assembly): string[] {
  const crossed = openingsOf(document, assembly).filter((o) => !o.inExisting && !o.made);
  return assembly.hull.frames.flatMap((frame) => {
    const halves = halvesOn(document, frame);
    const [half] = halves;
    if (!half) return [];
    const { normal, offset } = half.joint.across;
    const goes = crossed.some((o) => {
      const from = Math.abs(normal[0] * o.centre[0] + normal[1] * o.centre[1] - offset);
      return o.face === frame.face && from < halfAcross(o, normal);
    });
    return goes ? halves.map((h) => h.key) : [];
  });
}

/** The half of a face that a key is of; undefined for another sheet. */
export function halfOfKey(document: Conversion, assembly: Assembly, key: string): Half | undefined {
  const at = key.indexOf(OF);
  const frame = at < 0 ? undefined : assembly.hull.frames.find((f) => f.face === key.slice(0, at));
  return frame && halvesOn(document, frame).find((h) => h.key === key);
}

/** Cut this long into the corner at its datum, mm. */
const TICK = 12;

/**
 * The piece of a face’s sheet on one side of its joint, with a datum of its own: its lower left corner, seen from outside.
 * What crosses the joint is on both pieces, each with its share of it.
 * @param fresh the openings of the sheet’s table, in its order
 */
export function halfSheet(whole: Sheet, { joint, sign, name, key }: Half, fresh: readonly CutOpening[]): Sheet {
  const { mirrored, width } = whole;
  const [nu, nv] = joint.across.normal;
  // On the paper of a mirrored sheet u runs the other way.
  const normal: Point2 = mirrored ? [-sign * nu, sign * nv] : [sign * nu, sign * nv];
  const offset = sign * joint.across.offset - (mirrored ? sign * nu * width : 0);
  const over = ([u, v]: Point2) => normal[0] * u + normal[1] * v - offset;
  const outline = whole.items.find((i) => i.kind === 'line' && i.closed && i.layer === 'reference');
  const piece = outline?.kind === 'line' ? clip(outline.points, normal, offset) : [];
  const low: Point2 = [Math.min(...piece.map((p) => p[0])), Math.min(...piece.map((p) => p[1]))];
  const high: Point2 = [Math.max(...piece.map((p) => p[0])), Math.max(...piece.map((p) => p[1]))];
  const to = ([u, v]: Point2): Point2 => [u - low[0], v - low[1]];
  const items = whole.items.flatMap((item): SheetItem[] => {
    switch (item.kind) {
      case 'line': {
        if (item.dashed && !item.closed) return [];
        const points = item.closed ? clip(item.points, normal, offset) : cutLine(item.points, over);
        return points.length < 2 ? [] : [{ ...item, points: points.map(to) }];
      }
      case 'text':
        return over(item.at) < 0 || item.text.startsWith('datum') ? [] : [{ ...item, at: to(item.at) }];
      case 'circle':
        return over(item.centre) <= -item.radius ? [] : [{ ...item, centre: to(item.centre) }];
      case 'rectangle': {
        const [hu, hv] = item.half;
        const reach = Math.abs(normal[0]) * hu + Math.abs(normal[1]) * hv;
        const from = over(item.centre);
        if (from <= -reach) return [];
        if (from >= reach) return [{ ...item, centre: to(item.centre) }];
        const [u, v] = item.centre;
        const corners: Point2[] = [
          [u - hu, v - hv],
          [u + hu, v - hv],
          [u + hu, v + hv],
          [u - hu, v + hv],
        ];
        const points = clip(corners, normal, offset).map(to);
        return [{ layer: item.layer, kind: 'line', points, closed: true }];
      }
    }
  });
  const size: Point2 = [high[0] - low[0], high[1] - low[1]];
  const corner: Point2 = mirrored ? [size[0], 0] : [0, 0];
  const inward = mirrored ? -TICK : TICK;
  items.push({
    layer: 'engrave',
    kind: 'line',
    points: [[corner[0] + inward, 0], corner, [corner[0], TICK]],
    closed: false,
  });
  const from: Point2 = mirrored ? [width - high[0], low[1]] : low;
  const crosses = (o: CutOpening) =>
    sign * (nu * o.centre[0] + nv * o.centre[1] - joint.across.offset) > -halfAcross(o, [nu, nv]);
  const holes = whole.holes.flatMap((row, i): HoleRow[] =>
    crosses(fresh[i]!) ? [{ ...row, u: row.u - from[0], v: row.v - from[1] }] : [],
  );
  return {
    face: key,
    title: `${whole.title}, the piece of ${name}`,
    width: size[0],
    height: size[1],
    mirrored,
    caption: `${mirrored ? 'mirrored: seen from inside' : 'seen from outside'} · datum: the lower ${mirrored ? 'right' : 'left'} corner of this piece, the joint to ${sign > 0 ? 'the shell' : joint.name} is an edge of it`,
    items,
    holes,
  };
}

/** What of an open line of two or three points lies on the side that is kept. */
function cutLine(points: readonly Point2[], over: (p: Point2) => number): Point2[] {
  const kept: Point2[] = [];
  points.forEach((a, i) => {
    const b = points[i + 1];
    if (over(a) >= 0) kept.push(a);
    if (b && over(a) > 0 !== over(b) > 0) {
      const t = over(a) / (over(a) - over(b));
      kept.push([a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])]);
    }
  });
  return kept;
}
