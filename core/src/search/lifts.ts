import { assemble } from '../assembly';
import { POLICIES } from '../brief';
import { applyChange, OUTLOOK_WORDS, type Conversion, type Policy } from '../document';
import type { Remedy } from '../findings';
import { outlookOf, placeFor } from '../fit';

/** Policies by how much they allow. */
const FREER: Readonly<Record<Policy, readonly Policy[]>> = {
  conserve: ['sleeper', 'open'],
  sleeper: ['open'],
  open: [],
};

/**
 * Why a part alone has no place, as far as one choice is the reason: with that choice lifted it is looked for again. First
 * what costs least. Places are those of “Place it for me”, one part in an otherwise empty shell.
 * @param fits whether there is a layout of the part in a plan
 */
export function liftsOf(document: Conversion, id: string, fits: (document: Conversion) => boolean): Remedy[] {
  const lifts: Remedy[] = [];
  const name = document.kit.parts[id]!.name;
  const alone: Conversion = { ...document, layout: { ...document.layout, placements: {} } };
  const tryOn = (lift: Remedy): boolean => {
    const found = fits(applyChange(alone, lift.change).document);
    if (found) lifts.push(lift);
    return found;
  };
  const { layout, brief } = document;
  const on = layout.rides?.[id];
  if (on !== undefined) {
    const carrier = document.kit.parts[on]?.name ?? (document.shell.bodies[on]?.name || on);
    tryOn({
      id: 'not-there',
      label: `${name} is to be put on ${carrier}; elsewhere in the shell there is a place`,
      price: `it no longer goes with ${carrier}`,
      change: { type: 'setRides', id, on: null },
    });
  }
  // Where no screw may go it may stand on something that is made for it.
  const [hanging] = on === undefined ? placeFor(alone, assemble(alone), id).proposals : [];
  if (hanging)
    lifts.push({
      id: 'held-by-something',
      label: `No wall where ${name} has room may be drilled for its screws. On a tray, a stand, or standoffs that are glued or taped it has a place${placeWords(hanging.reasons)}`,
      price: 'Fit says then that nothing holds it, and what to make for it',
      change: { type: 'placePart', id, placement: hanging.placement },
    });
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
