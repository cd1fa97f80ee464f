import { configureStore } from '@reduxjs/toolkit';
import {
  applyChange,
  applyOperations,
  conflicts,
  validationIssuesAfter,
  defaultBox,
  feature,
  newConversion,
  type BoxHull,
  type Change,
  type Conversion,
  type JournalEntry,
  type SentChange,
} from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { runs } from '../../../testing/runs';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** A server as a page sees it: one conversion, its journal, and whatever is wrong with it today. */
class FakeServer {
  document: Conversion = newConversion('Radio', defaultBox());
  journal: JournalEntry[] = [];
  away = false;
  /** What is answered instead, to the next sends. */
  answers: { status: number; code: string }[] = [];
  requests = 0;
  sent: string[] = [];

  get revision() {
    return this.journal.at(-1)?.revision ?? 0;
  }

  write(change: Pick<SentChange, 'uid' | 'type' | 'label' | 'kind' | 'of' | 'operations'>): JournalEntry {
    const edited = applyOperations(this.document, change.operations);
    this.document = edited.document;
    const entry: JournalEntry = {
      ...change,
      operations: edited.operations,
      inverse: edited.inverse,
      revision: this.revision + 1,
      madeAt: '2026-03-01T10:00:00Z',
    };
    this.journal.push(entry);
    for (const source of sources) source.tell(entry);
    return entry;
  }

  /** A change of somebody else. */
  elsewhere(change: Change): void {
    const { operations } = applyChange(this.document, change);
    this.write({ uid: crypto.randomUUID(), type: change.type, label: 'elsewhere', kind: 'do', of: null, operations });
  }

  fetch = async (url: string, init?: RequestInit): Promise<Response> => {
    this.requests++;
    if (this.away) throw new TypeError('Failed to fetch');
    const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });
    if (url.endsWith('/restore')) return new Response(null, { status: 204 });
    if (init?.method === 'POST') {
      const wrong = this.answers.shift();
      if (wrong) return answer(wrong.status, { code: wrong.code, message: `No: ${wrong.code}.` });
      const change = JSON.parse(init.body as string) as SentChange;
      this.sent.push(change.uid);
      const known = this.journal.find((e) => e.uid === change.uid);
      if (known) return answer(200, known);
      if (change.base > this.revision)
        return answer(409, { code: 'ahead', message: 'Ahead.', revision: this.revision });
      if (change.base < this.revision)
        return answer(409, {
          code: 'stale',
          message: 'Stale.',
          revision: this.revision,
          changes: this.journal.filter((e) => e.revision > change.base),
        });
      const tried = applyOperations(this.document, change.operations);
      const [validationIssue] = validationIssuesAfter(tried.document, tried.operations);
      return validationIssue
        ? answer(422, { code: 'invalid', message: validationIssue.message })
        : answer(200, this.write(change));
    }
    const since = /since=(\d+)/.exec(url);
    if (since && Number(since[1]) > this.revision)
      return answer(409, { code: 'ahead', message: 'Ahead.', revision: this.revision });
    if (since)
      return answer(
        200,
        this.journal.filter((e) => e.revision > Number(since[1])),
      );
    return answer(200, { id: 'a', revision: this.revision, document: this.document, journal: this.journal });
  };
}

let server: FakeServer;
let sources: Set<FakeSource>;
class FakeSource {
  static CLOSED = 2;
  readyState = 1;
  onopen?: () => void;
  onmessage?: (message: { data: string }) => void;
  onerror?: () => void;
  constructor() {
    sources.add(this);
    queueMicrotask(() => (server.away ? this.onerror?.() : this.onopen?.()));
  }
  tell(entry: JournalEntry) {
    if (!server.away) this.onmessage?.({ data: JSON.stringify(entry) });
  }
  close() {
    sources.delete(this);
  }
}

/** A page: its own modules, as another tab or a reload has; the browser's storage is shared. */
async function page() {
  vi.resetModules();
  const { documentReducer } = await import('./slice');
  const sync = await import('./sync');
  const store = configureStore({
    reducer: { document: documentReducer },
    middleware: (defaults) => defaults({ serializableCheck: false, immutableCheck: false }),
  });
  // The thunks ask for the whole state of the application, of which they use this.
  const dispatch = store.dispatch as unknown as (thunk: unknown) => Promise<unknown>;
  return {
    sync,
    state: () => store.getState().document,
    open: (id = 'a') => dispatch(sync.openConversion(id)),
    close: () => dispatch(sync.closeConversion()),
    edit: (change: Change) => dispatch(sync.submit(change)),
    do: (thunk: unknown) => withTime(async () => dispatch(thunk)),
    hull: () => store.getState().document.document!.shell.hull as BoxHull,
  };
}
type Page = Awaited<ReturnType<typeof page>>;

const size = (name: 'width' | 'depth' | 'height', value: number): Change => ({
  type: 'setMeasured',
  path: `/shell/hull/${name}`,
  measured: measured(value),
  what: name,
});
const serverHull = () => server.document.shell.hull as BoxHull;
/** Lets everything that waits for nothing but each other run, and the timers for a while. */
const later = (ms = 50) => vi.advanceTimersByTimeAsync(ms);

/** A browser's plain storage with these things in it. */
function stubStorage(storage: Map<string, string>) {
  vi.stubGlobal('localStorage', {
    get length() {
      return storage.size;
    },
    key: (i: number) => [...storage.keys()][i] ?? null,
    getItem: (key: string) => storage.get(key) ?? null,
    setItem: (key: string, value: string) => void storage.set(key, value),
    removeItem: (key: string) => void storage.delete(key),
  });
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] });
  server = new FakeServer();
  sources = new Set();
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.stubGlobal('EventSource', FakeSource);
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => server.fetch(url, init));
  stubStorage(new Map());
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

/** Waits until something is so, letting time go by. */
async function until(holds: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !holds(); i++) {
    await later(100);
    // The fake database answers by immediates, which are real.
    await new Promise((resolve) => setImmediate(resolve));
  }
  expect(holds()).toBe(true);
}
/** Awaits what may rest meanwhile: a plan that takes long is assessed in pieces, between which time goes by. */
async function withTime<T>(work: () => Promise<T>): Promise<T> {
  let over = false;
  const answer = work().finally(() => (over = true));
  await until(() => over);
  return answer;
}
async function opened(): Promise<Page> {
  const one = await page();
  void one.open();
  await until(() => one.state().status === 'open');
  return one;
}

it('what was asked for before the interface was there is taken once, and only for what it is', async () => {
  const head = { id: 'a', revision: 0, document: newConversion('Asked early', defaultBox()), journal: [] };
  const early = (path: string) =>
    vi.stubGlobal('early', { path, answer: Promise.resolve(new Response(JSON.stringify(head))) });
  early('/conversions/b');
  expect((await opened()).state().document!.name).toBe('Radio');
  early('/conversions/a');
  expect((await opened()).state().document!.name).toBe('Asked early');
  expect((await opened()).state().document!.name).toBe('Radio');
});

it('an edit is there at once and on the server soon', async () => {
  const one = await opened();
  void one.edit(size('width', 350));
  expect(one.hull().width.value).toBe(350);
  await until(() => one.state().connection === 'saved' && one.state().pending.length === 0);
  expect(serverHull().width.value).toBe(350);
});

describe('while the server is away', () => {
  it('ten edits survive leaving for the list and coming back', async () => {
    const one = await opened();
    server.away = true;
    for (let i = 0; i < 10; i++) void one.edit(size(i % 2 ? 'width' : 'depth', 300 + i));
    await until(() => one.state().connection === 'offline');
    void one.close();
    void one.open();
    await until(() => one.state().status === 'open');
    expect(one.state().pending).toHaveLength(10);
    server.away = false;
    await until(() => one.state().pending.length === 0);
    expect(serverHull()).toMatchObject({ width: { value: 309 }, depth: { value: 308 } });
    expect(server.journal).toHaveLength(10);
  });

  it('a page that is loaded again opens what it knows, with what waits', async () => {
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    await until(() => one.state().connection === 'offline');
    const again = await page();
    void again.open();
    await until(() => again.state().status === 'open');
    expect(again.hull().width.value).toBe(350);
    expect(again.state().connection).toBe('offline');
    server.away = false;
    await until(() => again.state().pending.length === 0);
    expect(serverHull().width.value).toBe(350);
  });

  it('two tabs lose none of ten edits, whichever comes back', async () => {
    const [one, two] = [await opened(), await opened()];
    server.away = true;
    for (let i = 0; i < 5; i++) {
      void one.edit(size('width', 310 + i));
      void two.edit(size('depth', 210 + i));
    }
    await until(() => one.state().connection === 'offline' && two.state().connection === 'offline');
    const again = await page();
    void again.open();
    await until(() => again.state().status === 'open');
    server.away = false;
    await until(() => [one, two, again].every((p) => p.state().pending.length === 0));
    expect(serverHull()).toMatchObject({ width: { value: 314 }, depth: { value: 214 } });
    // Whoever sends one again is told that it is there.
    expect(server.journal).toHaveLength(10);
  });

  it('a conversion that was never seen here says that the server can’t be reached', async () => {
    server.away = true;
    const one = await page();
    void one.open('never');
    await until(() => one.state().status === 'failed');
  });
});

describe('an edit that was made on an older plan', () => {
  /** A page that edits while the server is away, and is closed before it is back; then somebody else edits. */
  async function leftBehind(mine: Change[], theirs: Change[]): Promise<Page> {
    const one = await opened();
    server.away = true;
    for (const change of mine) void one.edit(change);
    await until(() => one.state().connection === 'offline');
    void one.close();
    // Not kept any more: the page is gone, what it left waits in the browser.
    await until(() => one.state().place === 'database');
    server.away = false;
    for (const change of theirs) server.elsewhere(change);
    const again = await page();
    void again.open();
    await until(() => again.state().status === 'open');
    await later(300);
    return again;
  }

  it('is asked about where that place was changed since, and overwrites nothing until then', async () => {
    for (const [keep, width] of [
      ['theirs', 360],
      ['mine', 350],
    ] as const) {
      server = new FakeServer();
      vi.stubGlobal('indexedDB', new IDBFactory());
      stubStorage(new Map());
      const again = await leftBehind([size('width', 350)], [size('width', 360), size('depth', 222)]);
      expect(again.state().conflict).toMatchObject({ mine: [{ label: expect.any(String) }], theirs: ['elsewhere'] });
      expect(serverHull()).toMatchObject({ width: { value: 360 }, depth: { value: 222 } });
      await again.do(again.sync.resolveConflict(keep));
      await until(() => again.state().pending.length === 0);
      expect(serverHull()).toMatchObject({ width: { value: width }, depth: { value: 222 } });
      // Answered is answered.
      const third = await opened();
      expect(third.state()).toMatchObject({ conflict: null, pending: [] });
    }
  });

  it('is asked about again after a reload, as long as nothing was answered', async () => {
    await leftBehind([size('width', 350)], [size('width', 360)]);
    const again = await opened();
    expect(again.state().conflict).not.toBeNull();
    expect(serverHull().width.value).toBe(360);
  });

  it('goes through without a question where others changed something else', async () => {
    const again = await leftBehind([size('width', 350), size('width', 351)], [size('depth', 222)]);
    await until(() => again.state().pending.length === 0);
    expect(again.state().conflict).toBeNull();
    expect(serverHull()).toMatchObject({ width: { value: 351 }, depth: { value: 222 } });
  });

  it('is no conflict with the own one before it that came through', async () => {
    const one = await opened();
    void one.edit(size('width', 350));
    await until(() => one.state().pending.length === 0);
    const again = await leftBehind([size('width', 351)], []);
    await until(() => again.state().pending.length === 0);
    expect(again.state().conflict).toBeNull();
    expect(serverHull().width.value).toBe(351);
  });

  it('brings nothing back that was removed meanwhile, and is asked where nobody knows any more', async () => {
    const rib = feature('Rib', { kind: 'box', width: measured(20), depth: measured(5), height: measured(10) }, [
      measured(10),
      measured(10),
      measured(3),
    ]);
    server.elsewhere({ type: 'setFeature', id: 'rib-1', feature: rib });
    const gone = await leftBehind(
      [{ type: 'setFate', id: 'rib-1', fate: 'cut' }],
      [{ type: 'setFeature', id: 'rib-1', feature: null }],
    );
    expect(gone.state().conflict).not.toBeNull();
    expect(server.document.shell.features['rib-1']).toBeUndefined();
    await gone.do(gone.sync.resolveConflict('theirs'));
    await until(() => gone.state().pending.length === 0);

    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    await until(() => one.state().connection === 'offline' && one.state().place === 'database');
    void one.close();
    server.away = false;
    server.elsewhere(size('depth', 222));
    // What was written since was folded away.
    server.journal = server.journal.map((e) => ({ ...e, folded: true, operations: [], inverse: [] }));
    const again = await opened();
    expect(again.state().conflict!.theirs).toEqual(['what was changed since then']);
  });

  it('by three pages that leave and come back in any order: every overwrite was asked about', async () => {
    const names = ['width', 'depth', 'height'] as const;
    let [asked, unasked] = [0, 0];
    for (let seed = 1; seed <= runs(40, 4); seed++) {
      server = new FakeServer();
      vi.stubGlobal('indexedDB', new IDBFactory());
      stubStorage(new Map());
      let state = seed;
      const random = (n: number) => {
        state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
        return Math.floor((state / 2 ** 32) * n);
      };
      /** What the maker of an edit had seen, and where a question was answered with “mine”, what it knew then. */
      const seen = new Map<string, number>();
      const made = new Set<string>();
      const real = server.write.bind(server);
      server.write = (change) => {
        const knew = seen.get(change.uid);
        if (knew !== undefined)
          for (const entry of server.journal)
            if (entry.revision > knew && !made.has(entry.uid) && conflicts(entry.operations, change.operations))
              unasked++;
        return real(change);
      };
      let value = 200;
      for (let round = 0; round < 5; round++) {
        const one = await opened();
        for (const { uid } of one.state().pending) made.add(uid);
        server.away = random(2) === 0;
        const before = one.state().revision;
        void one.edit(size(names[random(3)]!, ++value));
        for (const { uid } of one.state().pending) {
          if (!seen.has(uid)) seen.set(uid, before);
          made.add(uid);
        }
        await later(200);
        void one.close();
        server.away = false;
        server.elsewhere(size(names[random(3)]!, ++value));
        const back = await opened();
        await later(200);
        const { conflict } = back.state();
        if (conflict) {
          asked++;
          const keep = random(2) === 0 ? 'mine' : 'theirs';
          for (const { uid } of conflict.mine) seen.set(uid, back.state().revision);
          await back.do(back.sync.resolveConflict(keep));
        }
        await until(() => back.state().pending.length === 0);
        void back.close();
      }
    }
    expect(unasked).toBe(0);
    expect(asked).toBeGreaterThan(2);
  });
});

describe('a server that takes nothing', () => {
  it('because the conversion was deleted elsewhere keeps what waits, and gets it once it is restored', async () => {
    const one = await opened();
    server.answers = [{ status: 404, code: 'absent' }];
    void one.edit(size('width', 350));
    await until(() => one.state().trouble?.deleted === true);
    expect(one.state().pending).toHaveLength(1);
    expect(await one.do(one.sync.restoreDeleted('a'))).toBeUndefined();
    await until(() => one.state().pending.length === 0);
    expect(serverHull().width.value).toBe(350);
  });

  it.each([
    [401, 'key'],
    [413, 'too-large'],
    [429, 'too-many-keys'],
    [507, 'disk-full'],
    [404, 'unknown'],
    [404, 'absent'],
    [408, 'unknown'],
    [405, 'unknown'],
    [422, 'unknown'],
  ])('with %i keeps the edit waiting, says why, and gets it in the end', async (status, code) => {
    const one = await opened();
    server.answers = [{ status, code }];
    void one.edit(size('width', 350));
    await until(() => one.state().connection === 'offline');
    expect(one.state().trouble).toEqual({ words: `No: ${code}.`, deleted: code === 'absent' });
    expect(one.hull().width.value).toBe(350);
    await until(() => one.state().pending.length === 0);
    expect(serverHull().width.value).toBe(350);
    expect(one.state().trouble).toBeNull();
  });

  it('with 422 drops the edit with its words, and keeps those after it', async () => {
    const one = await opened();
    server.answers = [{ status: 422, code: 'invalid' }];
    void one.edit(size('width', 350));
    void one.edit(size('depth', 250));
    await until(() => one.state().pending.length === 0);
    expect(one.state().message).toBe('No: invalid.');
    expect(one.hull()).toMatchObject({ width: { value: 400 }, depth: { value: 250 } });
  });
});

describe('a browser that keeps nothing', () => {
  it('without its database keeps edits in its plain storage', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new Error('forbidden');
      },
    });
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    await until(() => one.state().place === 'storage');
    const again = await page();
    server.away = false;
    void again.open();
    await until(() => again.state().status === 'open' && again.state().pending.length === 0);
    expect(serverHull().width.value).toBe(350);
  });

  it('or is slow loses nothing that was typed a moment before the page was left', async () => {
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    void one.edit(size('depth', 250));
    // What the browser has at this moment, without anything having been waited for.
    const left = new Map(
      Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!).map((key) => [
        key,
        localStorage.getItem(key)!,
      ]),
    );
    one.close();
    vi.stubGlobal('indexedDB', new IDBFactory());
    stubStorage(left);
    const again = await page();
    server.away = false;
    void again.open();
    await until(() => again.state().status === 'open' && again.state().pending.length === 0);
    expect(serverHull()).toMatchObject({ width: { value: 350 }, depth: { value: 250 } });
    await until(() => ![...left.keys()].some((key) => key.includes('outbox')));
  });

  it('at all is said at once', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new Error('forbidden');
      },
    });
    vi.stubGlobal('localStorage', {
      setItem: () => {
        throw new Error('full');
      },
      length: 0,
    });
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    await until(() => one.state().place === 'nowhere');
  });
});

describe('edits that collide', () => {
  it('a second one while the first is asked about is asked about too', async () => {
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    void one.edit(size('depth', 250));
    await until(() => one.state().connection === 'offline');
    server.elsewhere(size('width', 360));
    server.away = false;
    await until(() => one.state().conflict !== null);
    server.elsewhere(size('depth', 260));
    await until(() => one.state().conflict!.mine.length === 2);
    void one.do(one.sync.resolveConflict('mine'));
    await until(() => one.state().pending.length === 0);
    expect(serverHull()).toMatchObject({ width: { value: 350 }, depth: { value: 250 } });
  });

  it('things added here and elsewhere at once are two things, also after a reload', async () => {
    const one = await opened();
    const named = (name: string) =>
      feature(name, { kind: 'box', width, depth: width, height: width }, [width, width, width]);
    const width = measured(10);
    server.away = true;
    void one.edit({ type: 'setFeature', id: 'rib-1', feature: named('Ours') });
    await until(() => one.state().connection === 'offline');
    server.elsewhere({ type: 'setFeature', id: 'rib-1', feature: named('Theirs') });
    // The answer to the first try says what was written meanwhile; then the page is gone before the second.
    server.away = false;
    server.answers = [];
    const send = server.fetch;
    server.fetch = async (url, init) => {
      const answer = await send(url, init);
      if (init?.method === 'POST') server.away = true;
      return answer;
    };
    await until(() => Object.keys(one.state().document!.shell.features).length === 2);
    await until(() => one.state().connection === 'offline');
    expect(one.state().conflict).toBeNull();
    server.fetch = send;
    server.away = false;
    const again = await page();
    void again.open();
    await until(() => again.state().status === 'open' && again.state().pending.length === 0);
    const names = Object.entries(server.document.shell.features).map(([id, f]) => [id, f.name]);
    expect(names).toEqual([
      ['rib-1', 'Theirs'],
      ['rib-2', 'Ours'],
    ]);
  });

  it('when the other’s count, ours do not come back after a reload', async () => {
    const one = await opened();
    server.away = true;
    void one.edit(size('width', 350));
    await until(() => one.state().connection === 'offline');
    server.elsewhere(size('width', 360));
    server.away = false;
    await until(() => one.state().conflict !== null);
    void one.do(one.sync.resolveConflict('theirs'));
    await later();
    const again = await opened();
    expect(again.state().pending).toEqual([]);
    expect(again.hull().width.value).toBe(360);
  });
});

it('an older database that was put back is asked about once, without a loop of requests', async () => {
  const one = await opened();
  for (const width of [310, 320, 330]) void one.edit(size('width', width));
  await until(() => one.state().pending.length === 0);
  server.document = newConversion('Radio', defaultBox());
  server.journal = [];
  void one.edit(size('width', 340));
  await until(() => one.state().behind !== null);
  const before = server.requests;
  await later(60_000);
  expect(server.requests - before).toBeLessThan(3);
  void one.do(one.sync.resolveBehind('theirs'));
  await until(() => one.state().behind === null && one.state().status === 'open');
  expect(one.hull().width.value).toBe(400);
  expect(one.state().pending).toEqual([]);
});

it('an answer that was lost on the way is no second change', async () => {
  const one = await opened();
  const real = server.fetch;
  server.fetch = async (url, init) => {
    const response = await real(url, init);
    if (init?.method === 'POST') {
      server.fetch = real;
      throw new TypeError('Failed to fetch');
    }
    return response;
  };
  void one.edit(size('width', 350));
  await until(() => one.state().pending.length === 0 && one.state().connection === 'saved');
  expect(server.journal).toHaveLength(1);
});
