import type { Brief, FaceId, Policy } from '../document';

/** Faces that may be cut under a policy; a sleeper keeps front, sides and top as they were seen. */
export function mayCut(policy: Policy, face: FaceId): boolean {
  if (policy === 'open') return true;
  return policy === 'sleeper' && (face === 'rear' || face === 'bottom');
}

/** Is a face or feature on the survivor list? */
export function survives(brief: Brief, kind: 'face' | 'feature', id: string): boolean {
  return Object.values(brief.survivors).some(({ about }) => about.kind === kind && about.id === id);
}

/** The three schools in the words of the bench. */
export const POLICIES: Readonly<Record<Policy, { label: string; /** In a few words. */ short: string; rule: string }>> =
  {
    conserve: {
      label: 'Conserve',
      short: 'nothing irreversible',
      rule: 'Nothing irreversible: no cutting, no drilling, no glue on original material. Brackets, existing holes, clamps.',
    },
    sleeper: {
      label: 'Sleeper',
      short: 'looks as it did; rear and floor may be cut',
      rule: 'The outside stays as it was seen from the front, sides and top. Inside, rear and floor may be cut.',
    },
    open: { label: 'Open', short: 'cut what helps', rule: 'Cut what helps; function first.' },
  };
