import { useDeferredValue, type ReactNode } from 'react';

/**
 * What comes once the rest of the page stands, in pieces between which the page answers: much of a large plan. Until then
 * `instead` is there.
 */
export function Later({ children, instead = null }: { children: ReactNode; instead?: ReactNode }) {
  const now = useDeferredValue(true, false);
  return now ? children : instead;
}
