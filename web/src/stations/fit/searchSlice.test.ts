import type { Conversion } from '@young-shell/core/document';
import type { Layout } from '@young-shell/core/search';
import { describe, expect, it } from 'vitest';
import { ended, forgetSearches, searchReducer, setSearch, started, told } from './searchSlice';

const layout = (id: string, score: number): Layout => ({
  id,
  score,
  marks: [],
  good: [],
  bad: [],
  placements: {},
  hanging: [],
});
const of = { name: 'Plan' } as Conversion;
const idle = searchReducer(undefined, { type: 'begin' });
const running = searchReducer(idle, started({ name: 'layouts', of }));

describe('a search on the screen', () => {
  it('keeps what it knows as it is when more is found, so that only what is new is drawn', () => {
    const first = searchReducer(
      running,
      told({ name: 'layouts', share: 0, what: '', best: [layout('a', 70), layout('b', 60)] }),
    );
    const again = [layout('c', 80), layout('a', 70), layout('b', 65)];
    const next = searchReducer(first, told({ name: 'layouts', share: 0, what: '', best: again }));
    expect(next.layouts.best).toEqual(again);
    expect(next.layouts.best[1]).toBe(first.layouts.best[0]);
    expect(next.layouts.best[2]).not.toBe(first.layouts.best[1]);
    const last = searchReducer(next, ended({ name: 'layouts', result: { best: again, words: 'all' } }));
    expect(last.layouts.best.every((l, i) => l === next.layouts.best[i])).toBe(true);
    expect(last.layouts).toMatchObject({ running: false, share: 1, words: 'all' });
  });

  it('keeps what was found when it is stopped, and hears nothing after that', () => {
    const found = searchReducer(running, told({ name: 'layouts', share: 0, what: '', best: [layout('a', 70)] }));
    const stopped = searchReducer(found, ended({ name: 'layouts', result: { words: 'Stopped.' } }));
    expect(stopped.layouts.best).toHaveLength(1);
    expect(stopped.layouts.best[0]).toBe(found.layouts.best[0]);
    expect(searchReducer(stopped, told({ name: 'layouts', share: 0.5, what: 'late' }))).toBe(stopped);
  });

  it('begins anew without what was found before, with the same seed', () => {
    const seeded = searchReducer(running, setSearch({ seed: 7 }));
    const found = searchReducer(seeded, told({ name: 'layouts', share: 0, what: '', best: [layout('a', 70)] }));
    const anew = searchReducer(found, started({ name: 'layouts', of }));
    expect(anew.layouts).toMatchObject({ best: [], seed: 7, running: true });
    expect(searchReducer(anew, forgetSearches())).toEqual(idle);
  });
});
