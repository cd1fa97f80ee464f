import { useDeferredValue, useState } from 'react';
import { useAppSelector } from '../../app/store';

/**
 * What a search has found so far, as it is to be drawn: not while a part is in the hand, and otherwise when there is time
 * for it.
 */
export function useAtRest<T>(found: T): T {
  const dragging = useAppSelector((s) => s.view.drag !== null);
  const [shown, setShown] = useState(found);
  if (!dragging && shown !== found) setShown(found);
  return useDeferredValue(shown);
}
