import {
  applyChange,
  defaultBox,
  newConversion,
  type BoxHull,
  type Change,
  type Conversion,
} from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { beforeEach, describe, expect, it } from 'vitest';
import type { JournalEntry } from '@young-shell/core/document';
import { stacksOf } from './history';
import {
  applied,
  documentReducer as reduce,
  opened,
  resolved,
  written,
  type DocumentState,
  type Pending,
} from './slice';

let state: DocumentState;
let server: Conversion;
let uid = 0;

beforeEach(() => {
  server = newConversion('Radio', defaultBox());
  state = reduce(undefined, opened({ head: { id: 'a', revision: 0, document: server, journal: [] }, pending: [] }));
});

const make = (change: Change, kind: Pending['kind'] = 'do'): Pending => ({
  uid: `u${uid++}`,
  type: change.type,
  label: change.type,
  kind,
  of: null,
  ...applyChange(server, change),
});
const widthOf = ({ document }: DocumentState) => (document!.shell.hull as BoxHull).width.value;
const here = (change: Change) => {
  const pending = make(change);
  state = reduce(state, applied({ change: pending, document: applyChange(state.document!, change).document }));
  return pending;
};
/** What the server wrote for another page. */
const there = (change: Change): JournalEntry => {
  const entry = { ...make(change), revision: state.revision + 1, madeAt: '' };
  state = reduce(state, written([entry]));
  return entry;
};
const width = (value: number): Change => ({
  type: 'setMeasured',
  path: '/shell/hull/width',
  measured: measured(value),
  what: 'width',
});
const place = (text: string): Change => ({ type: 'setBrief', brief: { place: text } });

describe('changes here and elsewhere', () => {
  it('that touch different places both stay', () => {
    here(width(350));
    there(place('shelf'));
    expect([widthOf(state), state.document!.brief.place]).toEqual([350, 'shelf']);
    expect(state.conflict).toBeNull();
    expect(state.pending).toHaveLength(1);
  });

  it('that touch the same place are asked about; the one chosen counts', () => {
    for (const [keep, value] of [
      ['mine', 350],
      ['theirs', 360],
    ] as const) {
      state = reduce(undefined, opened({ head: { id: 'a', revision: 0, document: server, journal: [] }, pending: [] }));
      here(width(350));
      there(width(360));
      expect(state.conflict).toMatchObject({ mine: [{ label: 'setMeasured' }], theirs: ['setMeasured'] });
      state = reduce(state, resolved({ keep }));
      expect(widthOf(state)).toBe(value);
      expect(state.pending).toHaveLength(keep === 'mine' ? 1 : 0);
    }
  });

  it('acknowledged ones come off the queue, late echoes are ignored', () => {
    const pending = here(width(350));
    const entry: JournalEntry = { ...pending, revision: 1, madeAt: '' };
    state = reduce(state, written([entry]));
    state = reduce(state, written([entry]));
    expect(state).toMatchObject({ revision: 1, pending: [], connection: 'saved' });
    expect(state.journal).toHaveLength(1);
  });

  it('that no longer make a valid plan are dropped with a word', () => {
    here({ type: 'setFate', id: 'rib-1', fate: 'removed' });
    const gone = make(width(350));
    state = reduce(
      state,
      opened({
        head: { id: 'a', revision: 0, document: server, journal: [] },
        pending: [{ ...gone, base: 0, operations: [{ op: 'replace', path: '/no/where', value: 1 }] }],
      }),
    );
    expect(state.pending).toEqual([]);
    expect(state.message).toMatch(/was dropped/);
  });
});

it('undo and redo walk the journal, a new change clears what was undone', () => {
  const step = (id: string, kind: Pending['kind'], of: string | null = null) => ({
    uid: id,
    label: id,
    kind,
    of,
    operations: [],
    inverse: [],
  });
  const journal = [
    step('a', 'do'),
    step('b', 'do'),
    step('c', 'undo', 'b'),
    step('d', 'undo', 'a'),
    step('e', 'redo', 'a'),
  ];
  const names = (s: ReturnType<typeof stacksOf>) => [s.undo.map((x) => x.uid), s.redo.map((x) => x.uid)];
  expect(names(stacksOf(journal))).toEqual([['a'], ['b']]);
  expect(names(stacksOf([...journal, step('f', 'do')]))).toEqual([['a', 'f'], []]);
  const upgrade = { ...step('u', 'do'), type: 'upgrade', label: 'brought from schema 1 to 4' };
  const after = stacksOf([...journal, upgrade, step('g', 'do')]);
  expect(names(after)).toEqual([['g'], []]);
  expect(after.end).toMatch(/schema 1 to 4/);
});
