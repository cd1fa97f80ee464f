import type { Brief, FaceId, Policy, Seen } from '../document';

/** When a face is seen: as the brief says, else rear and floor never, the others always. */
export const seenWhen = ({ seen }: Pick<Brief, 'seen'>, face: FaceId): Seen =>
  seen?.[face] ?? (face === 'rear' || face === 'bottom' ? 'never' : 'always');

/** May a face be cut under the policy? A sleeper keeps what is always seen as it was; what is seen only open may be cut. */
export function mayCut(brief: Pick<Brief, 'policy' | 'seen'>, face: FaceId): boolean {
  if (brief.policy === 'open') return true;
  return brief.policy === 'sleeper' && seenWhen(brief, face) !== 'always';
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
      rule: 'The outside stays as it was seen: front, sides and top, unless you say otherwise. Inside, rear and floor may be cut.',
    },
    open: { label: 'Open', short: 'cut what helps', rule: 'Cut what helps; function first.' },
  };
