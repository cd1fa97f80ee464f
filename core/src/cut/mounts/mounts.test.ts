import { describe, expect, it } from 'vitest';
import { assemble } from '../../assembly';
import { applyChange, defaultBox, newConversion, type Conversion, type Material } from '../../document';
import { partFrom } from '../../parts';
import { standardPart } from '../../standards';
import { mountsOf } from './mounts';

/** A plan with one part on the floor of a box. */
function onFloor(
  key: string,
  { material = 'steel' as Material, mass = undefined as number | undefined } = {},
): Conversion {
  const document = newConversion('Box', defaultBox());
  document.shell.material = material;
  document.brief.policy = 'open';
  const part = partFrom(standardPart(key)!, 'It');
  if (mass !== undefined) part.mass = mass;
  const z = assemble(document).hull.innerLow[2];
  const placement = { x: 40, y: 40, z, rear: 'rear', top: 'top', locked: false } as const;
  return applyChange(document, { type: 'addPart', id: 'it-1', part, placement }).document;
}
const strapOf = (document: Conversion) =>
  mountsOf(document, assemble(document))[0]!.options.find((o) => o.kind === 'strap')!;

describe('a strap', () => {
  // What a strap holds: common practice, no source.
  it('holds a drive up to two kilograms, not a board', () => {
    expect(strapOf(onFloor('drive/3.5', { mass: 700 })).no).toBeUndefined();
    expect(strapOf(onFloor('drive/3.5', { mass: 2000 })).no).toBeUndefined();
    expect(strapOf(onFloor('drive/3.5', { mass: 2001 })).no).toMatch(/2\.0 kg.*take angles or screws/);
    expect(strapOf(onFloor('board/mini-itx')).no).toMatch(/standoffs hold it/);
  });
});

describe('the way to hold a part that is taken', () => {
  it('is one that holds here', () => {
    for (const material of ['steel', 'plywood', 'bakelite', 'plastic'] as const)
      for (const key of ['drive/3.5', 'board/mini-itx', 'drive/2.5-7']) {
        const document = onFloor(key, { material });
        const [plan] = mountsOf(document, assemble(document));
        expect(plan!.options.find((o) => o.kind === plan!.chosen)!.no, `${key} in ${material}`).toBeUndefined();
      }
  });
});
