import { onFace, wallOf, type Assembly, type FaceFrame, faceReaches } from '../../assembly';
import { freeAreaOf, halfOf, keyOf, lossOf, openingsOf, type CutOpening } from '../../cut';
import type { Conversion, WaySetting } from '../../document';
import { kindOf } from '../../parts';
import { FILTERS, type CutUse } from '../../standards';
import type { Shape, Vec3 } from '../../solid';
import { cloggedLoss, HOLE_LOSS, resistance } from '../physics/losses';
import { bodiesOf, type Zones } from './zones';
import { feetOf } from '../../hold';

/** One thing that air has to pass on a way, as a resistance in a row of them. */
export interface Term {
  what: string;
  /** Pa/(m³/s)². */
  r: number;
  /** How far it is known: the coefficients of openings better than those of gaps. */
  kind: 'opening' | 'filter' | 'gap' | 'feet';
}

/** A way between the inside and the outside. */
export interface FlowPath {
  /** By it the document knows what the user said of it. */
  id: string;
  name: string;
  kind: 'vent' | 'shell' | 'sockets' | 'seam' | 'door';
  face: string;
  /** The part or the opening by hand it belongs to. */
  part?: string;
  own?: string;
  at: Vec3;
  outward: Vec3;
  /** Free, mm². */
  area: number;
  zone: number;
  terms: Term[];
  shut: boolean;
  /** Why it is shut where the user did not say so. */
  why?: string;
  filter?: NonNullable<WaySetting['filter']>;
  /** Upright size, mm: a tall one lets air in below and out above. */
  tall: number;
  underneath: boolean;
}

/** Gap of a lid or door that lies on its rim, mm; of what is not cut out, no more than a hair. Common practice, no source. */
const SEAM = 0.3;
/** What is left open in the cut of sockets, of card slots, of what the user describes; shares. Common practice, no source. */
const LEFT_OPEN = { sockets: 0.06, slot: 0.3, intake: 0.5 } as const;
/** Of openings by hand: what their use leaves open. */
const OPEN_BY_USE: Partial<Record<CutUse, number>> = { grille: 1, 'pass-through': 0.4, other: 1 };
/** From the outside in front of the face of a vent, mm. */
const INWARD = 12;

/** All ways out of a shell but those of fans: vents, openings the shell has, sockets, seams, doors that stand open. */
export function waysOf(
  document: Conversion,
  assembly: Assembly,
  zones: Zones,
  density: number,
  openings: readonly CutOpening[] = openingsOf(document, assembly),
): FlowPath[] {
  const { frames } = assembly.hull;
  const shapes = bodiesOf(assembly);
  const feet = feetOf(document);
  const ways: FlowPath[] = [];
  const blockedWhy = (face: string): string | undefined => {
    if (face === 'bottom') return feet <= 0 ? 'the shell stands flat on it' : undefined;
    return document.brief.blockedFaces.includes(face) ? 'that side stands against something' : undefined;
  };
  const add = (
    bare: Pick<FlowPath, 'id' | 'name' | 'kind' | 'face' | 'area' | 'tall'> &
      Partial<FlowPath> & {
        zeta: number;
        frame: FaceFrame;
        centre: readonly [number, number];
        half: readonly [number, number];
      },
  ) => {
    const { frame, centre, half, zeta, ...rest } = bare;
    const at = placeOn(frame, centre);
    const wall = wallOf(assembly.hull, frame.face);
    const inside = at.map((v, i) => v - frame.outward[i]! * ((wall?.thickness ?? 2) + INWARD)) as Vec3;
    const said = document.air.ways[bare.id] ?? {};
    const terms: Term[] = [{ what: bare.name, r: resistance(zeta, bare.area, density), kind: 'opening' }];
    if (said.filter) terms.push(filterTerm(said.filter, 4 * half[0] * half[1], density));
    const room = bare.part === undefined ? roomBehind(frame, wall?.thickness ?? 0, centre, half, shapes) : undefined;
    if (room !== undefined && room < bare.area)
      terms.push({ what: `what stands behind ${bare.name}`, r: resistance(1, room, density), kind: 'gap' });
    const why = blockedWhy(bare.face);
    const way: FlowPath = {
      at,
      outward: frame.outward,
      zone: zones.zoneAt(inside),
      terms,
      shut: (said.shut ?? false) || why !== undefined || bare.area <= 0,
      underneath: frame.outward[2] < -0.9,
      ...rest,
    };
    if (why !== undefined) way.why = why;
    if (said.filter) way.filter = said.filter;
    const led = said.ductTo === undefined ? undefined : assembly.parts.find((p) => p.id === said.ductTo);
    if (led) way.zone = zones.zoneAt(middle(led.low, led.high));
    ways.push(way);
  };
  for (const o of openings) {
    if (o.kind !== 'cut' || movesAir(document, o)) continue;
    const share = openShare(document, o);
    if (share === undefined) continue;
    const frame = frames.find((f) => f.face === o.face)!;
    const free = o.pattern ? freeAreaOf(o, o.pattern) : { free: o.area * share, gross: o.area, zeta: lossOf(1) };
    add({
      id: keyOf(o),
      name: o.name,
      kind: o.part !== undefined && share < 0.5 ? 'sockets' : 'vent',
      face: o.face,
      ...(o.part === undefined ? { own: o.group } : { part: o.part }),
      area: free.free,
      // The loss on the free area itself.
      zeta: o.pattern && free.free > 0 ? free.zeta * (free.free / free.gross) ** 2 : HOLE_LOSS,
      frame,
      centre: o.centre,
      half: halfOf(o.shape),
      tall: 2 * halfOf(o.shape)[1],
    });
  }
  for (const [id, opening] of Object.entries(document.shell.openings)) {
    const frame = frames.find((f) => f.face === opening.face);
    if (!frame) continue;
    const { shape } = opening;
    const half: [number, number] =
      shape.kind === 'round'
        ? [shape.diameter.value / 2, shape.diameter.value / 2]
        : [shape.width.value / 2, shape.height.value / 2];
    const whole = shape.kind === 'round' ? Math.PI * half[0] ** 2 : 4 * half[0] * half[1];
    const taken = openings.filter((o) => o.inExisting === id).reduce((sum, o) => sum + o.area, 0);
    add({
      id,
      name: opening.name,
      kind: 'shell',
      face: opening.face,
      area: Math.max(0, whole - taken),
      zeta: HOLE_LOSS,
      frame,
      centre: [opening.u.value, opening.v.value],
      half,
      tall: 2 * half[1],
    });
  }
  ways.push(...seamsOf(document, assembly, zones, density, blockedWhy));
  return ways;
}

/** The opening of a fan, a supply or a radiator: its mover is the way. */
export function movesAir(document: Conversion, { part, id }: Pick<CutOpening, 'part' | 'id'>): boolean {
  if (part === undefined || !id.includes('/')) return false;
  const kind = document.kit.parts[part] && kindOf(document.kit.parts[part]);
  return kind === 'fan' || kind === 'supply' || kind === 'radiator';
}

/** What share of an opening is open to the air; undefined where it is filled by what sits in it. */
export function openShare(
  document: Conversion,
  o: Pick<CutOpening, 'id' | 'part' | 'group' | 'pattern' | 'made'>,
): number | undefined {
  const own = document.cut.openings[o.group];
  if (own) return o.pattern ? 1 : OPEN_BY_USE[own.use];
  const part = o.part === undefined ? undefined : document.kit.parts[o.part];
  if (!part) return o.made ? 1 : undefined;
  const kind = kindOf(part);
  if (part.own) {
    const face = part.own.faces[o.id.split('/')[1] ?? ''];
    if (face?.kind === 'intake' || face?.kind === 'exhaust') return LEFT_OPEN.intake;
    return face?.kind === 'sockets' ? LEFT_OPEN.sockets : undefined;
  }
  if (kind === 'board') return LEFT_OPEN.sockets;
  if (kind === 'card') return LEFT_OPEN.slot;
  return undefined;
}

/** What a filter costs on the speed in its whole area: by its measured drop, else as is usual; more as it clogs. */
export function filterTerm(filter: NonNullable<WaySetting['filter']>, area: number, density: number): Term {
  const { measured } = filter;
  const clean = measured ? measured.drop / ((density / 2) * measured.speed ** 2) : FILTERS[filter.kind].loss;
  return {
    what: `${FILTERS[filter.kind].name} in front of it`,
    r: resistance(cloggedLoss(clean, filter.clogged / 100), area, density),
    kind: 'filter',
  };
}

const middle = (low: Vec3, high: Vec3): Vec3 => [0, 1, 2].map((i) => (low[i]! + high[i]!) / 2) as Vec3;

/** A place of a face in space. */
export const placeOn = (frame: FaceFrame, [u, v]: readonly [number, number]): Vec3 =>
  [0, 1, 2].map((i) => frame.origin[i]! + u * frame.u[i]! + v * frame.v[i]!) as Vec3;

/**
 * What air has to pass between an opening and what stands behind it, mm²: what of the opening is clear, and around what
 * is covered the gap times the rim. Undefined where nothing is near.
 */
export function roomBehind(
  frame: FaceFrame,
  thickness: number,
  [cu, cv]: readonly [number, number],
  [hu, hv]: readonly [number, number],
  shapes: readonly Shape[],
): number | undefined {
  let least: number | undefined;
  const whole = 4 * hu * hv;
  for (const { low, high } of shapes) {
    let [u0, u1, v0, v1, gap] = [Infinity, -Infinity, Infinity, -Infinity, Infinity];
    for (let c = 0; c < 8; c++) {
      const { u, v, over } = onFace(frame, [
        c & 1 ? low[0] : high[0],
        c & 2 ? low[1] : high[1],
        c & 4 ? low[2] : high[2],
      ]);
      u0 = Math.min(u0, u);
      u1 = Math.max(u1, u);
      v0 = Math.min(v0, v);
      v1 = Math.max(v1, v);
      gap = Math.min(gap, -over - thickness);
    }
    if (gap > 1.5 * Math.max(hu, hv) || gap < -thickness) continue;
    const du = Math.min(u1, cu + hu) - Math.max(u0, cu - hu);
    const dv = Math.min(v1, cv + hv) - Math.max(v0, cv - hv);
    if (du <= 0 || dv <= 0) continue;
    const covered = du * dv;
    const clear = whole - covered + Math.min(covered, 2 * (du + dv) * Math.max(0, gap));
    if (least === undefined || clear < least) least = clear;
  }
  return least;
}

/** Seams of lids, panels, doors and drawers; what stands open is a way of its own size. */
function seamsOf(
  document: Conversion,
  assembly: Assembly,
  zones: Zones,
  density: number,
  blockedWhy: (face: string) => string | undefined,
): FlowPath[] {
  const { hull } = assembly;
  const ways: FlowPath[] = [];
  for (const [id, body] of Object.entries(document.shell.bodies)) {
    const open = document.air.open?.includes(id) ?? false;
    const said = document.air.ways[`seam-${id}`] ?? {};
    if (body.cut.kind === 'plane' && body.cut.axis === 'z') {
      const height = body.cut.at.value;
      const around = zones.zones.filter((z) => z.low[2] <= height + 1 && z.high[2] >= height - 1);
      const rim = around.filter((z) =>
        [0, 1].some((i) => z.low[i]! <= hull.innerLow[i]! + 1 || z.high[i]! >= hull.innerHigh[i]! - 1),
      );
      const some = rim.length > 0 ? rim : zones.zones;
      const length = 2 * (hull.high[0] - hull.low[0] + hull.high[1] - hull.low[1]);
      const whole = open ? 0.5 * (hull.high[0] - hull.low[0]) * (hull.high[1] - hull.low[1]) : length * SEAM;
      for (const zone of some) {
        const sideways: Vec3 = [
          zone.at[0] - (hull.low[0] + hull.high[0]) / 2,
          zone.at[1] - (hull.low[1] + hull.high[1]) / 2,
          0,
        ];
        const far = Math.hypot(...sideways) || 1;
        const area = whole / some.length;
        ways.push({
          id: `seam-${id}`,
          name: open ? `${body.name} open` : `seam of ${body.name}`,
          kind: open ? 'door' : 'seam',
          face: 'top',
          at: [zone.at[0], zone.at[1], height],
          outward: open ? [0, 0, 1] : [sideways[0] / far, sideways[1] / far, 0],
          area,
          zone: zone.id,
          terms: [{ what: `seam of ${body.name}`, r: resistance(HOLE_LOSS, area, density), kind: 'opening' }],
          shut: said.shut ?? false,
          tall: 0,
          underneath: false,
        });
      }
      continue;
    }
    if (body.cut.kind !== 'face') continue;
    const { face, u, v, width, height } = body.cut;
    const frame = hull.frames.find((f) => f.face === face);
    if (!frame) continue;
    const at = placeOn(frame, [u.value, v.value]);
    const area = open ? 0.5 * width.value * height.value : 2 * (width.value + height.value) * SEAM;
    const why = blockedWhy(face);
    const way: FlowPath = {
      id: `seam-${id}`,
      name: open ? `${body.name} open` : `seam of ${body.name}`,
      kind: open ? 'door' : 'seam',
      face,
      at,
      outward: frame.outward,
      area,
      zone: zones.zoneAt(at.map((c, i) => c - frame.outward[i]! * 20)),
      terms: [{ what: `seam of ${body.name}`, r: resistance(HOLE_LOSS, area, density), kind: 'opening' }],
      shut: (said.shut ?? false) || why !== undefined,
      tall: Math.abs(frame.v[2]) > 0.5 ? height.value : 0,
      underneath: false,
    };
    if (why !== undefined) way.why = why;
    ways.push(way);
  }
  return ways;
}

/**
 * Where a placed mover looks out of the shell: its opening’s place, or undefined where it stands free inside; and the
 * board of its drawer that it looks through, where it does.
 */
export function outletOf(assembly: Assembly, id: string) {
  const placed = [...assembly.parts, ...assembly.outer].find((p) => p.id === id);
  if (!placed) return undefined;
  const looking = faceReaches(assembly, placed).filter((r) => r.reaches && r.face.mustReachOutside);
  const reach = looking.find((r) => r.frame);
  const through = looking.find((r) => r.board);
  return { placed, reach, ...(through ? { through } : {}) };
}
