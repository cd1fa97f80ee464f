import type { Channel, Log } from '@young-shell/core/proof';
import { useSyncExternalStore } from 'react';

/** A log that is looked at and is not in the plan yet: it stays while one looks elsewhere, and is too large for the store. */
export interface Held {
  log: Log;
  channels: Channel[];
  from: string;
  simulated: boolean;
  /** Where the load begins and ends, s, where the user says so. */
  range?: { from: number; to: number };
  /** °C of the room, typed. */
  ambient?: number;
  running: boolean;
  /** Lines that were no readings. */
  garbage: number;
  words?: string;
  lid: 'closed' | 'open';
  state: 'idle' | 'typical' | 'full';
}

let held: Held | undefined;
const listeners = new Set<() => void>();

export function hold(next: Held | undefined): void {
  held = next;
  for (const listener of listeners) listener();
}

export const heldNow = (): Held | undefined => held;

const listen = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useHeld = (): Held | undefined => useSyncExternalStore(listen, heldNow);
