import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChange, validationIssuesAfter, defaultBox, newConversion, OWN, type OwnDesign } from '../../document';
import { OWN_BLOCK_ROLES } from './form';
import {
  defaultCut,
  neighbourOf,
  piecesOf,
  withBlock,
  withFace,
  withHole,
  withoutPiece,
  type Picked,
} from './ownPieces';

const EMPTY: OwnDesign = {
  blocks: {},
  holes: {},
  faces: {},
  power: { idle: 0, typical: 0, peak: 0 },
  source: 'measured',
};
const start = withBlock(EMPTY, 'body').design;
const step = fc.oneof(
  fc.constantFrom(...OWN_BLOCK_ROLES).map((role) => (d: OwnDesign) => withBlock(d, role)),
  fc.constant((d: OwnDesign) => withHole(d)),
  fc.constant((d: OwnDesign) => withFace(d)),
);
const has = (design: OwnDesign, { kind, id }: Picked) => piecesOf(design).some((p) => p.kind === kind && p.id === id);

describe('the pieces of an own part', () => {
  it('each added one is there, is picked, and makes a valid part', () =>
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let design = start;
        for (const one of steps) {
          const before = piecesOf(design).length;
          const made = one(design);
          expect(has(made.design, made.added)).toBe(true);
          expect(piecesOf(made.design)).toHaveLength(before + 1);
          design = made.design;
        }
        const part = { name: 'Own', standard: OWN, dimensions: {}, mass: 10, own: design };
        const made = applyChange(newConversion('Box', defaultBox()), { type: 'addPart', id: 'own-1', part });
        expect(validationIssuesAfter(made.document, made.operations)).toEqual([]);
      }),
    ));

  it('taken out one by one, the next in the list is edited, and the others stay', () =>
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 8 }), fc.nat(), (steps, which) => {
        const design = steps.reduce((d, one) => one(d).design, start);
        const pieces = piecesOf(design);
        const gone = pieces[which % pieces.length]!;
        const next = neighbourOf(design, gone)!;
        const left = withoutPiece(design, gone);
        expect(has(left, gone)).toBe(false);
        expect(has(left, next)).toBe(true);
        expect(piecesOf(left)).toEqual(pieces.filter((p) => p !== gone));
      }),
    ));

  it('the last one has no neighbour', () => expect(neighbourOf(start, piecesOf(start)[0]!)).toBeUndefined());

  it('a connector looks to the rear and has room for its plug; a cut is a guess until it is measured', () => {
    const { design, added } = withBlock(EMPTY, 'connector');
    expect(design.blocks[added.id]).toMatchObject({ direction: 'rear', plug: 40, conducts: null });
    expect(Object.values(defaultCut()).every((m) => m.tool === 'guess')).toBe(true);
  });
});
