import type { Assembly, Solid, Wall } from '../../assembly';
import { bodyOwner } from '../../assembly';
import { axisIndex, type Conversion } from '../../document';
import { openingOrder } from '../../shell';
import { directionOf, type Axis, type Direction, type Vec3 } from '../../solid';

/** A way out of the shell: through a body that opens. */
export interface Exit {
  body: string;
  name: string;
  /** Where parts go through it. */
  direction: Direction;
  /** Part of the shell it takes away: everything from a plane on, or a window in a wall, low and high, mm. */
  opens: { kind: 'beyond'; at: number } | { kind: 'window'; low: Vec3; high: Vec3 };
  /** Features that come off with it. */
  takes: ReadonlySet<string>;
}

/** All exits of a shell with everything open that opens. */
export function exitsOf(document: Conversion, assembly: Assembly): Exit[] {
  const { shell } = document;
  return openingOrder(shell.bodies).flatMap((id): Exit[] => {
    const body = shell.bodies[id]!;
    const takes = new Set([
      bodyOwner(id),
      ...Object.entries(shell.features)
        .filter(([, f]) => f.body === id)
        .map(([feature]) => feature),
    ]);
    const base = { body: id, name: body.name || body.kind, takes };
    if (body.cut.kind === 'ring') return [];
    if (body.cut.kind === 'plane') {
      const axis = axisIndex(body.cut.axis);
      return [
        {
          ...base,
          direction: directionOf(axis, body.cut.side === 'above' ? 1 : -1),
          opens: { kind: 'beyond', at: body.cut.at.value },
        },
      ];
    }
    const { face, u, v, width, height } = body.cut;
    const frame = assembly.hull.frames.find((f) => f.face === face);
    const axis = ([0, 1, 2] as Axis[]).find((i) => Math.abs(frame?.outward[i] ?? 0) > 0.999);
    if (!frame || axis === undefined) return [];
    const corner = (du: number, dv: number): Vec3 =>
      [0, 1, 2].map((i) => frame.origin[i]! + (u.value + du) * frame.u[i]! + (v.value + dv) * frame.v[i]!) as Vec3;
    const [p, q] = [corner(-width.value / 2, -height.value / 2), corner(width.value / 2, height.value / 2)];
    const low = p.map((x, i) => Math.min(x, q[i]!)) as Vec3;
    const high = p.map((x, i) => Math.max(x, q[i]!)) as Vec3;
    low[axis] = -Infinity;
    high[axis] = Infinity;
    return [{ ...base, direction: directionOf(axis, frame.outward[axis]), opens: { kind: 'window', low, high } }];
  });
}

/** What still stands of the shell on the bench, where nothing is around it, once everything is open that opens. */
export interface Remains {
  walls: Wall[];
  features: Solid[];
}

export function remainsOf(assembly: Assembly, exits: readonly Exit[]): Remains {
  const gone = new Set(exits.flatMap((e) => [...e.takes]));
  const lid = exits.some((e) => e.direction === 'top' && e.opens.kind === 'beyond');
  return {
    walls: assembly.hull.walls.filter((w) => !(lid && w.inLid)),
    features: assembly.features.filter((f) => !gone.has(f.owner) && !f.around),
  };
}
