import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Conversion } from '../document';
import { holdsOf, HOLDS } from '../hold';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { canFit, conflictOf, searchLayouts } from '.';

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
  it('is not told as a matter of policy where something that is locked stands in the way', () => {
    const open = tower('open');
    const found = searchLayouts(open, { wanted: 1 }).layouts[0]!;
    // A box of the room left over, locked, where the board would stand.
    const at = found.placements['board-1']!;
    const blocked = applyChange(open, {
      type: 'addPart',
      id: 'brick-1',
      part: {
        ...partFrom(standardPart('supply/atx')!, 'Locked supply'),
        dimensions: {
          ...partFrom(standardPart('supply/atx')!).dimensions,
          width: measured(110),
          height: measured(280),
          depth: measured(290),
        },
      },
      placement: { x: 4, y: 34, z: Math.max(4, at.z), rear: 'rear', top: 'top', locked: true },
    }).document;
    const ids = conflictOf(blocked, {}, true)!.lifts!.map((l) => l.id);
    expect(ids).toContain('unlocked');
    expect(ids.filter((id) => id.startsWith('policy'))).toEqual([]);
  });
  it('names no missing wall for what needs none', () => {
    const document = newConversion('Shell', defaultBox());
    document.brief.policy = 'conserve';
    const fan = applyChange(document, {
      type: 'addPart',
      id: 'fan-1',
      part: partFrom(standardPart('fan/120x25')!, 'Fan'),
    }).document;
    const { lifts = [] } = conflictOf(fan, {}, true)!;
    expect(lifts.map((l) => l.id)).not.toContain('held-by-something');
    for (const { id, change } of lifts)
      expect(canFit(applyChange(fan, change).document, ['fan-1'], []), id).toBe('found');
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
