import type { Conversion, JournalEntry, Listed, Part } from '@young-shell/core/document';

export interface Head {
  id: string;
  revision: number;
  document: Conversion;
  journal: JournalEntry[];
}

/** What the server answered instead of what was asked; `message` can be shown as it is. */
export class ServerError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly body: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

/** The server can’t be reached. */
export class OfflineError extends Error {}

/** What `early.js` asked for before the interface was there; it answers once. */
interface Early {
  path: string;
  answer: Promise<Response>;
}

function askedEarly(path: string, init: RequestInit | undefined): Promise<Response> | undefined {
  const { early } = globalThis as { early?: Early };
  if (init || early?.path !== path) return undefined;
  delete (globalThis as { early?: Early }).early;
  return early.answer;
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await (askedEarly(path, init) ?? fetch(`/api${path}`, init));
  } catch {
    throw new OfflineError('The server can’t be reached.');
  }
  if (response.status === 204) return undefined as T;
  const body: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const {
      code = 'unknown',
      message = `The server answered ${response.status}.`,
      ...rest
    } = (body ?? {}) as { code?: string; message?: string };
    // What stands between us and the server says that it is not there.
    if ([502, 503, 504].includes(response.status)) throw new OfflineError(message);
    throw new ServerError(response.status, code, message, rest);
  }
  return body as T;
}

const post = (body?: unknown): RequestInit => ({
  method: 'POST',
  ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
});

/** What was done with a backup, by names of conversions. */
export interface RestoreReport {
  added: string[];
  same: string[];
  beside: string[];
  parts: number;
  /** What was not taken in, each with the reason. */
  leftOut: string[];
}

type RestoreLine =
  { share: number; what: string } | { report: RestoreReport } | { error: { code: string; message: string } };

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.pipeThrough(new TextDecoderStream() as TransformStream<Uint8Array, string>).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read().catch(() => ({ done: true, value: undefined }));
    if (done || value === undefined) break;
    const lines = (rest + value).split('\n');
    rest = lines.pop()!;
    yield* lines.filter((line) => line !== '');
  }
}

/** A part of the user's own library. */
export interface StoredPart {
  id: string;
  part: Part;
}

/** A row of the library that is no part. */
export interface UnreadablePart {
  id: string;
  name: string;
  /** As it is stored. */
  text: string;
  fault: string;
}

const raw = (body: Blob | Uint8Array): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/octet-stream' },
  body: body as BodyInit,
});

export const api = {
  health: () => call<{ readableOnTheWay: boolean }>('/health'),
  list: () => call<Listed[]>('/conversions'),
  listDeleted: () => call<Listed[]>('/conversions?deleted'),
  open: (id: string) => call<Head>(`/conversions/${id}`),
  /** A plan or a bundle. */
  importFile: (file: Blob) => call<Head>('/conversions/import', raw(file)),
  /** Brings a backup in; tells how far that is, 0…1, and what comes next. */
  async restoreBackup(file: Blob, tell: (share: number, what: string) => void): Promise<RestoreReport> {
    let response: Response;
    try {
      response = await fetch('/api/backup/restore', {
        ...raw(file),
        headers: { 'Content-Type': 'application/zip', Accept: 'application/x-ndjson' },
      });
    } catch {
      throw new OfflineError('The server can’t be reached.');
    }
    if (!response.ok || !response.body) {
      const { code = 'unknown', message = `The server answered ${response.status}.` } = (await response
        .json()
        .catch(() => ({}))) as { code?: string; message?: string };
      throw new ServerError(response.status, code, message);
    }
    for await (const line of linesOf(response.body)) {
      const said = JSON.parse(line) as RestoreLine;
      if ('report' in said) return said.report;
      if ('error' in said) throw new ServerError(422, said.error.code, said.error.message);
      tell(said.share, said.what);
    }
    throw new OfflineError('The server went away while it restored. What is in stays; restore again for the rest.');
  },
  duplicate: (id: string) => call<Head>(`/conversions/${id}/duplicate`, post()),
  remove: (id: string) => call<void>(`/conversions/${id}`, { method: 'DELETE' }),
  purge: (id: string) => call<void>(`/conversions/${id}/forever`, { method: 'DELETE' }),
  restore: (id: string) => call<void>(`/conversions/${id}/restore`, post()),
  /** The plan as it was at a revision. */
  at: (id: string, revision: number) =>
    call<{ revision: number; document: Conversion }>(`/conversions/${id}/at/${revision}`),
  /** What was learnt in other conversions. */
  lessons: (besides: string) =>
    call<{ from: string; on: string; text: string }[]>(`/conversions/lessons?besides=${encodeURIComponent(besides)}`),
  changes: (id: string, since: number) => call<JournalEntry[]>(`/conversions/${id}/changes?since=${since}`),
  /** Keeps a solid or a photo; gives the hash by which it is found again. */
  keep: (file: Blob | Uint8Array) => call<{ content: string }>('/attachments', raw(file)),
  parts: () => call<(StoredPart | UnreadablePart)[]>('/parts'),
  keepPart: (part: Part) => call<StoredPart>('/parts', post(part)),
  removePart: (id: string) => call<void>(`/parts/${encodeURIComponent(id)}`, { method: 'DELETE' }),
  /** A STEP as a binary STL in mm. */
  async step(file: Blob, name: string): Promise<Uint8Array> {
    let response: Response;
    try {
      response = await fetch(`/api/step?name=${encodeURIComponent(name)}`, raw(file));
    } catch {
      throw new OfflineError('The server can’t be reached; it reads STEP files.');
    }
    if (!response.ok) {
      const body = (await response.json().catch(() => ({}))) as { code?: string; message?: string };
      throw new ServerError(response.status, body.code ?? 'unknown', body.message ?? 'The STEP could not be read.');
    }
    return new Uint8Array(await response.arrayBuffer());
  },
  send: (id: string, change: object) => call<JournalEntry>(`/conversions/${id}/changes`, post(change)),
};
