import { describe, expect, it } from 'vitest';
import { assemble, placePart } from '../assembly';
import { defaultBox, evenWalls, newConversion, OWN, type Part } from '../document';
import { measured } from '../quantity';
import { marginsOfPart } from './margins';
import { severityOf } from './margin';

const document = newConversion('Steel box', { ...defaultBox(), walls: evenWalls(measured(1)) });
document.shell.material = 'steel';
const assembly = assemble(document);

/** An inlet drawn as one live block, 50 × 40 × 30, with solder tags at a place of it, and its cut in the middle. */
function inlet(tags?: { x: number; width: number; behind: number }, kind = 'inlet'): Part {
  const block = (name: string, x: number, y: number, z: number, width: number, depth: number, height: number) => ({
    name,
    role: 'body' as const,
    shape: { kind: 'box' as const },
    direction: null,
    plug: 0,
    conducts: 'mains' as 'mains' | null,
    x: measured(x),
    y: measured(y),
    z: measured(z),
    width: measured(width),
    depth: measured(depth),
    height: measured(height),
  });
  const housing = block('Housing', 0, 0, 0, 50, 40, 30);
  return {
    name: 'Inlet',
    standard: OWN,
    dimensions: {},
    mass: 60,
    own: {
      kind: 'other',
      blocks: {
        plate: { ...housing, ...(tags ? { conducts: null } : {}) },
        ...(tags ? { tags: block('Tags', tags.x, 40 - tags.behind - 10, 10, tags.width, 10, 10) } : {}),
      },
      holes: {},
      faces: {
        mains: {
          name: 'Inlet',
          kind,
          direction: 'rear',
          cut: { u: measured(25), v: measured(15), width: measured(28), height: measured(20) },
        },
      },
      power: null,
      source: 'bench',
    } as unknown as Part['own'] & object,
  };
}

const { innerHigh } = assembly.hull;
/** Warnings between the inlet and a wall, with its face so far from the rear and its side so far from the right. */
function tooNear(part: Part, rear: number, right: number, wall: string): number {
  const at = {
    x: innerHigh[0] - 50 - right,
    y: innerHigh[1] - 40 - rear,
    z: 40,
    rear: 'rear',
    top: 'top',
    locked: false,
  };
  return marginsOfPart(assembly, placePart('inlet-1', part, at as never)).filter(
    (m) => m.other.kind === 'face' && m.other.id === wall && m.spare < -1e-6 && severityOf(m) === 'warn',
  ).length;
}

describe('an own inlet', () => {
  it('reaches its wall though it is mains: through its opening there is no metal; beside it there is', () => {
    for (const gap of [0, 2, 4]) expect(tooNear(inlet(), gap, 60, 'rear')).toBe(0);
    expect(tooNear(inlet(), 0, 3, 'right')).toBe(1);
    expect(tooNear(inlet(), 0, 7, 'right')).toBe(0);
  });
  it('with tags behind its opening is free of that wall, with tags beside it not', () => {
    expect(tooNear(inlet({ x: 20, width: 10, behind: 2 }), 0, 60, 'rear')).toBe(0);
    expect(tooNear(inlet({ x: 2, width: 10, behind: 2 }), 0, 60, 'rear')).toBe(1);
    expect(tooNear(inlet({ x: 2, width: 10, behind: 7 }), 0, 60, 'rear')).toBe(0);
  });
  it('a louvre lies flush in its wall, whether it lets air in or out', () => {
    const plain = (kind: string) => {
      const part = inlet(undefined, kind);
      part.own!.blocks.plate!.conducts = null;
      return part;
    };
    for (const kind of ['intake', 'exhaust']) expect(tooNear(plain(kind), 0, 60, 'rear'), kind).toBe(0);
    // Its side is no face of it: there half a millimetre stays free.
    expect(tooNear(plain('intake'), 0, 0.2, 'right')).toBe(1);
  });
});
