import { hullModel } from '../../assembly';
import { nextId, type Conversion } from '../../document';
import { activeArea, panelPart } from '../../kit';
import type { Assess } from '../judged';
import type { FitOption } from './option';
import { largest, tryPart, type Tried } from './try';

/** Aspects that panels are sold in. */
export const SCREEN_ASPECTS: readonly (readonly [number, number])[] = [
  [16, 9],
  [16, 10],
  [4, 3],
];
/** What usually stands around a picture, mm: measure the panel itself before anything is cut. Common practice, no source. */
const BEZEL = { side: 6, top: 6, bottom: 14, thickness: 6 } as const;
/** Diagonals that panels are sold in, inches (common practice, no source). */
const DIAGONALS = [3.5, 5, 7, 8, 9, 10.1, 11.6, 12.5, 13.3, 14, 15.6, 17.3, 18.5, 19.5, 21.5, 23.8, 27, 31.5, 43, 50];

/** The largest panel of an aspect that stands behind a face, all else staying. */
export function screenFor(
  document: Conversion,
  [a, b]: readonly [number, number],
  assess: Assess | undefined,
): FitOption {
  const { innerLow, innerHigh } = hullModel(document.shell);
  const sides = [0, 1, 2].map((i) => innerHigh[i]! - innerLow[i]!).sort((p, q) => q - p);
  const base = { id: `screen/${a}-${b}`, group: 'screen' as const, name: `Screen ${a}:${b}` };
  // No larger than the two longest sides of the room.
  const unit = activeArea(1, [a, b]);
  const room = Math.min(
    (sides[0]! - 2 * BEZEL.side) / unit.width,
    (sides[1]! - BEZEL.top - BEZEL.bottom) / unit.height,
  );
  const partOf = (diagonalInch: number) =>
    panelPart({ diagonalInch, aspect: [a, b], bezel: BEZEL, thickness: BEZEL.thickness });
  const id = nextId(document.kit.parts, 'screen', document.spent);
  let best: { inches: number; tried: Tried } | undefined;
  const inches = largest(
    DIAGONALS.filter((diagonal) => diagonal <= room),
    (diagonal) => {
      const { tried } = tryPart(document, id, partOf(diagonal), assess);
      if (tried && (!best || diagonal >= best.inches)) best = { inches: diagonal, tried };
      return tried !== undefined;
    },
  );
  if (inches === undefined || !best) return { ...base, fits: 'no' };
  const { tried } = best;
  return {
    ...base,
    fits: tried.tight ? 'tightly' : 'well',
    ...(Number.isFinite(tried.spare) ? { spare: tried.spare } : {}),
    most: { what: 'diagonal', value: inches },
    change: { type: 'addPart', id, part: partOf(inches), placement: tried.placement },
  };
}
