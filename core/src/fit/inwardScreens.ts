import type { Assembly } from '../assembly';
import type { Body } from '../document';
import type { Finding } from '../findings';
import { opposite, type Direction } from '../solid';

/** A screen that leans back by more than this after its lid is open is seen from above only, degrees. Common practice, no source. */
const LEANS = 30;

/** Where the outside of a body looks while it is shut; undefined for a drawer, and where it is square to nothing. */
function outsideOf(body: Body): Direction | undefined {
  const { cut, motion } = body;
  if (motion.kind === 'slide') return undefined;
  if (cut.kind === 'plane') {
    const pairs = { x: ['right', 'left'], y: ['rear', 'front'], z: ['top', 'bottom'] } as const;
    return pairs[cut.axis][cut.side === 'above' ? 0 : 1];
  }
  const square = ['left', 'right', 'front', 'rear', 'top', 'bottom'] as const;
  return cut.kind === 'face' ? square.find((s) => s === cut.face) : undefined;
}

/**
 * A screen on the inside of a lid or door, and how it stands to who opens that: upright at 90°, leaning back beyond.
 * Undefined for a face that is no screen, or does not look into the shell.
 */
export function inwardScreen(
  part: Assembly['parts'][number],
  face: { id: string; name: string; direction: Direction },
  body: Body | undefined,
): Finding | undefined {
  if (!body || part.part.own?.faces[face.id]?.kind !== 'screen') return undefined;
  const outward = outsideOf(body);
  if (outward === undefined || face.direction !== opposite(outward)) return undefined;
  const name = body.name || body.kind;
  const base = {
    id: `fit/${part.id}/${face.id}`,
    station: 'fit' as const,
    figures: [],
    about: [{ kind: 'part' as const, id: part.id }],
  };
  const { motion } = body;
  // A door’s screen stands upright however far it is open; a lid’s looks down, then to who opens it, then up.
  if (motion.kind !== 'swing' || (outward !== 'top' && outward !== 'bottom'))
    return {
      ...base,
      verdict: 'note',
      sentence: `The ${face.name} of ${part.part.name} is seen with ${name} ${motion.kind === 'lift' ? 'off, from its inside' : 'open'}: its lead has to go the whole way with it.`,
      brief: `${face.name} seen with ${name} open`,
    };
  const towards = motion.edge === 'bottom' || motion.edge === 'top' ? 'front' : opposite(motion.edge);
  const leans = motion.angle - 90;
  const bad = Math.abs(leans) > LEANS;
  const lean =
    leans === 0
      ? 'upright'
      : leans < 0
        ? `leaning over by ${(-leans).toFixed(0)}°`
        : `leaning back by ${leans.toFixed(0)}°`;
  return {
    ...base,
    verdict: bad ? 'warn' : 'good',
    sentence: `The ${face.name} of ${part.part.name} is seen with ${name} open by ${motion.angle}°: it looks to the ${towards} then, ${lean}.${bad ? (leans < 0 ? ` Open ${name} by ${90 - LEANS}° or more, or put it where it is looked at.` : ` A stay that holds ${name} at ${90 + LEANS}° or less makes it readable.`) : ''}`,
    brief: `${face.name} ${lean}`,
  };
}
