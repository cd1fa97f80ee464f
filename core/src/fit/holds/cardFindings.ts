import { bodyIdOn, faceReaches, onFace, type Assembly, type PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { holdsOf, meeting, undersideOf, type Met } from '../../hold';
import { axisOf, signOf } from '../../solid';
import { mm } from '../words';

/** Ids of what is said about the two ends of a card. */
export const CARD_ENDS = /^fit\/[^/]+\/(bracket-body|slot-alone|far-end)$/;

/** From this weight on a card that is held at one end works its slot or bracket loose, g. Common practice, no source. */
const HEAVY = 300;
/** A card that stands out less far from its bracket carries itself, mm. Common practice, no source. */
const SHORT = 150;
/** As far down as it is looked for something a block could stand on, mm. */
const DEEP = 500;

/** A card has two ends: its bracket, and its slot or what bears its other end. Each by itself is half a hold. Pure. */
export function cardFindings(document: Conversion, assembly: Assembly): Finding[] {
  return assembly.parts.flatMap((part) => [...endsOf(document, assembly, part)]);
}

function endsOf(document: Conversion, assembly: Assembly, part: PlacedPart): Finding[] {
  const bracket = faceReaches(assembly, part).find((r) => r.face.id === 'bracket');
  if (!bracket) return [];
  const strapped = holdsOf(document, assembly).get(part.id)!.strapped !== undefined;
  const { name, mass } = part.part;
  const base = { station: 'fit' as const, about: [{ kind: 'part' as const, id: part.id }], mayHaveRemedies: true };
  const weight = { label: 'weight', value: mass, unit: 'gram' as const, source: WEIGHED, worse: 'more' as const };
  const board = assembly.parts.find((p) => p.id === part.pluggedInto);
  if (board) {
    const body = bracketBody(document, assembly, part);
    if (!bracket.reaches || !bracket.onWall)
      return mass < HEAVY || strapped
        ? []
        : [
            {
              ...base,
              id: `fit/${part.id}/slot-alone`,
              verdict: 'warn',
              sentence: `${name}, ${mass} g, is held by its slot alone: its bracket meets no wall. Carried or tilted, it works loose or breaks the slot. Move it so that its bracket meets one, or strap it down.`,
              brief: `${name} held by its slot alone`,
              figures: [weight],
            },
          ];
    const own = board.placement.on;
    if (body === own) return [];
    return [
      {
        ...base,
        id: `fit/${part.id}/bracket-body`,
        verdict: 'warn',
        sentence: `The bracket of ${name} is screwed to ${bodyName(document, body)}, its slot is on ${board.part.name}, which ${own === undefined ? 'stays in the shell' : `moves with ${bodyName(document, own)}`}: undo the bracket each time before ${bodyName(document, body ?? own)} comes off, or the card breaks its slot.`,
        brief: `${name} between two bodies`,
        figures: [],
      },
    ];
  }
  const far = farEnd(document, assembly, part);
  if (!far || far.borne || strapped || mass < HEAVY || far.length < SHORT) return [];
  return [
    {
      ...base,
      id: `fit/${part.id}/far-end`,
      verdict: 'warn',
      sentence: `${name}, ${mass} g, hangs by its bracket alone: its other end, ${mm(far.length)} away, rests on nothing. Put a rest under it, or a strap over it.`,
      brief: `${name} hangs by its bracket`,
      figures: [
        weight,
        { label: 'from bracket to its end', value: far.length, unit: 'mm', source: LONG, worse: 'more' },
      ],
    },
  ];
}

const WEIGHED = { kind: 'computed', title: 'weight of the part as the kit has it' } as const;
const LONG = { kind: 'computed', title: 'length of the part along the way its bracket looks' } as const;

const bodyName = ({ shell }: Conversion, id: string | undefined) =>
  id === undefined ? 'the shell itself' : shell.bodies[id]?.name || shell.bodies[id]?.kind || id;

/** The body whose wall a card’s bracket is screwed to; undefined: the shell itself. */
export function bracketBody(document: Conversion, assembly: Assembly, part: PlacedPart): string | undefined {
  const reach = faceReaches(assembly, part).find((r) => r.face.id === 'bracket');
  const at = reach?.face.cuts[0]?.at;
  if (!reach?.wall || !reach.frame || !at) return undefined;
  const { u, v } = onFace(reach.frame, at);
  return bodyIdOn(document, assembly.hull, reach.wall.face, [u, v]);
}

/** The half of a card that is away from its bracket, where it lies flat enough to be borne from below. */
export function farEnd(document: Conversion, assembly: Assembly, part: PlacedPart) {
  const hold = holdsOf(document, assembly).get(part.id)!;
  const side = part.faces.find((f) => f.id === 'bracket')!.direction;
  const axis = axisOf(side);
  if (hold.kind !== 'screws' || hold.side !== side || axis === 2) return undefined;
  const { low, high } = part;
  const length = high[axis] - low[axis];
  const away = signOf(side) > 0 ? low[axis] : high[axis];
  const points = undersideOf(part).filter((p) => Math.abs(p[axis] - away) <= length / 2);
  const meet = meeting({ document, assembly, part, not: new Set() }, 'bottom', DEEP);
  const below = points.flatMap((p) => meet(p) ?? []);
  const nearest = below.reduce<Met | undefined>(
    (best, met) => (best && best.distance <= met.distance ? best : met),
    undefined,
  );
  return {
    axis,
    away,
    sign: signOf(side),
    length,
    points,
    nearest,
    borne: nearest !== undefined && nearest.distance <= 0.6,
  };
}
