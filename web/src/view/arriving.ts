import { createElement, useSyncExternalStore, type ComponentType } from 'react';

/**
 * A component that is being fetched: nothing at first, drawn as soon as it is there. What is suspended instead, React
 * holds back for up to 300 ms, so that pages do not flicker; the first view does not wait for that.
 */
export function arriving<P extends object>(coming: Promise<ComponentType<P>>): ComponentType<P> {
  let state: { there?: ComponentType<P>; failed?: unknown } = {};
  const listeners = new Set<() => void>();
  const settled = (next: typeof state) => {
    state = next;
    listeners.forEach((listener) => listener());
  };
  void coming.then(
    (there) => settled({ there }),
    (failed: unknown) => settled({ failed }),
  );
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };
  return function Arriving(props: P) {
    const { there, failed } = useSyncExternalStore(subscribe, () => state);
    if (failed !== undefined) throw failed as Error;
    return there ? createElement(there, props) : null;
  };
}
