import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../app/store';

/** Lengths in the user’s unit. */
export function useLength() {
  const unit = useAppSelector((s) => s.preferences.unit);
  return (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
}
