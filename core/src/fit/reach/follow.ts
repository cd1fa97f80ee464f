import type { Assembly } from '../../assembly';
import { plugEnd } from '../../assembly';
import type { Conversion } from '../../document';
import type { Vec3 } from '../../solid';
import type { Link } from '../links';
import { openingOf, pointAt, type Motion } from '../opening/motion';

/** A cable that has to follow something that opens. */
export interface Follows {
  /** The bodies its ends ride on. */
  bodies: string[];
  /** mm between its plugs where they are farthest apart. */
  far: number;
  /** Length it needs for that, plugs and bends included, mm. */
  needed: number;
  /** It is lifted off by hand: it is unplugged first, or long enough to lay that beside. */
  lifted: boolean;
  /** The user’s own one, too short for all of it, reaches up to this share of the one motion it follows: it is plugged half shut. */
  upTo?: { body: string; share: number };
}

/** Where it moves a cable bends to no less than so many times its thickness (common practice, no source). */
const MOVING_BEND = 6;
/** Moments that are looked at; what may lie between two of them is added. */
const MOMENTS = 128;

/** What a cable between parts that do not ride together has to follow; undefined where both keep still to each other. */
export function followsOf(document: Pick<Conversion, 'shell'>, assembly: Assembly, link: Link): Follows | undefined {
  const rides = (part: string) => assembly.parts.find((p) => p.id === part)?.placement.on;
  const [a, b] = [rides(link.from.part), rides(link.to.part)];
  if (a === b) return undefined;
  const motionOf = (body: string | undefined): Motion | undefined => {
    const moving = body === undefined ? undefined : document.shell.bodies[body];
    if (!moving) return undefined;
    const opening = openingOf(document, assembly.hull, moving);
    return 'motion' in opening ? opening.motion : undefined;
  };
  const bodies = [a, b].filter((body): body is string => body !== undefined);
  const lifted = bodies.some((body) => document.shell.bodies[body]?.motion.kind === 'lift');
  const ways = [motionOf(a), motionOf(b)].map((motion, i) => {
    const at = plugEnd(i === 0 ? link.from : link.to);
    // What is lifted off is not followed.
    return motion && !lifted ? trackOf(motion, at) : { points: [at], between: 0 };
  });
  let far = 0;
  for (const p of ways[0]!.points)
    for (const q of ways[1]!.points) far = Math.max(far, Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]));
  far += ways[0]!.between + ways[1]!.between;
  const bends = Math.PI * MOVING_BEND * link.cable.thickness;
  const needed = far + link.from.straight + link.to.straight + bends;
  const follows: Follows = { bodies, far, needed, lifted };
  const [body] = bodies;
  if (link.own !== undefined && link.own < needed && bodies.length === 1 && !lifted) {
    const which = a === undefined ? 1 : 0;
    const fixed = ways[1 - which]!.points[0]!;
    const motion = motionOf(body);
    const from = plugEnd(which === 0 ? link.from : link.to);
    const spare = link.own - (needed - far);
    if (motion) {
      const reaches = (share: number) => {
        const p = pointAt(motion, from, share);
        return Math.hypot(p[0] - fixed[0], p[1] - fixed[1], p[2] - fixed[2]) <= spare;
      };
      let upTo = -1;
      for (let k = 0; k <= MOMENTS && reaches(k / MOMENTS); k++) upTo = k / MOMENTS;
      if (upTo > 0) follows.upTo = { body: body!, share: upTo };
    }
  }
  return follows;
}

/** Where a point is during a motion, and half of what it moves between two of the moments, mm. */
function trackOf(motion: Motion, at: Vec3): { points: Vec3[]; between: number } {
  const points = Array.from({ length: MOMENTS + 1 }, (_, k) => pointAt(motion, at, k / MOMENTS));
  const [p, q] = [points[0]!, points[1]!];
  // A straight way is farthest at one of its ends.
  const between = motion.kind === 'straight' ? 0 : Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]) / 2;
  return { points: motion.kind === 'straight' ? [points[0]!, points.at(-1)!] : points, between };
}
