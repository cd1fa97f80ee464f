import { assemble } from '../assembly';
import { POLICIES } from '../brief';
import { applyChange, OUTLOOK_WORDS, type Change, type Conversion, type Policy } from '../document';
import type { Remedy } from '../findings';
import { outlookOf, placeFor } from '../fit';
import { kindOf } from '../parts';

/** Policies by how much they allow. */
const FREER: Readonly<Record<Policy, readonly Policy[]>> = {
  conserve: ['sleeper', 'open'],
  sleeper: ['open'],
  open: [],
};

/**
 * Why a part has no place, as far as one choice is the reason: with that choice lifted it is looked for again, beside what
 * stays where it is. First what costs least.
 * @param fits whether there is a layout of the part in a plan
 * @param stops whether any station stops at a plan that did not before
 */
export function liftsOf(
  document: Conversion,
  id: string,
  fits: (document: Conversion) => boolean,
  stops: (document: Conversion) => boolean,
): Remedy[] {
  const lifts: Remedy[] = [];
  const { layout, brief, kit } = document;
  const part = kit.parts[id]!;
  const tryOn = (lift: Remedy): boolean => {
    const found = fits(applyChange(document, lift.change).document);
    if (found) lifts.push(lift);
    return found;
  };
  const locked = Object.entries(layout.placements).filter(([other, p]) => other !== id && p.locked);
  if (locked.length > 0)
    tryOn({
      id: 'unlocked',
      label: `Locked in their places stand ${locked.map(([other]) => kit.parts[other]!.name).join(', ')}; with them free to move there is a place for ${part.name}`,
      price: 'a search may move them',
      change: {
        type: 'all',
        what: 'unlock what is in the way',
        changes: locked.map(([other, p]) => ({ type: 'placePart', id: other, placement: { ...p, locked: false } })),
      },
    });
  const on = layout.rides?.[id];
  if (on !== undefined) {
    const carrier = kit.parts[on]?.name ?? (document.shell.bodies[on]?.name || on);
    tryOn({
      id: 'not-there',
      label: `${part.name} is to be put on ${carrier}; elsewhere in the shell there is a place`,
      price: `it no longer goes with ${carrier}`,
      change: { type: 'setRides', id, on: null },
    });
  }
  // A board that can’t be screwed to a wall may stand on something that is made for it: no search puts it there by itself.
  const [hanging] =
    on === undefined && kindOf(part) === 'board' ? placeFor(document, assemble(document), id).proposals : [];
  if (hanging) {
    const change: Change = { type: 'placePart', id, placement: hanging.placement };
    if (!hanging.reasons.some((r) => r.startsWith('screwed')) && !stops(applyChange(document, change).document))
      lifts.push({
        id: 'held-by-something',
        label: `Where ${part.name} has room, no wall is there or may be drilled for its screws. On a tray, a stand, or standoffs that are glued or taped it has a place${placeWords(hanging.reasons)}`,
        price: 'Fit says then that nothing holds it, and what to make for it',
        change,
      });
  }
  if (outlookOf(document) !== 'any')
    tryOn({
      id: 'outlook',
      label: `Its sockets look ${OUTLOOK_WORDS[outlookOf(document)]}; ${OUTLOOK_WORDS.any} there is a place`,
      price: 'sockets and cables on a side that is seen',
      change: { type: 'setOutlook', outlook: 'any' },
    });
  for (const policy of FREER[brief.policy])
    if (
      tryOn({
        id: `policy-${policy}`,
        label: `${POLICIES[brief.policy].label} (${POLICIES[brief.policy].short}) leaves no place; under ${POLICIES[policy].label} there is one`,
        price: POLICIES[policy].rule,
        change: { type: 'setBrief', brief: { policy } },
      })
    )
      break;
  if (brief.blockedFaces.length > 0)
    tryOn({
      id: 'blocked',
      label: `Faces stand against something (${brief.blockedFaces.join(', ')}); with all of them free there is a place`,
      price: 'the shell has to stand elsewhere',
      change: { type: 'setBrief', brief: { blockedFaces: [] } },
    });
  return lifts;
}

/** Where a place is, as far as its reasons say it. */
function placeWords(reasons: readonly string[]): string {
  const where = reasons.filter((r) => !r.startsWith('with less'));
  return where.length > 0 ? `: ${where.join(', ')}` : '';
}
