import type { Assembly, PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import type { Say } from '../../findings';
import { axisOf, signedDistance, signOf, type Box, type Direction, type Vec3 } from '../../solid';
import { outletOf } from '../build/ways';
import { PRACTICE } from './say';

/** Wall of a printed duct, mm, and how far apart its sections are looked at. Common practice, no source. */
const WALL = 1.6;
const STEP = 2;

/** What a duct meets on its way, or why there is none to be led. */
export interface DuctRoom {
  /** From the fan’s inner side to the part, mm; 0 or less: the part does not lie before it. */
  length: number;
  /** Parts and features in its way, with how deep it runs into each, mm. */
  meets: { kind: 'part' | 'feature'; id: string; name: string; by: number }[];
}

/**
 * The room of a duct from a fan, which looks out along `outward`, to a part behind it: straight or slanted, from the fan’s
 * square to as much of it as the part’s side takes, in sections of 2 mm.
 */
export function ductRoom(assembly: Assembly, fan: PlacedPart, outward: Direction, to: PlacedPart): DuctRoom {
  const axis = axisOf(outward);
  const inward = -signOf(outward);
  const from = inward > 0 ? fan.high[axis] : fan.low[axis];
  const length = inward * ((inward > 0 ? to.low[axis] : to.high[axis]) - from);
  const meets = new Map<string, DuctRoom['meets'][number]>();
  const across = ([0, 1, 2] as const).filter((i) => i !== axis);
  /** Low and high of the section at a share of the way, across the axis. */
  const side = (t: number, i: (typeof across)[number]): [number, number] => {
    const half = Math.min(fan.high[i] - fan.low[i], to.high[i] - to.low[i]) / 2;
    const clamp = (v: number) => Math.min(to.high[i] - half, Math.max(to.low[i] + half, v));
    const middle = (fan.low[i] + fan.high[i]) / 2;
    const end = clamp(middle);
    const wide = (fan.high[i] - fan.low[i]) / 2;
    const [m, h] = [middle + t * (end - middle), wide + t * (half - wide)];
    return [m - h - WALL, m + h + WALL];
  };
  const others = [
    ...assembly.parts.filter((p) => p.id !== fan.id && p.id !== to.id).flatMap((p) => p.solids),
    ...assembly.features,
  ].filter((s) => s.role === 'body' && !s.outside && !s.swept);
  const normal: Vec3 = [0, 0, 0];
  for (let at = 0; at < length; at += STEP) {
    const deep = Math.min(STEP, length - at);
    const section: Box = { kind: 'box', low: [0, 0, 0], high: [0, 0, 0] };
    const [p, q] = [from + inward * at, from + inward * (at + deep)];
    section.low[axis] = Math.min(p, q);
    section.high[axis] = Math.max(p, q);
    for (const i of across) [section.low[i], section.high[i]] = side((at + deep / 2) / length, i);
    for (const s of others) {
      // Along the axis sections are thin: how far it runs in is asked across.
      if (s.shape.low[axis] >= section.high[axis] - 1e-6 || s.shape.high[axis] <= section.low[axis] + 1e-6) continue;
      if (signedDistance(section, s.shape, normal) > -0.3) continue;
      const by = Math.min(
        ...across.map((i) => Math.min(section.high[i] - s.shape.low[i], s.shape.high[i] - section.low[i])),
      );
      const known = meets.get(s.owner);
      if (by > 0.5 && (!known || known.by < by))
        meets.set(s.owner, { kind: s.ownerKind, id: s.owner, name: s.name, by });
    }
  }
  return { length, meets: [...meets.values()].sort((a, b) => b.by - a.by) };
}

/** A duct that runs through what stands there, or to a part that it can’t reach straight. */
export function ductFindings({ air, kit }: Conversion, assembly: Assembly, say: Say): void {
  for (const [id, { ductTo }] of Object.entries(air.fans)) {
    const to = assembly.parts.find((p) => p.id === ductTo);
    const out = outletOf(assembly, id);
    if (!to || !out?.reach) continue;
    const { length, meets } = ductRoom(assembly, out.placed, out.reach.face.direction, to);
    const name = kit.parts[id]!.name;
    const about = [
      { kind: 'part' as const, id },
      { kind: 'part' as const, id: to.id },
    ];
    if (length <= 0)
      say(
        `duct/${id}`,
        'warn',
        `A duct from ${name} to ${to.part.name} has to bend back: ${to.part.name} does not lie behind it. It takes room that is not counted; turn the fan to face it, or leave the duct out.`,
        `${name}: duct bends`,
        [],
        about,
      );
    else if (meets.length > 0) {
      const [worst] = meets;
      const named = (m: (typeof meets)[number]) => (m.kind === 'part' ? kit.parts[m.id]!.name : m.name);
      say(
        `duct/${id}`,
        'warn',
        `The duct from ${name} to ${to.part.name}, ${length.toFixed(0)} mm long, runs into ${meets.map(named).join(', ')} by ${worst!.by.toFixed(0)} mm: move it, make the duct narrower, or leave it out.`,
        `duct meets ${named(worst!)}`,
        [
          { label: 'length of the duct', value: length, unit: 'mm', source: PRACTICE },
          {
            label: `into ${named(worst!)}`,
            value: worst!.by,
            unit: 'mm',
            source: { kind: 'computed', title: 'the duct in sections against what stands there' },
            worse: 'more',
          },
        ],
        [...about, ...meets.map(({ kind, id: met }) => ({ kind, id: met }))],
      );
    }
  }
}
