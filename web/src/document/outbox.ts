import { createStore, delMany, entries, get, set, del, type UseStore } from 'idb-keyval';
import type { Pending } from './slice';

/** A change that waits in this browser until the server has it. */
interface Waiting {
  /** The page that made it. */
  page: string;
  /** In which order changes were made, over all pages. */
  order: number;
  change: Pending;
}

/** Where waiting changes are kept: the browser's database, or its plain storage where that is full or forbidden. */
export type Place = 'database' | 'storage' | 'nowhere';

const PREFIX = 'young-shell/outbox/';
/** Where an earlier version kept the whole queue of a conversion. */
const oldKey = (conversion: string) => `young-shell/pending/${conversion}`;
const keyOf = (conversion: string, uid: string) => `${conversion}/${uid}`;

/** This page among all that are open in the browser. */
const PAGE = globalThis.crypto.randomUUID();
const lockOf = (page: string) => `young-shell/page/${page}`;
// Held as long as the page is open: others leave its changes to it.
if (typeof navigator !== 'undefined' && 'locks' in navigator)
  void navigator.locks.request(lockOf(PAGE), () => new Promise(() => undefined));

let database: UseStore | undefined;
const store = () => (database ??= createStore('young-shell-outbox', 'changes'));
let counter = 0;
const orders = new Map<string, number>();
/** A change that is kept anew, after others were written below it, keeps its turn. */
function orderOf(uid: string): number {
  const order = orders.get(uid) ?? Date.now() + counter++ / 1000;
  orders.set(uid, order);
  return order;
}
/** Keeping and letting go of one change must not overtake each other. */
let last: Promise<unknown> = Promise.resolve();
const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
  const next = last.then(work, work);
  last = next.catch(() => undefined);
  return next;
};

/**
 * Keeps a change until the server has it. Says where it could be kept. It is in the plain storage before this returns,
 * for a page that is left at once; the database, which has more room and is safer, takes it over from there.
 */
export function keepWaiting(conversion: string, change: Pending): Promise<Place> {
  const key = keyOf(conversion, change.uid);
  const waiting: Waiting = { page: PAGE, order: orderOf(change.uid), change };
  const text = JSON.stringify(waiting);
  let place: Place = 'storage';
  try {
    localStorage.setItem(PREFIX + key, text);
  } catch {
    place = 'nowhere';
  }
  return inTurn(async () => {
    try {
      await set(key, waiting, store());
    } catch {
      return place;
    }
    try {
      // Another text is the same change, kept anew meanwhile: that one is still to be taken over.
      if (localStorage.getItem(PREFIX + key) === text) localStorage.removeItem(PREFIX + key);
    } catch {
      // Forbidden: then nothing is in it.
    }
    return 'database';
  });
}

/** The server has it, or the user let go of it. */
export const letGo = (conversion: string, uids: readonly string[]): Promise<void> =>
  inTurn(async () => {
    for (const uid of uids) {
      try {
        localStorage.removeItem(PREFIX + keyOf(conversion, uid));
      } catch {
        // Storage is forbidden: then nothing is in it.
      }
    }
    try {
      await delMany(
        uids.map((uid) => keyOf(conversion, uid)),
        store(),
      );
    } catch {
      // As above.
    }
  });

/** All that waits, by key; what the plain storage still has is newer than the same in the database. */
async function all(): Promise<Map<string, Waiting>> {
  // The plain storage first: what goes over to the database meanwhile is seen twice, never not at all.
  const plain: [string, Waiting][] = [];
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)!;
      if (key.startsWith(PREFIX))
        plain.push([key.slice(PREFIX.length), JSON.parse(localStorage.getItem(key)!) as Waiting]);
    }
  } catch {
    // Forbidden, or not ours.
  }
  let kept: [string, Waiting][] = [];
  try {
    kept = await entries<string, Waiting>(store());
  } catch {
    // The browser's database is forbidden or full: then nothing is in it.
  }
  return new Map([...kept, ...plain]);
}

/** Pages that are open now; undefined where the browser does not tell. */
async function openPages(): Promise<Set<string> | undefined> {
  if (typeof navigator === 'undefined' || !('locks' in navigator)) return undefined;
  const { held = [] } = await navigator.locks.query();
  return new Set(held.map(({ name }) => name!));
}

/** Changes of a conversion that wait and that no other open page will send, oldest first. */
export async function waitingOf(conversion: string): Promise<Pending[]> {
  // What is being kept or let go of comes first.
  await last;
  const [kept, pages] = await Promise.all([all(), openPages().catch(() => undefined)]);
  const own = [...kept]
    .filter(([key, { page }]) => key.startsWith(`${conversion}/`) && (page === PAGE || !pages?.has(lockOf(page))))
    .map(([, waiting]) => waiting)
    .sort((a, b) => a.order - b.order);
  for (const { change, order } of own) orders.set(change.uid, order);
  const old = await takeOld(conversion);
  return [...old, ...own.map(({ change }) => change)];
}

/** What an earlier version left waiting; from now on it is kept as all else. */
async function takeOld(conversion: string): Promise<Pending[]> {
  try {
    const old = (await get<Pending[]>(oldKey(conversion))) ?? [];
    for (const change of old) await keepWaiting(conversion, change);
    if (old.length > 0) await del(oldKey(conversion));
    return old;
  } catch {
    return [];
  }
}

/** How many changes wait, by conversion. */
export async function waitingCounts(): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const key of (await all()).keys()) {
    const id = key.split('/')[0]!;
    counts[id] = (counts[id] ?? 0) + 1;
  }
  return counts;
}
