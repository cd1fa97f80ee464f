import { assemble, faceReaches } from '../../assembly';
import type { Conversion } from '../../document';
import { marginsOf, nameOf, stopsAt, travel } from '../../fit';
import { isLocked, NOTHING, wayFrom, type Look, type WayOut } from './way';

/** Layouts of the plan as it stands, with only the parts moved that something stops at, or that have no place yet. */
export function movedOnly(document: Conversion, look: Look): WayOut | undefined {
  const assembly = assemble(document);
  const stopped = new Set<string>();
  for (const margin of stopsAt(marginsOf(assembly))) {
    const movable = [margin.part, ...(margin.other.kind === 'part' ? [margin.other.id] : [])].filter(
      (id) => !isLocked(document, id),
    );
    // Of two parts the smaller one is moved.
    const size = (id: string) => {
      const { low, high } = assembly.parts.find((p) => p.id === id)!;
      return (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]);
    };
    const least = movable.sort((a, b) => size(a) - size(b))[0];
    if (least !== undefined) stopped.add(least);
  }
  for (const part of assembly.parts)
    if (faceReaches(assembly, part).some((r) => r.face.mustReachOutside && !(r.reaches && r.onWall)))
      stopped.add(part.id);
  const loose = [...stopped, ...assembly.unplaced];
  if (loose.length === 0) return undefined;
  const layout = look(document, { free: loose });
  if (!layout) return undefined;
  const was = document.layout.placements;
  const words = loose.map((id) => {
    const name = nameOf(document, { kind: 'part', id });
    const from = was[id];
    const to = layout.placements[id];
    if (!from || !to) return `place ${name}`;
    const turned = from.rear !== to.rear || from.top !== to.top;
    return `${turned ? 'turn and move' : 'move'} ${name}${turned ? '' : ` ${travel(from, to)}`}`;
  });
  const label = words.join(', ');
  return wayFrom(
    document,
    { ...NOTHING, id: 'move', label: label.charAt(0).toUpperCase() + label.slice(1), effort: 0, changes: [] },
    layout,
  );
}
