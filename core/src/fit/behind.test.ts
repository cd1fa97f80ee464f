import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, evenWalls, feature, newConversion, type Conversion, type Part } from '../document';
import { panelPart } from '../kit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { assessAll, saidAtRest } from '../plan';
import { behind, facesHold, placeFor, type Opened } from '.';

/** A box of 400 × 300 × 150 with walls of 3 and posts against the inside of its rear. */
function box(...posts: readonly (readonly [x: number, z: number, width: number, height: number, round: boolean])[]) {
  const document = newConversion('Box', { ...defaultBox(), walls: evenWalls(measured(3)) });
  document.brief.policy = 'open';
  posts.forEach(([x, z, width, height, round], i) => {
    const shape = round
      ? ({ kind: 'cylinder', axis: 'y', diameter: measured(width), length: measured(20) } as const)
      : ({ kind: 'box', width: measured(width), depth: measured(20), height: measured(height) } as const);
    document.shell.features[`post-${i + 1}`] = feature('Post', shape, [measured(x), measured(277), measured(z)]);
  });
  return document;
}

describe('what stands behind an opening', () => {
  it('is what trying places all over the opening finds, and reaches as far into it', () => {
    const length = fc.double({ min: 5, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 3, max: 330, noNaN: true }),
          fc.double({ min: 3, max: 90, noNaN: true }),
          length,
          length,
        ),
        fc.tuple(
          fc.double({ min: 0, max: 400, noNaN: true }),
          fc.double({ min: 0, max: 150, noNaN: true }),
          length,
          length,
        ),
        fc.boolean(),
        ([x, z, w, h], [u, v, ow, oh], round) => {
          const opening: Opened = { face: 'rear', centre: [u, v], half: [ow / 2, (round ? ow : oh) / 2], round };
          const found = behind(assemble(box([x, z, w, h, false])), opening);
          // The rear is marked from outside: u runs to the left of the shell.
          const inOpening = (a: number, b: number) =>
            round ? Math.hypot(a, b) < ow / 2 : Math.abs(a) < opening.half[0] && Math.abs(b) < opening.half[1];
          let post = false;
          let wall = false;
          for (let a = -ow / 2; a <= ow / 2; a += 0.6)
            for (let b = -opening.half[1]; b <= opening.half[1]; b += 0.6) {
              if (!inOpening(a, b)) continue;
              const [px, pz] = [400 - u - a, v + b];
              post ||= px > x && px < x + w && pz > z && pz < z + h;
              wall ||= px < 3 || px > 397 || pz < 3 || pz > 147;
            }
          const by = (kind: string) => Math.max(0, ...found.filter((f) => f.kind === kind).map((f) => f.by));
          // A sample may miss an edge by its step; a brush under 0.3 is none.
          if (post) expect(by('feature') + 1.5).toBeGreaterThan(0.3);
          if (by('feature') > 1.5) expect(post).toBe(true);
          if (by('face') > 1.5) expect(wall).toBe(true);
          if (wall && by('face') === 0)
            expect(
              Math.min(400 - u - ow / 2 - 3, u - ow / 2 - 3, v - opening.half[1] - 3, 147 - v - opening.half[1]),
            ).toBeGreaterThan(-0.31);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('an input/output opening beside a corner post stops, and a place clear of it is proposed', () => {
    // The opening reaches 5.6 mm beyond the board’s edge, and its cut a little more.
    const post = box([377, 3, 20, 80, false]);
    const at = (x: number): Conversion => {
      const part = partFrom(standardPart('board/mini-itx')!, 'Board');
      const placement = { x, y: 126.4, z: 3, locked: false, rear: 'rear', top: 'top' } as const;
      return applyChange(post, { type: 'addPart', id: 'board-1', part, placement }).document;
    };
    const stops = (document: Conversion) =>
      assessAll(document).findings.filter((f) => f.verdict === 'stop' && f.id.startsWith('cut/behind'));
    expect(stops(at(377 - 170 - 1.2))).toHaveLength(1);
    expect(stops(at(377 - 170 - 12))).toEqual([]);
    const [best] = placeFor(at(100), assemble(at(100)), 'board-1').proposals;
    expect(best).toBeDefined();
    const placed = applyChange(post, {
      type: 'addPart',
      id: 'board-1',
      part: at(0).kit.parts['board-1']!,
      placement: best!.placement,
    }).document;
    expect(facesHold(placed, assemble(placed), assemble(placed).parts[0]!)).toBe(true);
    expect(stops(placed)).toEqual([]);
  });
});

describe('an own part with a face that belongs at a wall', () => {
  const plan = (part: Part) => applyChange(box(), { type: 'addPart', id: 'own-1', part }).document;

  it('a display lies against the wall it looks through', () => {
    const part = panelPart({ diagonalInch: 7, aspect: [16, 10], bezel: { side: 5, top: 5, bottom: 8 }, thickness: 6 });
    expect(placeFor(plan(part), assemble(plan(part)), 'own-1').proposals.length).toBeGreaterThan(0);
  });

  it('a board’s plugs go through the wall before its sockets', () => {
    const at = (value: number) => measured(value);
    const block = { shape: { kind: 'box' }, direction: null, plug: 0, conducts: null } as const;
    const part: Part = {
      name: 'Board', standard: 'own', dimensions: {}, mass: 100,
      own: {
        kind: 'board',
        blocks: {
          plate: { ...block, name: 'plate', role: 'body', x: at(0), y: at(0), z: at(0), width: at(100), depth: at(80), height: at(10) },
          jack: { ...block, name: 'jack', role: 'connector', direction: 'rear', plug: 40, cable: 'lead', x: at(20), y: at(70), z: at(2), width: at(12), depth: at(12), height: at(8) },
        },
        holes: {},
        faces: { sockets: { name: 'sockets', kind: 'sockets', direction: 'rear', cut: { u: at(70), v: at(6), width: at(16), height: at(10) } } },
        power: { idle: 0, typical: 5, peak: 10 },
        source: 'test',
      },
    }; // prettier-ignore
    const proposals = placeFor(plan(part), assemble(plan(part)), 'own-1').proposals;
    expect(proposals.length).toBeGreaterThan(0);
    const document = applyChange(plan(part), {
      type: 'placePart',
      id: 'own-1',
      placement: proposals[0]!.placement,
    }).document;
    expect(saidAtRest(document).filter((f) => f.verdict === 'stop')).toEqual([]);
  });
});
