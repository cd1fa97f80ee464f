import type { Response } from 'express';

/** What pages hear of that show the list: a conversion was judged anew. No conversion is called so. */
export const LIST = '*list';

/** Open pages that want to hear of changes made elsewhere, or of readings (server-sent events). */
export class Listeners {
  private readonly open = new Map<string, Set<Response>>();

  add(id: string, response: Response): void {
    response.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      'X-Accel-Buffering': 'no',
    });
    response.flushHeaders();
    response.write('retry: 1000\n\n');
    const set = this.open.get(id) ?? new Set();
    set.add(response);
    this.open.set(id, set);
    response.on('close', () => {
      set.delete(response);
      if (set.size === 0 && this.open.get(id) === set) this.open.delete(id);
    });
  }

  tell(id: string, entry: unknown): void {
    for (const response of this.open.get(id) ?? []) response.write(`data: ${JSON.stringify(entry)}\n\n`);
  }

  close(): void {
    for (const set of this.open.values()) for (const response of set) response.end();
  }
}
