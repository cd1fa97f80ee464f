import type { PlacedPart } from '../assembly';
import type { Conversion } from '../document';
import { kindOf } from '../parts';

/** What holds a part without a hole. */
export type Stick = 'strap' | 'tape' | 'glue';

/** Double-sided foam tape carries a part for good with so much of it, mm² a gram: about 60 cm² a kilogram. Common practice, no source. */
const TAPE = 6;
/** What a strap around it holds in its place, g, and what it would press on. Common practice, no source. */
const STRAP_HOLDS = 2000;
const NOT_STRAPPED: Readonly<Record<string, string>> = {
  board: 'it would press on what stands on the board; standoffs hold it',
  card: 'it would press on what stands on the card; its bracket and its slot hold it',
  fan: 'a fan works loose under a strap, and the strap lies before its blades',
  radiator: 'it would cross the fins, and a radiator full of water works loose',
  jack: 'what is plugged in there pulls at it; its nut holds it',
};

/** Foam tape that a part wants, mm². */
export const tapeFor = ({ part }: PlacedPart): number => part.mass * TAPE;

/** What speaks against a strap, tape or glue on a part under a policy; undefined where nothing does. */
export function whyNotStuck(
  { policy }: Pick<Conversion['brief'], 'policy'>,
  part: PlacedPart,
  kind: Stick,
): string | undefined {
  if (kind === 'strap') {
    const why = NOT_STRAPPED[kindOf(part.part) ?? ''];
    if (why !== undefined) return why;
    const { mass } = part.part;
    return mass > STRAP_HOLDS
      ? `it weighs ${(mass / 1000).toFixed(1)} kg, a strap keeps ${STRAP_HOLDS / 1000} kg in place; take angles or screws`
      : undefined;
  }
  if (kind === 'glue') return policy === 'conserve' ? 'the brief allows nothing that can’t be undone' : undefined;
  const area = tapeFor(part);
  const size = (part.high[0] - part.low[0]) * (part.high[1] - part.low[1]);
  return area > size ? `it needs ${(area / 100).toFixed(0)} cm² of tape and has ${(size / 100).toFixed(0)}` : undefined;
}
