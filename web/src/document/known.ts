import { createStore, get, set, type UseStore } from 'idb-keyval';
import type { Listed } from '@young-shell/core/document';
import type { Head } from './api';

// What the server said last, for a page that is loaded while the server is away. It is a copy: losing it loses nothing,
// so that a browser which keeps nothing is no trouble here.

let database: UseStore | undefined;
const store = () => (database ??= createStore('young-shell-known', 'answers'));

async function remember(key: string, value: unknown): Promise<void> {
  try {
    await set(key, value, store());
  } catch {
    // See above.
  }
}

async function known<T>(key: string): Promise<T | undefined> {
  try {
    return await get<T>(key, store());
  } catch {
    return undefined;
  }
}

export const rememberHead = (head: Head): void => void remember(`head/${head.id}`, head);
export const knownHead = (id: string): Promise<Head | undefined> => known<Head>(`head/${id}`);
export const rememberList = (list: readonly Listed[]): void => void remember('list', list);
export const knownList = (): Promise<Listed[] | undefined> => known<Listed[]>('list');
