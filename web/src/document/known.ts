import { createStore, get, set, type UseStore } from 'idb-keyval';
import type { Listed } from '@young-shell/core/document';
import type { Head } from './api';

// What the server said last, for a page that is loaded while the server is away. It is a copy: losing it loses nothing.

let database: UseStore | undefined;
const store = () => (database ??= createStore('young-shell-known', 'answers'));

export const rememberHead = (head: Head): void => void set(`head/${head.id}`, head, store()).catch(() => undefined);
export const knownHead = (id: string): Promise<Head | undefined> =>
  get<Head>(`head/${id}`, store()).catch(() => undefined);

export const rememberList = (list: readonly Listed[]): void => void set('list', list, store()).catch(() => undefined);
export const knownList = (): Promise<Listed[] | undefined> => get<Listed[]>('list', store()).catch(() => undefined);
