import { expose } from 'comlink';
import { describe, expect, it } from 'vitest';
import { makeLanes } from './lanes';
import { Newest } from './newest';

/** A worker on the same thread: the other end of a channel, as a real one is of its own. */
function workerWith(engine: object): Worker & { break: (why: string) => void; ended: boolean } {
  const { port1, port2 } = new MessageChannel();
  expose(engine, port2 as never);
  port1.start();
  port2.start();
  const worker = {
    ended: false,
    onerror: null as ((event: { message: string }) => void) | null,
    postMessage: (message: unknown, transfer: Transferable[] = []) => port1.postMessage(message, transfer),
    addEventListener: port1.addEventListener.bind(port1),
    removeEventListener: port1.removeEventListener.bind(port1),
    terminate() {
      worker.ended = true;
      port1.close();
      port2.close();
    },
    break: (why: string) => worker.onerror?.({ message: why }),
  };
  return worker as never;
}

describe('a lane', () => {
  it('calls a job of a station by name, with what it is given and what it tells', async () => {
    const calls: unknown[] = [];
    const lanes = makeLanes(() =>
      workerWith({
        call: (owner: string, job: string, input: unknown[], tell?: (t: object) => void) => {
          calls.push([owner, job, input]);
          tell?.({ share: 0.5, what: 'half' });
          return 'done';
        },
      }),
    );
    const told: unknown[] = [];
    expect(await lanes.run('long', 'exchange', 'prepare', ['mm'], (t) => told.push(t))).toBe('done');
    expect(calls).toEqual([['exchange', 'prepare', ['mm']]]);
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(told).toEqual([{ share: 0.5, what: 'half' }]);
    lanes.stop('long', 'over');
  });

  it('that is stopped or breaks down fails what it was doing with words, and starts anew', async () => {
    const made: ReturnType<typeof workerWith>[] = [];
    const never = {
      call: (_owner: string, job: string) => (job === 'solidPart' ? 'again' : new Promise(() => undefined)),
    };
    const lanes = makeLanes(() => {
      made.push(workerWith(never));
      return made.at(-1)!;
    });
    const stopped = lanes.run('files', 'exchange', 'prepare', ['mm']);
    lanes.stop('files', 'Stopped.');
    await expect(stopped).rejects.toThrow('Stopped.');
    expect(made[0]!.ended).toBe(true);
    const broken = lanes.run('files', 'exchange', 'prepare', ['mm']);
    const other = lanes.run('quick', 'exchange', 'solidPart', []);
    made[1]!.break('out of memory');
    await expect(broken).rejects.toThrow(/out of memory. The plan is untouched/);
    // What runs beside it goes on.
    expect(await other).toBe('again');
    expect(await lanes.run('files', 'exchange', 'solidPart', [])).toBe('again');
    expect(made).toHaveLength(4);
    for (const lane of ['files', 'quick'] as const) lanes.stop(lane, 'over');
  });
});

describe('following an input', () => {
  const run = () => {
    const asked: number[] = [];
    const told: { value?: number; busy: boolean }[] = [];
    const answers: (() => void)[] = [];
    const newest = new Newest<number, number>(
      (n) => {
        asked.push(n);
        return new Promise((resolve, reject) =>
          answers.push(() => (n < 0 ? reject(new Error('no')) : resolve(n * 10))),
        );
      },
      (state) => told.push(state),
    );
    const answer = async () => {
      answers.shift()!();
      await new Promise((resolve) => setTimeout(resolve, 0));
    };
    return { asked, told, newest, answer };
  };

  it('asks only for the newest of what came meanwhile', async () => {
    const { asked, told, newest, answer } = run();
    for (const n of [1, 2, 3, 4]) newest.follow(n);
    await answer();
    await answer();
    expect(asked).toEqual([1, 4]);
    expect(told).toEqual([{ busy: true }, { value: 10, busy: true }, { value: 40, busy: false }]);
  });
  it('goes on after a failure, and rests when nothing is wanted', async () => {
    const { asked, told, newest, answer } = run();
    newest.follow(-1);
    await answer();
    newest.follow(2);
    newest.rest();
    await answer();
    expect(asked).toEqual([-1, 2]);
    expect(told).toEqual([{ busy: true }, { busy: false }, { busy: true }]);
    newest.follow(3);
    await answer();
    expect(told.at(-1)).toEqual({ value: 30, busy: false });
  });
});
