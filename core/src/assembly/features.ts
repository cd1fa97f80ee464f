import { axisIndex, extentOf, PLANE_AXES, type Copies, type Feature, type FeatureShape } from '../document';
import { add, chain, exactly, scale, shift, subtract, type Linear } from '../quantity';
import { axisOf, boxesOfPrism, signOf, type Axis, type Box, type Point2, type Shape, type Vec3 } from '../solid';
import { cutOut } from './cutAway';
import { boxPiece, type Piece } from './piece';
import type { Solid } from './placed';

/** Steps that stand for a fillet. */
const FILLET_STEPS = 4;

const cache = new WeakMap<Feature, Map<string, Solid[]>>();

/**
 * A feature as solids with their measured ends: its shape, its fillet as steps that cover it, the room it
 * sweeps, and the same for each copy. All have the feature as their owner.
 */
export function featureSolids(id: string, feature: Feature): Solid[] {
  const known = cache.get(feature)?.get(id);
  if (known) return known;
  const one = [...piecesOf(id, feature), ...filletOf(id, feature), ...sweepOf(id, feature)];
  const whole = feature.copies ? [...one, ...copiesOf(id, one, feature.copies)] : one;
  const pieces = cutOut(id, feature.cutAway, whole);
  const solids = pieces.map((piece, i): Solid => {
    const solid: Solid = {
      id: i === 0 ? id : `${id}/${i + 1}`,
      owner: id,
      ownerKind: 'feature',
      name: piece.swept
        ? `room in which ${feature.name} ${feature.kind === 'snap tab' ? 'bends' : 'moves'}`
        : feature.name,
      role: 'body',
      shape: piece.shape,
      // What bends by itself keeps no more than its room.
      moving: feature.moving || (piece.swept === true && feature.kind !== 'snap tab'),
      contact: [],
      outside: false,
      end: (axis, high) => (high ? piece.high : piece.low)[axis],
    };
    if (piece.swept) solid.swept = true;
    if (feature.kind === 'thing outside') solid.around = true;
    if (feature.body !== 'base') solid.rides = feature.body;
    if (feature.control && !piece.swept) solid.control = true;
    if (feature.metal) solid.conducts = 'metal';
    return solid;
  });
  if (!cache.has(feature)) cache.set(feature, new Map());
  cache.get(feature)!.set(id, solids);
  return solids;
}

function piecesOf(id: string, feature: Feature): Piece[] {
  const base = `/shell/features/${id}`;
  const lows: [Linear, Linear, Linear] = [
    chain(`${base}/x`, feature.x),
    chain(`${base}/y`, feature.y),
    chain(`${base}/z`, feature.z),
  ];
  const { low, high } = extentOf(feature);
  const { shape: form } = feature;
  const whole = (shape: Shape, sizes: readonly Linear[]): Piece[] => [
    { shape, low: lows, high: lows.map((l, i) => add(l, sizes[i]!)) as Piece['high'] },
  ];
  switch (form.kind) {
    case 'box':
      return whole({ kind: 'box', low, high }, [
        chain(`${base}/shape/width`, form.width),
        chain(`${base}/shape/depth`, form.depth),
        chain(`${base}/shape/height`, form.height),
      ]);
    case 'cylinder': {
      const axis = axisIndex(form.axis);
      const sizes = [0, 1, 2].map((i) =>
        i === axis ? chain(`${base}/shape/length`, form.length) : chain(`${base}/shape/diameter`, form.diameter),
      );
      return whole({ kind: 'cylinder', axis, low, high }, sizes);
    }
    case 'prism':
      return prismPieces(base, form, lows);
    case 'solid': {
      const scaleNote = chain(`${base}/shape/solid/size/x`, form.solid.size.x);
      const unsure = (value: number): Linear => ({ value, terms: scaleNote.terms });
      return form.solid.cover.map(([x0, y0, z0, x1, y1, z1]) => {
        const ends = (p: number[]) => p.map((v, i) => add(lows[i]!, unsure(v))) as Piece['low'];
        return boxPiece(ends([x0, y0, z0]), ends([x1, y1, z1]));
      });
    }
  }
}

/** The steps of a profile; each end hangs on the measured corner that is nearest to it. */
function prismPieces(base: string, form: FeatureShape & { kind: 'prism' }, lows: Piece['low']): Piece[] {
  const axis = axisIndex(form.axis);
  const [a, b] = PLANE_AXES[axis]!;
  const points = form.corners.map((c): Point2 => [c.a.value, c.b.value]);
  const length = chain(`${base}/shape/length`, form.length);
  const nearest = (key: 'a' | 'b', value: number): Linear => {
    let best = 0;
    form.corners.forEach((c, i) => {
      if (Math.abs(c[key].value - value) < Math.abs(form.corners[best]![key].value - value)) best = i;
    });
    const corner = chain(`${base}/shape/corners/${best}/${key}`, form.corners[best]![key]);
    return shift(corner, value - corner.value);
  };
  return boxesOfPrism(points, axis, 0, form.length.value).map((box) => {
    const end = (p: Vec3, high: boolean): Piece['low'] => {
      const ends: Linear[] = [];
      ends[axis] = high ? add(lows[axis], length) : lows[axis];
      ends[a] = add(lows[a], nearest('a', p[a]));
      ends[b] = add(lows[b], nearest('b', p[b]));
      return ends as Piece['low'];
    };
    return boxPiece(end(box.low, false), end(box.high, true));
  });
}

/**
 * A fillet where an upright feature stands: at distance d from its side the fillet is r − √(r² − (r − d)²)
 * high. Nested boxes cover it to the outside.
 */
export function filletSteps(radius: number): { out: number; height: number }[] {
  return Array.from({ length: FILLET_STEPS }, (_, k) => {
    const d = (radius * k) / FILLET_STEPS;
    return {
      out: (radius * (k + 1)) / FILLET_STEPS,
      height: radius - Math.sqrt(radius * radius - (radius - d) ** 2),
    };
  });
}

/** How much more than the fillet its steps cover, as a share of the fillet's section. */
export function filletWaste(): number {
  const steps = filletSteps(1);
  const covered = steps.reduce((sum, s) => sum + s.height / FILLET_STEPS, 0);
  const fillet = 1 - Math.PI / 4;
  return covered / fillet - 1;
}

function filletOf(id: string, feature: Feature): Piece[] {
  if (feature.fillet <= 0 || feature.shape.kind === 'solid') return [];
  const { low, high } = extentOf(feature);
  const [first] = piecesOf(id, feature);
  const atTop = feature.body !== 'base';
  return filletSteps(feature.fillet).map(({ out, height }) => {
    const by = (ends: Piece['low'], corner: readonly number[], sign: 1 | -1) =>
      ends.map((end, i) => shift({ value: corner[i]!, terms: end.terms }, i === 2 ? 0 : sign * out));
    const lows = by(first!.low, low, -1) as Piece['low'];
    const highs = by(first!.high, high, 1) as Piece['high'];
    const tall = Math.min(height, high[2] - low[2]);
    if (atTop) lows[2] = shift(highs[2], -tall);
    else highs[2] = shift(lows[2], tall);
    return boxPiece(lows, highs);
  });
}

/** The box around a mechanism, drawn out towards the sides it moves to. */
function sweepOf(id: string, feature: Feature): Piece[] {
  const sides = Object.entries(feature.sweep).filter(([, by]) => by > 0);
  if (sides.length === 0) return [];
  const { low, high } = extentOf(feature);
  const pieces = piecesOf(id, feature);
  const lows = [...pieces[0]!.low] as Piece['low'];
  const highs = pieces[0]!.high.map((end, i): Linear => ({ value: high[i]!, terms: end.terms })) as Piece['high'];
  lows.forEach((end, i) => (lows[i as Axis] = { value: low[i]!, terms: end.terms }));
  for (const [side, by] of sides) {
    const axis = axisOf(side as 'left');
    if (signOf(side as 'left') > 0) highs[axis] = shift(highs[axis], by);
    else lows[axis] = shift(lows[axis], -by);
  }
  return [{ ...boxPiece(lows, highs), swept: true }];
}

function copiesOf(id: string, pieces: readonly Piece[], copies: Copies): Piece[] {
  const axis = axisIndex(copies.axis);
  const moved = (piece: Piece, low: Linear, high: Linear): Piece => {
    const lows = [...piece.low] as Piece['low'];
    const highs = [...piece.high] as Piece['high'];
    lows[axis] = low;
    highs[axis] = high;
    const shape = {
      ...piece.shape,
      low: lows.map((l) => l.value) as Vec3,
      high: highs.map((l) => l.value) as Vec3,
    };
    return { ...piece, shape, low: lows, high: highs };
  };
  if (copies.kind === 'mirror') {
    const twice = scale(chain(`/shell/features/${id}/copies/at`, copies.at), 2);
    return pieces.map((p) => moved(p, subtract(twice, p.high[axis]), subtract(twice, p.low[axis])));
  }
  const pitch = chain(`/shell/features/${id}/copies/pitch`, copies.pitch);
  return Array.from({ length: copies.count - 1 }, (_, k) => scale(pitch, k + 1)).flatMap((by) =>
    pieces.map((p) => moved(p, add(p.low[axis], by), add(p.high[axis], by))),
  );
}

/** Material of an imported shell as solids that stay. */
export const materialSolids = (boxes: readonly Box[]): Solid[] =>
  boxes.map((shape, i) => ({
    id: i === 0 ? 'material' : `material/${i + 1}`,
    owner: 'material',
    ownerKind: 'feature',
    name: 'the shell’s own material',
    role: 'body',
    shape,
    moving: false,
    contact: ['front', 'rear', 'left', 'right', 'top', 'bottom'],
    outside: false,
    end: (axis, high) => exactly((high ? shape.high : shape.low)[axis]),
  }));
