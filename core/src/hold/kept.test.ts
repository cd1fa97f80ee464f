import fc from 'fast-check';
import { expect, it } from 'vitest';
import { runs } from '../../../testing/runs';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Change, type Conversion } from '../document';
import { partMade } from '../kit';
import { partFrom } from '../parts';
import { standardPart } from '../standards';
import { holdsOf } from '.';

const upright = { rear: 'rear', top: 'top', locked: false } as const;

/** Drives, a board and a stand in a box, some on each other. */
function plan(): Conversion {
  const document = newConversion('Shell', defaultBox());
  document.brief.policy = 'open';
  const drive = partFrom(standardPart('drive/3.5')!, 'Drive');
  const stand = partMade(
    { kind: 'stand', width: 120, depth: 160, height: 20, thickness: 3, foot: 'posts', material: 'aluminium' },
    'Stand',
  );
  return (
    [
      { type: 'addPart', id: 'stand-1', part: stand, placement: { x: 20, y: 20, z: 3, ...upright } },
      { type: 'addPart', id: 'drive-1', part: drive, placement: { x: 25, y: 25, z: 23, ...upright, with: 'stand-1' } },
      { type: 'addPart', id: 'drive-2', part: drive, placement: { x: 160, y: 20, z: 3, ...upright } },
      { type: 'addPart', id: 'drive-3', part: drive, placement: { x: 160, y: 20, z: 29.1, ...upright } },
    ] satisfies Change[]
  ).reduce((doc: Conversion, change) => applyChange(doc, change).document, document);
}

it('holds that are kept are those that are found anew, whatever was moved, said or taken out', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          id: fc.constantFrom('stand-1', 'drive-1', 'drive-2', 'drive-3'),
          what: fc.constantFrom('move', 'lift', 'mount', 'out', 'loose'),
          by: fc.integer({ min: -60, max: 60 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      (edits) => {
        let document = plan();
        holdsOf(document, assemble(document));
        for (const { id, what, by } of edits) {
          const at = document.layout.placements[id];
          if (!at) continue;
          const change: Change =
            what === 'move'
              ? { type: 'placePart', id, placement: { ...at, x: Math.max(3, at.x + by) } }
              : what === 'lift'
                ? { type: 'placePart', id, placement: { ...at, z: Math.max(3, at.z + by / 4) } }
                : what === 'mount'
                  ? { type: 'setMount', part: id, mount: by > 0 ? { kind: 'tape' } : null }
                  : what === 'out'
                    ? { type: 'placePart', id, placement: null }
                    : { type: 'placePart', id, placement: { ...upright, x: at.x, y: at.y, z: at.z } };
          document = applyChange(document, change).document;
          const kept = holdsOf(document, assemble(document));
          // A copy shares no object with what was kept.
          const copy = structuredClone(document);
          expect(Object.fromEntries(kept)).toEqual(Object.fromEntries(holdsOf(copy, assemble(copy))));
        }
      },
    ),
    { numRuns: runs(400, 80) },
  ));
