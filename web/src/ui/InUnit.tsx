import { inUnit } from '@young-shell/core/quantity';
import { useAppSelector } from '../app/store';

/** A sentence with its lengths in the user’s unit. */
export function InUnit({ words }: { words: string }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  return <>{inUnit(words, unit)}</>;
}
