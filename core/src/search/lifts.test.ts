import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Conversion } from '../document';
import { holdsOf, HOLDS } from '../hold';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { canFit, conflictOf } from '.';

/** A narrow tower in which a board only stands upright at a side wall, its sockets to the rear. */
function tower(policy: Conversion['brief']['policy']): Conversion {
  const box = defaultBox();
  const document = newConversion('Tower', {
    ...box,
    width: measured(120),
    depth: measured(330),
    height: measured(330),
  });
  document.brief.policy = policy;
  return applyChange(document, {
    type: 'addPart',
    id: 'board-1',
    part: partFrom(standardPart('board/micro-atx')!, 'Board'),
  }).document;
}

describe('a part without a place', () => {
  it('says which choice stands against it, and each lift gives it a place', () => {
    const document = tower('sleeper');
    const conflict = conflictOf(document, {}, true)!;
    expect(conflict.parts).toEqual(['board-1']);
    const ids = conflict.lifts!.map((l) => l.id);
    expect(ids).toEqual(expect.arrayContaining(['held-by-something', 'policy-open']));
    expect(conflict.lifts!.find((l) => l.id === 'policy-open')!.label).toMatch(
      /^Sleeper \(.*\) leaves no place; under Open there is one$/,
    );
    for (const { id, change } of conflict.lifts!) {
      const next = applyChange(document, change).document;
      if (id === 'held-by-something') {
        expect(next.layout.placements['board-1']).toBeDefined();
        // It is told that something has to be made for it.
        expect(HOLDS.has(holdsOf(next, assemble(next)).get('board-1')!.kind)).toBe(false);
      } else expect(canFit(next, ['board-1'], []), id).toBe('found');
    }
  });
  it('is looked into only where it is asked, and where there is one nothing is said', () => {
    expect(conflictOf(tower('sleeper'))!.lifts).toBeUndefined();
    expect(conflictOf(tower('open'), {}, true)).toBeUndefined();
  });
  it('has no lift where the shell is too small for it under any', () => {
    const box = defaultBox();
    const small = newConversion('Tin', { ...box, width: measured(90), depth: measured(90), height: measured(60) });
    small.brief.policy = 'sleeper';
    const document = applyChange(small, {
      type: 'addPart',
      id: 'board-1',
      part: partFrom(standardPart('board/mini-itx')!, 'Board'),
    }).document;
    expect(conflictOf(document, {}, true)).toMatchObject({ proven: true });
    expect(conflictOf(document, {}, true)!.lifts).toBeUndefined();
  });
});
