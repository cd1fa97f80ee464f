import { assemble, turnedSize } from '../assembly';
import type { Conversion, Placement } from '../document';
import { placeFor, standOn } from '../fit';
import { turnOf } from '../solid';
import { withLayout } from './judged';
import type { LayoutOptions } from './layout';

/** Parts put where they are to ride, before everything else is searched. */
export interface Riding {
  document: Conversion;
  placements: Record<string, Placement>;
  /** Those that have no place there. */
  homeless: string[];
  searched: string;
}

const ASIDE: Placement = { x: 0, y: 0, z: 0, rear: 'rear', top: 'top', locked: false };

/**
 * Parts that a search may move and that are to ride on a body or stand on a tray: the largest first, each where it is best
 * among all that is there.
 * @param other which of the places that were found: 0 the best; undefined where no part is to ride
 */
export function ridersFirst(document: Conversion, options: LayoutOptions, other = 0): Riding | undefined {
  const { kit, layout } = document;
  const { only = Object.keys(kit.parts), free, keep = 'locked' } = options;
  const mayMove = (id: string) => {
    const placement = layout.placements[id];
    if (!placement) return true;
    return free ? free.includes(id) : keep === 'locked' && !placement.locked;
  };
  const volume = (id: string) => turnedSize(id, kit.parts[id]!, turnOf(ASIDE)).reduce((v, s) => v * s, 1);
  const ids = Object.keys(layout.rides ?? {})
    .filter((id) => only.includes(id) && id in kit.parts && mayMove(id))
    .sort((a, b) => volume(b) - volume(a));
  if (ids.length === 0) return undefined;
  const rest = Object.fromEntries(
    Object.entries(layout.placements).filter(([id]) => !ids.includes(id) && only.includes(id)),
  );
  // What others may move is in nobody’s way: it goes elsewhere.
  const staying = Object.fromEntries(Object.entries(rest).filter(([id]) => !mayMove(id)));
  const placements: Record<string, Placement> = {};
  const homeless: string[] = [];
  for (const [i, id] of ids.entries()) {
    const to = layout.rides![id]!;
    const there = {
      ...document,
      layout: { ...layout, placements: { ...staying, ...carriersOf(rest, to), ...placements } },
    };
    const found = placeOn(there, id, to, i === 0 ? other : 0);
    if (found) placements[id] = found;
    else homeless.push(id);
  }
  const names = ids.map((id) => kit.parts[id]!.name).join(', ');
  return {
    document: withLayout({ ...document, layout: { ...layout, placements: rest } }, placements),
    placements,
    homeless,
    searched: `${names} where ${ids.length === 1 ? 'it is' : 'they are'} to ride`,
  };
}

/** The carrier itself, where it is a part that is in the shell. */
const carriersOf = (placements: Record<string, Placement>, to: string): Record<string, Placement> =>
  placements[to] ? { [to]: placements[to] } : {};

function placeOn(document: Conversion, id: string, to: string, other: number): Placement | undefined {
  if (to in document.kit.parts) return other === 0 ? standOn(document, id, to)?.placement : undefined;
  const riding = withLayout(document, { [id]: { ...ASIDE, on: to } });
  const assembly = assemble(riding);
  return placeFor(riding, { ...assembly, parts: assembly.parts.filter((p) => p.id !== id) }, id).proposals[other]
    ?.placement;
}
