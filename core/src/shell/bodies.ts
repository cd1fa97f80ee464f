import { hullModel } from '../assembly';
import { axisIndex, liftedAt, ringOf, type Body, type Conversion, type Side } from '../document';
import type { Finding } from '../findings';
import { closureFindings } from './closures';
import { openingOrder, reopeningFindings } from './reopening';
import { mm, type Source } from '../quantity';
import { loftAt, loftCorners, sliceLoft, type Loft, type Point2, type Vec3 } from '../solid';
import { area, clip } from '../solid';
import { DENSITY } from '../standards';

const MOTION: Source = { kind: 'computed', title: 'size of the body, turned or drawn out as far as it opens' };

/** Perimeter of a closed outline, mm. */
const around = (polygon: readonly Point2[]) =>
  polygon.reduce((sum, p, i) => {
    const q = polygon[(i + 1) % polygon.length]!;
    return sum + Math.hypot(q[0] - p[0], q[1] - p[1]);
  }, 0);

/**
 * Material of a hull between two places along an axis: outside less cavity, mm³. Simpson's rule between the places where
 * a corner of the outline begins or ends: exact for straight sides and for leaning ones.
 */
function wallVolume(outer: Loft, inner: Loft, axis: 0 | 1 | 2, from: number, to: number): number {
  const areaOf = (at: number) =>
    [outer, inner]
      .map((loft) => sliceLoft(loft, axis, at).reduce((sum, polygon) => sum + Math.abs(area(polygon)), 0))
      .reduce((out, cavity) => out - cavity);
  const corners = [outer, inner].flatMap((loft) => loftCorners(loft).map((p) => p[axis]));
  const places = [from, ...corners.filter((v) => v > from && v < to).sort((p, q) => p - q), to];
  let volume = 0;
  for (let i = 1; i < places.length; i++) {
    const [a, b] = [places[i - 1]!, places[i]!];
    const h = b - a;
    if (h < 1e-6) continue;
    // A hair inside: at a corner itself a slice may count to either side.
    volume += (h / 6) * (areaOf(a + h * 1e-7) + 4 * areaOf((a + b) / 2) + areaOf(b - h * 1e-7));
  }
  return volume;
}

/** Material of faces that stay, between two places along an axis, mm³: their outlines as thick as their walls. */
function keptVolume(
  { shell }: Conversion,
  keeps: readonly string[] = [],
  axis: 0 | 1 | 2,
  from: number,
  to: number,
): number {
  const { frames, walls } = hullModel(shell);
  return keeps.reduce((sum, face) => {
    const frame = frames.find((f) => f.face === face);
    const thickness = walls.find((w) => w.face === face)?.thickness ?? 0;
    if (!frame) return sum;
    // Along the axis a place of the face is at origin + u · U + v · V.
    const along: Point2 = [frame.u[axis], frame.v[axis]];
    const above = clip(frame.outline, along, from - frame.origin[axis]);
    const between = clip(above, [-along[0], -along[1]], frame.origin[axis] - to);
    return sum + Math.abs(area(between)) * thickness;
  }, 0);
}

/** Grams of a body: as weighed, else the material of its walls times its density. */
export function massOfBody(document: Conversion, body: Body): number {
  if (body.weighed !== null) return body.weighed;
  const density = DENSITY[body.material]!.value / 1e6; // g/mm³
  const { low, high, outer, inner, walls } = hullModel(document.shell);
  const ring = ringOf(document.shell);
  if (body.cut.kind === 'ring')
    return wallVolume(outer, inner, 2, ring!.at, ring!.at + body.cut.height.value) * density;
  if (body.cut.kind === 'plane') {
    const axis = axisIndex(body.cut.axis);
    const at = body.cut.at.value + (axis === 2 ? liftedAt(ring, body.cut.at.value) : 0);
    const [from, to] = body.cut.side === 'above' ? [at, high[axis]] : [low[axis], at];
    return (
      Math.max(0, wallVolume(outer, inner, axis, from, to) - keptVolume(document, body.cut.keeps, axis, from, to)) *
      density
    );
  }
  const { face, width, height } = body.cut;
  const thickness = walls.find((w) => w.face === face)?.thickness ?? 0;
  let volume = width.value * height.value * thickness;
  // A drawer has a floor, a back and two sides of the same stuff, as high as its front.
  if (body.motion.kind === 'slide')
    volume +=
      (width.value + 2 * height.value) * body.motion.depth.value * thickness + width.value * height.value * thickness;
  return volume * density;
}

/** Size of what a body covers on its face or plane: along it and across, mm. */
function spanOf(document: Conversion, body: Body): [number, number] {
  if (body.cut.kind === 'face') return [body.cut.width.value, body.cut.height.value];
  const { low, high, outer } = hullModel(document.shell);
  const axis = body.cut.kind === 'ring' ? 2 : axisIndex(body.cut.axis);
  const [a, b] = [0, 1, 2].filter((i) => i !== axis) as [number, number];
  const section = axis === outer.axis && body.cut.kind === 'plane' ? loftAt(outer, body.cut.at.value) : undefined;
  if (section && around(section) > 0) {
    const us = section.map((p) => p[0]);
    const vs = section.map((p) => p[1]);
    return [Math.max(...us) - Math.min(...us), Math.max(...vs) - Math.min(...vs)];
  }
  return [high[a]! - low[a]!, high[b]! - low[b]!];
}

/** Room a body needs outside the shell to open: in which direction, how far, mm. */
export function roomToOpen(document: Conversion, body: Body): { towards: Side; reach: number } | undefined {
  const towards: Side =
    body.cut.kind === 'ring'
      ? 'top'
      : body.cut.kind === 'plane'
        ? ((
            [
              ['left', 'right'],
              ['front', 'rear'],
              ['bottom', 'top'],
            ] as [Side, Side][]
          )[axisIndex(body.cut.axis)]![body.cut.side === 'above' ? 1 : 0] as Side)
        : sideOf(document, body.cut.face);
  if (body.motion.kind === 'slide') return { towards, reach: body.motion.travel.value };
  if (body.motion.kind === 'lift') return undefined;
  const [along, across] = spanOf(document, body);
  const { edge, angle } = body.motion;
  const swinging = edge === 'left' || edge === 'right' ? along : across;
  // The free edge moves on an arc: farthest out at a right angle.
  const reach = swinging * (angle >= 90 ? 1 : Math.sin((angle * Math.PI) / 180));
  return { towards, reach };
}

/** The side of the shell a face looks to most. */
function sideOf(document: Conversion, face: string): Side {
  const frame = hullModel(document.shell).frames.find((f) => f.face === face);
  const n: Vec3 = frame?.outward ?? [0, 0, 1];
  const axis = [0, 1, 2].reduce((best, i) => (Math.abs(n[i]!) > Math.abs(n[best]!) ? i : best), 0);
  return (
    [
      ['left', 'right'],
      ['front', 'rear'],
      ['bottom', 'top'],
    ] as [Side, Side][]
  )[axis]![n[axis]! > 0 ? 1 : 0]!;
}

/** What is wrong with how the shell opens. */
export function bodyFindings(document: Conversion): Finding[] {
  const { bodies } = document.shell;
  const findings: Finding[] = [];
  const order = openingOrder(bodies);
  for (const [id, body] of Object.entries(bodies)) {
    const name = body.name || body.kind;
    findings.push(...reopeningFindings(document, id, body, !order.includes(id)));
    const room = roomToOpen(document, body);
    const facing =
      room &&
      hullModel(document.shell)
        .frames.filter((f) => sideOf(document, f.face) === room.towards)
        .map((f) => f.face);
    const blocked = facing?.find((face) => document.brief.blockedFaces.includes(face));
    if (room && blocked)
      findings.push({
        id: `shell/body/${id}/room`,
        station: 'shell',
        verdict: 'warn',
        sentence: `${name} needs ${mm(room.reach)} free to the ${room.towards} to open, but the ${blocked} face stands against something.`,
        brief: `${name} ${mm(room.reach)}`,
        figures: [{ label: 'room to open', value: room.reach, unit: 'mm', source: MOTION }],
        about: [{ kind: 'face', id: blocked }],
      });
    findings.push(...closureFindings(document, id, body));
  }
  return findings;
}
