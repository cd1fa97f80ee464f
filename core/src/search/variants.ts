import { ringOf, type Change, type Conversion, type Part, type Placement, type Variant } from '../document';

/** The layout as it is now, with what a layout may have changed: parts, fates of features, the spacer ring. */
export function variantOf(document: Conversion, name: string): Variant {
  const { shell, kit, layout } = document;
  const ring = ringOf(shell);
  return {
    name,
    placements: layout.placements,
    parts: kit.parts,
    fates: Object.fromEntries(Object.entries(shell.features).map(([id, f]) => [id, f.fate])),
    ring: ring ? shell.bodies[ring.id]! : null,
  };
}

/**
 * Is it another part, not the same one measured again? Another kind, or a dimension farther off than three times what
 * is unsure about both.
 */
function isAnother(now: Part, then: Part): boolean {
  if (now.standard !== then.standard) return true;
  return Object.entries(then.dimensions).some(([key, d]) => {
    const other = now.dimensions[key];
    return other !== undefined && Math.abs(d.value - other.value) > 0.5 + 3 * (d.uncertainty + other.uncertainty);
  });
}

/**
 * The changes that bring a kept layout back. Measurements taken since stay: a part keeps its present dimensions where
 * it is still of the same kind; what came to the kit later stays in the kit, outside the shell.
 */
export function changesTo(document: Conversion, variant: Variant): Change[] {
  const { shell, kit, layout } = document;
  const changes: Change[] = [];
  for (const [id, part] of Object.entries(variant.parts)) {
    const now = kit.parts[id];
    if (!now) changes.push({ type: 'addPart', id, part });
    else if (isAnother(now, part)) changes.push({ type: 'setPart', id, part });
  }
  for (const [id, fate] of Object.entries(variant.fates))
    if (shell.features[id] && shell.features[id].fate !== fate) changes.push({ type: 'setFate', id, fate });
  const ring = ringOf(shell);
  if (variant.ring) changes.push({ type: 'setBody', id: ring?.id ?? 'ring-1', body: variant.ring });
  else if (ring) changes.push({ type: 'setBody', id: ring.id, body: null });
  const ids = new Set([...Object.keys(kit.parts), ...Object.keys(variant.parts)]);
  for (const id of ids) {
    const placement = variant.placements[id] ?? null;
    if (!samePlace(layout.placements[id] ?? null, placement)) changes.push({ type: 'placePart', id, placement });
  }
  return changes;
}

const samePlace = (a: Placement | null, b: Placement | null) =>
  a === b ||
  (a !== null &&
    b !== null &&
    (['x', 'y', 'z', 'rear', 'top', 'locked', 'on', 'with'] as const).every((key) => a[key] === b[key]) &&
    a.tilt?.axis === b.tilt?.axis &&
    a.tilt?.degrees === b.tilt?.degrees);

/** Is this kept layout what the plan is now? */
export const isPresent = (document: Conversion, variant: Variant): boolean => changesTo(document, variant).length === 0;

/**
 * The change that switches to a kept layout without loss: what is now, and is kept nowhere, is kept first.
 * @param id a free id for that
 */
export function switchTo(document: Conversion, variant: Variant, id: string): Change {
  const { variants } = document.layout;
  const kept =
    Object.keys(document.layout.placements).length === 0 || Object.values(variants).some((v) => isPresent(document, v));
  const name = `Before ${variant.name}`.slice(0, 80);
  return {
    type: 'all',
    what: `switch to ${variant.name}`,
    changes: [
      ...(kept ? [] : [{ type: 'setVariant' as const, id, variant: variantOf(document, name) }]),
      ...changesTo(document, variant),
    ],
  };
}
