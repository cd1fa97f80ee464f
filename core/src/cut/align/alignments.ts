import { onFace, placePart, wallOf, type Assembly, type FaceFrame } from '../../assembly';
import type { Conversion, FaceId, Placement } from '../../document';
import { AXES, ORIENTATIONS, axisOf, DIRECTIONS, type Axis } from '../../solid';
import { SCREWS } from '../../standards';
import { raisedV } from '../openings/derived';
import { standOn, stopsThere } from './stand';
import { fitted, motionsOf, type Motion, type PlayHole } from './motions';

/** A hole, slot or boss that the shell has, as something to screw to. */
export interface ShellHole extends PlayHole {
  id: string;
  name: string;
  /** What is done with it: a screw through, or into it, or through once the rivet in it is drilled out. */
  how: 'through' | 'into' | 'drilled out';
}

/** A place of a part at which some of its holes meet holes of the shell. */
export interface Alignment {
  face: FaceId;
  placement: Placement;
  /** Turned by so much beside the quarter turns, degrees; 0 where it need not be. */
  degrees: number;
  /** Part hole by name with the shell's hole it meets. */
  met: { hole: string; with: string; how: ShellHole['how'] }[];
  /** Part holes that meet none. */
  rest: string[];
  /** Play left at the tightest, mm. */
  slack: number;
  /** What stops it there, by how many things. */
  stops: number;
  /** What to do for the rest. */
  advice: string;
}

/** Holes larger than this are no screw holes, mm. */
const LARGEST = 12;
/** Places that are told. */
const TOLD = 12;
const SINGLES = 3;

/** Screw that goes through a clearance hole, mm: the largest of the table whose hole is no larger. */
export function screwFor(clearance: number): number {
  const fits = Object.values(SCREWS).filter((s) => s.clearance <= clearance + 0.05);
  return fits.reduce((most, s) => Math.max(most, s.nominal), 0) || clearance * 0.85;
}

/** Holes, slots and bosses on the inside of a face that a screw of a size goes through or into. */
export function shellHoles(document: Conversion, assembly: Assembly, frame: FaceFrame, screw: number): ShellHole[] {
  const holes: ShellHole[] = [];
  for (const [id, o] of Object.entries(document.shell.openings)) {
    if (o.face !== frame.face) continue;
    const at: [number, number] = [o.u.value, raisedV(document, frame, o.v.value)];
    const [w, h] =
      o.shape.kind === 'round'
        ? [o.shape.diameter.value, o.shape.diameter.value]
        : [o.shape.width.value, o.shape.height.value];
    const narrow = Math.min(w, h);
    if (narrow < screw - 0.01 || narrow > LARGEST) continue;
    const slot =
      o.shape.kind === 'round' || Math.abs(w - h) < 1e-6
        ? undefined
        : w > h
          ? ([(w - h) / 2, 0] as const)
          : ([0, (h - w) / 2] as const);
    holes.push({
      id,
      name: o.name,
      at,
      play: (narrow - screw) / 2,
      how: 'through',
      ...(slot ? { slot: [...slot] } : {}),
    });
  }
  const normal = frame.outward.findIndex((n) => Math.abs(n) > 0.999);
  const wall = wallOf(assembly.hull, frame.face);
  if (normal < 0 || !wall) return holes;
  for (const solid of assembly.features) {
    const { shape, owner } = solid;
    const kind = document.shell.features[owner]?.kind;
    if (solid.swept || shape.kind !== 'cylinder' || shape.axis !== normal) continue;
    const rivet = kind === 'rivet';
    if (!rivet && kind !== 'boss') continue;
    const fate = document.shell.features[owner]?.fate;
    // A rivet that may go is drilled out: its hole is there, as wide as its body.
    if (rivet ? fate === 'keep' : fate === 'removed') continue;
    const across = shape.high[(normal + 1) % 3]! - shape.low[(normal + 1) % 3]!;
    if (rivet && (across < screw - 0.01 || across > LARGEST)) continue;
    const ends = [onFace(frame, shape.low), onFace(frame, shape.high)];
    // It stands on this wall.
    if (Math.max(...ends.map((e) => e.over)) < -wall.thickness - 1) continue;
    holes.push({
      id: owner,
      name: solid.name,
      at: [(ends[0]!.u + ends[1]!.u) / 2, (ends[0]!.v + ends[1]!.v) / 2],
      play: rivet ? (across - screw) / 2 : 0,
      how: rivet ? 'drilled out' : 'into',
    });
  }
  return holes;
}

/**
 * Every place at which holes of a part meet holes, slots or bosses that the shell has, on the faces its mounting side can
 * lie on: most holes first, then what nothing stops, then without a turn, then by play.
 */
export function alignmentsOf(document: Conversion, assembly: Assembly, id: string, largest = 3): Alignment[] {
  const part = document.kit.parts[id];
  if (!part) return [];
  const around: Assembly = { ...assembly, parts: assembly.parts.filter((p) => p.id !== id) };
  const found: Alignment[] = [];
  for (const orientation of ORIENTATIONS) {
    const posed = placePart(id, part, { x: 0, y: 0, z: 0, locked: false, ...orientation });
    for (const mount of posed.faces) {
      const drills = mount.cuts.filter((cut) => cut.kind === 'drill' && cut.shape.kind === 'round');
      if (drills.length === 0 || mount.mustReachOutside) continue;
      const out = DIRECTIONS[mount.direction];
      const frame = assembly.hull.frames.find((f) => f.outward.every((n, i) => Math.abs(n - out[i]!) < 1e-6));
      const wall = frame && wallOf(assembly.hull, frame.face);
      if (!frame || !wall) continue;
      const clearance = Math.min(...drills.map((d) => (d.shape.kind === 'round' ? d.shape.diameter : Infinity)));
      const screw = screwFor(clearance);
      const there = shellHoles(document, assembly, frame, screw);
      if (there.length === 0) continue;
      const own = drills.map((d): PlayHole => {
        const { u, v } = onFace(frame, d.at);
        return { at: [u, v], play: ((d.shape.kind === 'round' ? d.shape.diameter : screw) - screw) / 2 };
      });
      const motions = [...motionsOf(own, there, largest, [0]), ...singles(own, there)];
      for (const motion of motions.slice(0, 200)) {
        const straight = motion.degrees === 0 ? motion : straightened(own, there, motion);
        const use = straight ?? motion;
        const axis = axisOf(mount.direction);
        const moved = standOn(posed, frame, use);
        if (!moved) continue;
        const placement: Placement = {
          ...moved,
          [AXES[axis]]: seatOf(assembly, axis, out[axis]!, posed.high[axis] - posed.low[axis]),
        };
        const stops = stopsThere(around, placePart(id, part, placement));
        const met = use.pairs.map(([p, q]) => ({ hole: drills[p]!.name, with: there[q]!.name, how: there[q]!.how }));
        const rest = drills.filter((_, p) => !use.pairs.some(([a]) => a === p)).map((d) => d.name);
        found.push({
          face: frame.face,
          placement,
          degrees: straight ? 0 : motion.degrees,
          met,
          rest,
          slack: use.slack,
          stops,
          advice: adviceFor(document, met.length, rest.length),
        });
      }
    }
  }
  const ordered = found.sort(
    (a, b) =>
      b.met.length - a.met.length ||
      Number(a.stops > 0) - Number(b.stops > 0) ||
      Math.abs(a.degrees) - Math.abs(b.degrees) ||
      b.slack - a.slack,
  );
  // One hole alone is met anywhere: only what nothing stops, and few of them.
  const several = ordered.filter((a) => a.met.length > 1);
  const single = ordered.filter((a) => a.met.length === 1 && a.stops === 0);
  return [...several, ...single.slice(0, SINGLES)].slice(0, TOLD);
}

const seatOf = ({ hull }: Assembly, axis: Axis, sign: number, size: number) =>
  Math.round(1000 * (sign < 0 ? hull.innerLow[axis]! : hull.innerHigh[axis]! - size)) / 1000;

/** One hole on one: straight, wherever the rest comes to lie. */
const singles = (part: readonly PlayHole[], shell: readonly PlayHole[]): Motion[] =>
  part.flatMap((p, i) =>
    shell.map((h, j): Motion => ({
      quarter: 0,
      degrees: 0,
      shift: [h.at[0] - p.at[0], h.at[1] - p.at[1]],
      pairs: [[i, j]],
      slack: p.play + h.play,
    })),
  );

/** The same holes met without a turn, where that goes. */
function straightened(part: readonly PlayHole[], shell: readonly PlayHole[], motion: Motion): Motion | undefined {
  const { shift, slack } = fitted(
    part,
    shell,
    part.map((p) => p.at),
    motion.pairs,
    0,
  );
  return slack >= -1e-6 ? { ...motion, degrees: 0, shift, slack } : undefined;
}

function adviceFor({ brief }: Conversion, met: number, rest: number): string {
  if (rest === 0) return 'all its holes meet: no new hole';
  const one = rest === 1 ? 'the other' : `the other ${rest}`;
  if (met >= 3) return `a rubber foot or a washer under ${one}: three hold it`;
  if (met === 2)
    return brief.policy === 'conserve' ? `a foot under ${one}, a strap across` : `a foot under ${one}, or one new hole`;
  return brief.policy === 'conserve'
    ? 'a strap across, or a bracket from this hole'
    : 'one new hole beside it, feet under the rest';
}
