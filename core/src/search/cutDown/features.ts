import { survives } from '../../brief';
import { extentOf, nextId, wholeExtentOf, type Conversion, type Feature } from '../../document';
import { less, type Slab } from './hull';
import { past } from './past';
import { at, KEYS, type Told } from './told';

/** A feature beyond the slab comes nearer, one that is cut through gets shorter; copies on both sides are parted. */
export function featurePast(document: Conversion, slab: Slab, id: string, told: Told): void {
  const feature = document.shell.features[id]!;
  const { axis } = slab;
  const survivor = survives(document.brief, 'feature', id);
  const whole = wholeExtentOf(feature);
  const all = past(slab, whole.low[axis], whole.high[axis]);
  if (all.kind === 'stays') return;
  if (all.kind === 'moves') {
    told.changes.push({ type: 'setFeature', id, feature: pulled(feature, slab) });
    return;
  }
  // Copies on both sides become features of their own.
  const singles = apart(feature);
  const left: Feature[] = [];
  let names = 0;
  for (const single of singles) {
    const { low, high } = extentOf(single);
    const one = past(slab, low[axis], high[axis]);
    if (one.kind === 'stays') left.push(single);
    else if (one.kind === 'moves') left.push(pulled(single, slab));
    else if (one.kind === 'cut' && single.shape.kind === 'box' && !single.control && single.kind !== 'mechanism') {
      const size = (['width', 'depth', 'height'] as const)[axis];
      const key = KEYS[axis];
      const by = high[axis] - low[axis] - (one.high - one.low);
      left.push(
        cutPast(
          {
            ...single,
            [key]: at(single[key], one.low),
            shape: { ...single.shape, [size]: less(single.shape[size], by) },
          },
          slab,
        ),
      );
      told.shorter.push(single.name);
    } else names++;
  }
  if (names > 0) told.lost.push({ name: names > 1 ? `${names} of ${feature.name}` : feature.name, survivor });
  const known: Record<string, unknown> = { ...document.shell.features };
  left.forEach((one, i) => {
    const key = i === 0 ? id : nextId(known, id.replace(/-\d+$/, ''), document.spent);
    known[key] = one;
    told.changes.push({ type: 'setFeature', id: key, feature: one });
  });
  if (left.length === 0) told.changes.push({ type: 'setFeature', id, feature: null });
}

/** A feature beyond the slab, nearer by it. */
function pulled(feature: Feature, { axis, from, to }: Slab): Feature {
  const key = KEYS[axis];
  const moved = cutPast({ ...feature, [key]: at(feature[key], feature[key].value - (to - from)) }, { axis, from, to });
  if (feature.copies?.kind !== 'mirror' || feature.copies.axis !== key) return moved;
  return { ...moved, copies: { ...feature.copies, at: at(feature.copies.at, feature.copies.at.value - (to - from)) } };
}

/** What is cut out of a feature, nearer or shorter like the rest; what lay in the slab itself is gone. */
function cutPast(feature: Feature, slab: Slab): Feature {
  const { cutAway, ...rest } = feature;
  if (!cutAway) return feature;
  const key = KEYS[slab.axis];
  const size = (['width', 'depth', 'height'] as const)[slab.axis];
  const blocks = cutAway.flatMap((block) => {
    const [low, long] = [block[key].value, block[size].value];
    const then = past(slab, low, low + long);
    if (then.kind === 'lost') return [];
    return [{ ...block, [key]: at(block[key], then.low), [size]: at(block[size], then.high - then.low) }];
  });
  return blocks.length > 0 ? { ...rest, cutAway: blocks } : rest;
}

/** Each copy of a feature by itself. */
function apart(feature: Feature): Feature[] {
  const { copies } = feature;
  if (!copies) return [feature];
  const key = copies.axis;
  const axis = KEYS.indexOf(key);
  const alone = { ...feature, copies: null };
  if (copies.kind === 'row')
    return Array.from({ length: copies.count }, (_, i) => ({
      ...alone,
      [key]: at(feature[key], feature[key].value + i * copies.pitch.value),
    }));
  const { high } = extentOf(feature);
  return [alone, { ...alone, [key]: at(feature[key], 2 * copies.at.value - high[axis]!) }];
}
