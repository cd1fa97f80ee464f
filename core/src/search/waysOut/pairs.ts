import type { Conversion } from '../../document';
import { canRaise, withRing } from './ring';
import { EFFORT, type Intervention } from './way';

/** Two interventions together, the least first; a small ring counts as one. */
export function pairsOf(document: Conversion, singles: readonly Intervention[]): Intervention[] {
  const more: Intervention[] = canRaise(document)
    ? [10, 20].map((height) => ({
        id: `ring-${height}`,
        kind: 'ring' as const,
        label: `raise the lid by ${height} mm`,
        price: 'spacer ring',
        reversible: true,
        withinPolicy: true,
        effort: EFFORT.ring[document.brief.policy] + height / 4,
        changes: [withRing(document, height).change],
      }))
    : [];
  const all = [...singles, ...more];
  const pairs: Intervention[] = [];
  all.forEach((a, i) =>
    all.slice(i + 1).forEach((b) => {
      if (a.row !== undefined && a.row === b.row) return;
      if (a.touches?.some((id) => b.touches?.includes(id))) return;
      if (a.kind === 'ring' && b.kind === 'ring') return;
      pairs.push({
        id: `${a.id}+${b.id}`,
        kind: 'pair',
        label: `${a.label}, and ${b.label.charAt(0).toLowerCase()}${b.label.slice(1)}`,
        price: `${a.price}; ${b.price}`,
        reversible: a.reversible && b.reversible,
        withinPolicy: a.withinPolicy && b.withinPolicy,
        effort: a.effort + b.effort + EFFORT.pair[document.brief.policy],
        changes: [...a.changes, ...b.changes],
        search: { ...a.search, ...b.search },
        held: [...(a.held ?? []), ...(b.held ?? [])],
      });
    }),
  );
  // What the policy does not allow comes last.
  const rank = ({ effort, withinPolicy }: Intervention) => effort + (withinPolicy ? 0 : 100);
  return pairs.sort((a, b) => rank(a) - rank(b));
}
