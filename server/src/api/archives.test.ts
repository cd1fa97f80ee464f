import { EventEmitter } from 'node:events';
import type { Response } from 'express';
import { expect, it } from 'vitest';
import { pieceByPiece } from './archives';

/** A response on a slow line: it takes nothing more until it has drained. */
class Slow extends EventEmitter {
  destroyed = false;
  taken = 0;
  write = () => (this.taken++, false);
}

it('a slow line is waited for once for all pieces, and leaves no listeners, however often it is slow', async () => {
  const slow = new Slow();
  const send = pieceByPiece(slow as unknown as Response);
  for (let round = 0; round < 30; round++) {
    const waiting = Array.from({ length: 20 }, () => send(new Uint8Array(9)));
    expect(slow.listenerCount('drain') + slow.listenerCount('close')).toBe(2);
    slow.emit('drain');
    await Promise.all(waiting);
    expect(slow.listenerCount('drain') + slow.listenerCount('close')).toBe(0);
  }
  expect(slow.taken).toBe(600);
  const left = send(new Uint8Array(9));
  slow.emit('close');
  await left;
  expect(slow.listenerCount('drain') + slow.listenerCount('close')).toBe(0);
  slow.destroyed = true;
  expect(() => send(new Uint8Array(9))).toThrow(/left/);
});
