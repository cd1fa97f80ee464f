import { describe, expect, it } from 'vitest';
import {
  applyChange,
  defaultBox,
  feature,
  newConversion,
  type Change,
  type Conversion,
  type CutAway,
  type Feature,
} from '../document';
import { measured } from '../quantity';
import { assessShell } from './assess';
import { restRemedies, unheldOf } from './rests';

const at = (
  x: number,
  y: number,
  z: number,
  width: number,
  depth: number,
  height: number,
  rest: Partial<Feature> = {},
) =>
  feature(
    rest.name ?? 'Block',
    { kind: 'box', width: measured(width), depth: measured(depth), height: measured(height) },
    [measured(x), measured(y), measured(z)],
    { fate: 'cut', ...rest },
  );
const cut = (x: number, y: number, z: number, width: number, depth: number, height: number): CutAway => ({
  x: measured(x),
  y: measured(y),
  z: measured(z),
  width: measured(width),
  depth: measured(depth),
  height: measured(height),
});
const after = (document: Conversion, ...changes: Change[]) =>
  changes.reduce((d, c) => applyChange(d, c).document, document);
/** A box of 400 × 300 × 150, walls 3: a shelf between its side walls, a motor on the shelf, a lamp on the motor. */
const plan = after(
  newConversion('Radio', defaultBox()),
  { type: 'setFeature', id: 'shelf', feature: at(3, 100, 60, 394, 80, 10, { name: 'Shelf' }) },
  { type: 'setFeature', id: 'motor', feature: at(180, 110, 70, 40, 40, 30, { name: 'Motor', fate: 'keep' }) },
  { type: 'setFeature', id: 'lamp', feature: at(190, 120, 100, 10, 10, 10, { name: 'Lamp', fate: 'keep' }) },
);
const said = (document: Conversion) => assessShell(document).filter((f) => /^shell\/(unheld|cut-away)/.test(f.id));

describe('what held a feature and is cut away', () => {
  it('nothing is said while all of it stands', () => expect(said(plan)).toEqual([]));

  it('removed: what stood on it hangs on nothing, and what stood on that', () => {
    const gone = after(plan, { type: 'setFate', id: 'shelf', fate: 'removed' });
    expect(unheldOf(gone).map(({ id, by }) => [id, by])).toEqual([
      ['motor', ['shelf']],
      ['lamp', []],
    ]);
    expect(said(gone)[0]!.sentence).toBe('Shelf held Motor, and is cut away: nothing else of the shell holds it.');
  });

  it('cut in the middle: both ends are held by their walls, the motor by neither; a piece between two cuts falls out', () => {
    const middle = after(plan, { type: 'setCutAway', id: 'shelf', blocks: [cut(150, 0, 0, 100, 300, 150)] });
    expect(unheldOf(middle).map(({ id }) => id)).toEqual(['motor', 'lamp']);
    const beside = after(plan, { type: 'setCutAway', id: 'shelf', blocks: [cut(50, 0, 0, 50, 300, 150)] });
    expect(unheldOf(beside)).toEqual([]);
    const both = after(beside, {
      type: 'setCutAway',
      id: 'shelf',
      blocks: [cut(50, 0, 0, 50, 300, 150), cut(300, 0, 0, 50, 300, 150)],
    });
    expect(unheldOf(both).map(({ id, piece }) => [id, piece && piece.shape.high[0] - piece.shape.low[0]])).toEqual([
      ['shelf', 200],
      ['motor', undefined],
      ['lamp', undefined],
    ]);
    expect(said(both)[0]!.sentence).toContain('A piece of Shelf, 200 × 80 × 10 mm, hangs on nothing');
  });

  it('what touched nothing before is not told again', () => {
    const floats = after(
      plan,
      { type: 'setFeature', id: 'lamp', feature: at(20, 20, 50, 5, 5, 5) },
      { type: 'setFate', id: 'shelf', fate: 'removed' },
    );
    expect(unheldOf(floats).map(({ id }) => id)).toEqual(['motor']);
  });

  it('each way out that is offered is one: it is not said any more, and nothing else is', () => {
    const gone = after(plan, { type: 'setFate', id: 'shelf', fate: 'removed' });
    const [motor] = said(gone);
    const ways = restRemedies(gone, motor!);
    expect(ways.map((w) => w.id)).toEqual(['keep-shelf']);
    expect(said(after(gone, ways[0]!.change))).toEqual([]);
    // What may go itself goes, too.
    const loose = after(
      gone,
      { type: 'setFate', id: 'motor', fate: 'cut' },
      { type: 'setFeature', id: 'lamp', feature: null },
    );
    expect(restRemedies(loose, said(loose)[0]!).map((w) => w.id)).toEqual(['keep-shelf', 'remove']);
  });
});

describe('what is to be cut out of a feature', () => {
  const withCut = (block: CutAway, id = 'shelf') => after(plan, { type: 'setCutAway', id, blocks: [block] });

  it('misses it: told, with from where its place counts', () => {
    const [finding] = said(withCut(cut(10, 10, 10, 20, 20, 20)));
    expect(finding).toMatchObject({ id: 'shell/cut-away/shelf/misses', verdict: 'warn' });
    expect(finding!.sentence).toContain('(block 1) does not meet it');
  });

  it('just beside it is none, a hair of it is one; by a copy of it, too', () => {
    // The shelf begins at 3, ends at 397, is 10 high from 60.
    expect(said(withCut(cut(0, 0, 70, 400, 300, 20))).map((f) => f.id)).toEqual(['shell/cut-away/shelf/misses']);
    expect(said(withCut(cut(0, 0, 69, 400, 300, 20))).map((f) => f.id)).toEqual([]);
    const round = after(plan, {
      type: 'setFeature',
      id: 'lamp',
      feature: feature(
        'Post',
        { kind: 'cylinder', axis: 'z', diameter: measured(20), length: measured(50) },
        [measured(20), measured(20), measured(3)],
        {
          fate: 'cut',
        },
      ),
    });
    const across = after(round, { type: 'setCutAway', id: 'lamp', blocks: [cut(0, 0, 43, 60, 60, 20)] });
    expect(said(across)).toEqual([]);
  });

  it('what goes back is no more to be cut than what is kept', () => {
    const out = after(withCut(cut(0, 0, 65, 400, 300, 20)), { type: 'setFate', id: 'shelf', fate: 'out' });
    expect(said(out).find((f) => f.id.endsWith('/kept'))!.sentence).toBe(
      'Shelf goes back, and a block is to be cut out of it.',
    );
  });

  it('takes all of it: then it is removed', () => {
    const all = withCut(cut(0, 0, 0, 400, 300, 150), 'lamp');
    const loose = after(all, { type: 'setFate', id: 'lamp', fate: 'cut' });
    const [finding] = said(loose);
    expect(finding!.id).toBe('shell/cut-away/lamp/all');
    const [way] = restRemedies(loose, finding!);
    expect(said(after(loose, way!.change))).toEqual([]);
  });

  it('out of what must be kept: a stop, with what lifts it', () => {
    const kept = withCut(cut(180, 110, 90, 40, 40, 30), 'motor');
    const finding = said(kept).find((f) => f.id.endsWith('/kept'))!;
    expect(finding.verdict).toBe('stop');
    expect(restRemedies(kept, finding).map((w) => w.id)).toEqual(['whole', 'may-cut']);
  });
});
