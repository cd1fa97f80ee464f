import { bodyOwner, throughFloor, type Assembly, type Solid } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { add, chain, exactly, scale, shift, spreadOf, type Linear, type Source } from '../../quantity';
import { DIRECTIONS } from '../../solid';
import { TOUCHING } from '../margin';
import { mm } from '../words';
import { outwardOf } from './motion';

/** Where something stands over or under a drawer that is out, and what of its load comes nearest to it. */
export interface Around {
  body: string;
  side: 'above' | 'below';
  solid: Solid;
  /** What is left of the free height, mm, with its measured ends. */
  left: Linear;
}

const WHERE = { above: 'over', below: 'under' } as const;
const COUNTED: Source = {
  kind: 'computed',
  title: 'free height from the edge of the drawer’s front, less what stands beyond that edge',
};

/** What lies in a drawer against what is above and below it when it is out. Drawers that come out of the top are left out. */
export function aroundDrawers({ shell }: Conversion, assembly: Assembly): Around[] {
  return Object.entries(shell.bodies).flatMap(([id, body]): Around[] => {
    const { motion, cut } = body;
    if (motion.kind !== 'slide' || cut.kind !== 'face') return [];
    const out = outwardOf(body, assembly.hull);
    const frame = assembly.hull.frames.find((f) => f.face === cut.face);
    if (!out || !frame || DIRECTIONS[out][2] !== 0) return [];
    const upright = frame.v[2] > 0 ? 1 : -1;
    const base = `/shell/bodies/${id}/cut`;
    const middle = shift(scale(chain(`${base}/v`, cut.v), upright), frame.origin[2]);
    const half = scale(chain(`${base}/height`, cut.height), 0.5);
    const load = assembly.parts
      .flatMap((p) => p.solids)
      .filter((s) => s.rides === id && s.role !== 'air' && !(s.outside && s.role !== 'plug room'));
    return (['above', 'below'] as const).flatMap((side): Around[] => {
      const free = motion[side];
      if (!free || load.length === 0) return [];
      const up = side === 'above';
      const beyond = (s: Solid) => (up ? s.shape.high[2] : -s.shape.low[2]);
      const solid = load.reduce((a, b) => (beyond(b) > beyond(a) ? b : a));
      const edge = add(middle, half, up ? 1 : -1);
      const end = solid.along?.([0, 0, up ? 1 : -1]) ?? scale(solid.end(2, up), up ? 1 : -1);
      const from = add(exactly(0), edge, up ? 1 : -1);
      return [
        { body: id, side, solid, left: add(add(chain(`/shell/bodies/${id}/motion/${side}`, free), from), end, -1) },
      ];
    });
  });
}

/** What a drawer’s load meets outside, and plugs that go down through its floor. */
export function aroundFindings(document: Conversion, assembly: Assembly): Finding[] {
  const nameOf = (id: string) => document.shell.bodies[id]!.name || document.shell.bodies[id]!.kind;
  const tight = aroundDrawers(document, assembly).flatMap(({ body, side, solid, left }): Finding[] => {
    const wanted = assembly.clearances.moving;
    const value = left.value;
    if (value >= wanted.value) return [];
    const over = value < -TOUCHING;
    const what = `${solid.name} in ${nameOf(body)}`;
    return [
      {
        id: `fit/around/${body}/${side}`,
        station: 'fit',
        verdict: over ? 'stop' : 'warn',
        sentence: over
          ? `Pulled out, ${what} goes ${mm(-value)} into what is ${WHERE[side]} it: ${side === 'above' ? 'stand it lower, or the shell lower under what is over it' : 'stand it higher, or the shell higher'}.`
          : `Pulled out, ${what} passes what is ${WHERE[side]} it at ${mm(Math.max(0, value))}; it wants ${mm(wanted.value)} (${wanted.why}).`,
        brief: `${nameOf(body)} ${mm(value)} ${side}`,
        figures: [
          { label: `left ${side}`, value, unit: 'mm', source: COUNTED, worse: 'less' },
          { label: 'required', value: wanted.value, unit: 'mm', source: wanted.source },
          { label: 'left, ± at 95 %', value: spreadOf(left).half95, unit: 'mm', source: COUNTED },
        ],
        about: [{ kind: 'part', id: solid.owner }],
      },
    ];
  });
  return [...tight, ...floorFindings(document, assembly, nameOf)];
}

function floorFindings(document: Conversion, assembly: Assembly, nameOf: (id: string) => string): Finding[] {
  return Object.entries(assembly.drawers).flatMap(([body, { boards }]): Finding[] => {
    const floor = boards.find((b) => b.id === `${bodyOwner(body)}/floor`);
    if (!floor) return [];
    const through = assembly.parts.flatMap((p) => p.solids.filter((s) => s.rides === body && throughFloor(s, floor)));
    if (through.length === 0) return [];
    const { motion } = document.shell.bodies[body]!;
    const known = motion.kind === 'slide' && motion.below !== undefined;
    const many = through.length > 1;
    return [
      {
        id: `fit/floor/${body}`,
        station: 'fit',
        verdict: 'note',
        sentence: `${through.length} ${many ? 'plugs go' : 'plug goes'} down through the floor of ${nameOf(body)} (${[...new Set(through.map((s) => s.name))].slice(0, 3).join(', ')}): the sheet of its floor shows what to cut, and ${many ? 'they are' : 'it is'} reached from underneath.${known ? '' : ' Say at Shell what is under it when it is out.'}`,
        brief: `${through.length} through the floor`,
        figures: [],
        about: [...new Set(through.map((s) => s.owner))].map((id) => ({ kind: 'part' as const, id })),
      },
    ];
  });
}
