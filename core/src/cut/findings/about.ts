import type { About } from '../../findings';
import type { CutOpening } from '../openings/opening';

/** What a finding about an opening leads to: its part, or the opening by hand. */
export const aboutOpening = ({ part, group }: Pick<CutOpening, 'part' | 'group'>): About =>
  part === undefined ? { kind: 'cut', id: group } : { kind: 'part', id: part };

/** A finding's id from an opening's. */
export const dotted = ({ id }: Pick<CutOpening, 'id'>): string => id.replace(/\//g, '.');
