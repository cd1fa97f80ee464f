import { useDeferredValue, type ReactNode } from 'react';

/** What comes once the rest of the page stands, in pieces between which the page answers: much of a large plan. */
export function Later({ children }: { children: ReactNode }) {
  const now = useDeferredValue(true, false);
  return now ? children : null;
}
