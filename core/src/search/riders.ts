import { assemble, movedWith, turnedSize } from '../assembly';
import { partsInside, placesInRow, rowOf, type Conversion, type Placement } from '../document';
import { placeFor, standBeside, standOn } from '../fit';
import { turnOf } from '../solid';
import { withLayout } from './judged';
import type { Layout, LayoutOptions } from './layout';

/** Parts put where they are to ride, and rows that are in no shell yet, before everything else is searched. */
export interface Riding {
  document: Conversion;
  placements: Record<string, Placement>;
  /** Those that have no place there. */
  homeless: string[];
  searched: string;
}

/** Places are tried so far apart, mm; in an empty shell what goes in at all goes in where the grid begins. */
const STEP = 2;
const EMPTY_STEP = 6;

/** Places that were found for the first that is put, by its id: of all that are put with it. */
export type Proposed = Map<string, Layout['placements'][]>;

/** What is put as one: a part that is to ride, a row by its first part, or a tray with what is to stand on it. */
interface Unit {
  id: string;
  parts: string[];
  how: 'rides' | 'row' | 'carries';
  /** The body or tray that it is to ride on. */
  on?: string;
  /** mm³. */
  volume: number;
}

/** What belongs together in any shell: rows, and what stands or is to stand on a tray of the kit. */
export function belonging({ kit, layout }: Conversion): Pick<Conversion['layout'], 'rides' | 'rows'> {
  const standing = Object.entries(layout.placements).map(([id, at]) => [id, at.with] as const);
  const rides = [...standing, ...Object.entries(layout.rides ?? {})].filter(
    ([, on]) => on !== undefined && on in kit.parts,
  );
  return {
    ...(layout.rows ? { rows: layout.rows } : {}),
    ...(rides.length > 0 ? { rides: Object.fromEntries(rides) as Record<string, string> } : {}),
  };
}

/** What has no place, in words that claim no more: a row has none as one, what is to ride none there. */
export function homelessNames({ kit, layout, shell }: Conversion, ids: readonly string[]): string[] {
  const named = ids.map((id) => {
    const row = rowOf(layout, id)?.row;
    if (row) return row.name ? `the row ${row.name} as one` : 'the row as one';
    const on = layout.rides?.[id];
    const name = kit.parts[id]?.name ?? id;
    return on === undefined ? name : `${name} on ${kit.parts[on]?.name ?? shell.bodies[on]?.name ?? on}`;
  });
  return [...new Set(named)];
}

const ASIDE: Placement = { x: 0, y: 0, z: 0, rear: 'rear', top: 'top', locked: false };

/**
 * Parts that a search may move and that are to ride on a body or stand on a tray, rows none of whose parts is in the shell,
 * and trays that are in no shell with what is to stand on them: the largest first, each where it is best among all that is
 * there. A row that is in the shell stays.
 * @param other which of the places that were found for the first of them: 0 the best
 * @param memory the places of the first of them, for when the same is asked again with another of these
 * @returns undefined where there is no such part or row
 */
export function ridersFirst(
  document: Conversion,
  options: LayoutOptions,
  other = 0,
  memory: Proposed = new Map(),
): Riding | undefined {
  const { layout } = document;
  const { only = partsInside(document), free, keep = 'locked' } = options;
  const mayMove = (id: string) => {
    const placement = layout.placements[id];
    if (!placement) return true;
    return free ? free.includes(id) : keep === 'locked' && !placement.locked;
  };
  const units = unitsOf(document, only, mayMove);
  if (units.length === 0) return undefined;
  const put = new Set(units.flatMap((unit) => unit.parts));
  const rest = Object.fromEntries(
    Object.entries(layout.placements).filter(([id]) => !put.has(id) && only.includes(id)),
  );
  // What others may move is in nobody’s way: it goes elsewhere.
  const staying = Object.fromEntries(Object.entries(rest).filter(([id]) => !mayMove(id)));
  const placements: Record<string, Placement> = {};
  const homeless: string[] = [];
  for (const [i, unit] of units.entries()) {
    const there = {
      ...document,
      layout: { ...layout, placements: { ...staying, ...carriersOf(rest, unit.on), ...placements } },
    };
    const found = i === 0 ? placesOf(there, unit, options, memory)[other] : placesOf(there, unit, options)[0];
    if (found) Object.assign(placements, found);
    else homeless.push(...unit.parts);
  }
  return {
    document: withLayout({ ...document, layout: { ...layout, placements: rest } }, placements),
    placements,
    homeless,
    searched: units.map((unit) => placeWords(document, unit)).join(', '),
  };
}

function unitsOf({ kit, layout }: Conversion, only: readonly string[], mayMove: (id: string) => boolean): Unit[] {
  const volume = (id: string) => turnedSize(id, kit.parts[id]!, turnOf(ASIDE)).reduce((v, s) => v * s, 1);
  const here = (id: string) => only.includes(id) && id in kit.parts;
  const rides = layout.rides ?? {};
  const rows = Object.values(layout.rows ?? {}).map((row) => Object.keys(row.parts));
  const whole = rows.filter((parts) => parts.length > 0 && parts.every((id) => here(id) && !layout.placements[id]));
  const inRow = new Set(rows.flat());
  const one = (id: string, parts: string[], how: Unit['how']): Unit => ({
    id,
    parts,
    how,
    ...(rides[id] === undefined ? {} : { on: rides[id] }),
    volume: parts.reduce((sum, part) => sum + volume(part), 0),
  });
  const riding = Object.keys(rides).filter((id) => here(id) && !inRow.has(id) && mayMove(id));
  const trays = new Set(riding.map((id) => rides[id]!).filter((on) => here(on) && !layout.placements[on]));
  return [
    ...whole.map((parts) => one(parts.find((id) => rides[id] !== undefined) ?? parts[0]!, parts, 'row')),
    ...[...trays].map((id) => one(id, [id, ...riding.filter((other) => rides[other] === id)], 'carries')),
    ...riding.filter((id) => !trays.has(id) && !trays.has(rides[id]!)).map((id) => one(id, [id], 'rides')),
  ].sort((a, b) => b.volume - a.volume);
}

function placeWords({ kit, layout }: Conversion, { id, how, on }: Unit): string {
  const name = how === 'row' ? `the row ${rowOf(layout, id)?.row.name ?? ''}`.trim() : kit.parts[id]!.name;
  const words = how === 'carries' ? `${name} with what stands on it` : name;
  return on === undefined ? `${words} as one` : `${words} where it is to ride`;
}

/** The carrier itself, where it is a part that is in the shell. */
const carriersOf = (placements: Record<string, Placement>, to: string | undefined): Record<string, Placement> =>
  to !== undefined && placements[to] ? { [to]: placements[to] } : {};

/** The places of all that is put as one where it is to be, best first. */
function placesOf(
  document: Conversion,
  unit: Unit,
  { enough }: LayoutOptions,
  memory: Proposed = new Map(),
): Layout['placements'][] {
  const known = memory.get(unit.id);
  if (known) return known;
  const find = (): Layout['placements'][] => {
    const { id, on, parts, how } = unit;
    if (on !== undefined && on in document.kit.parts) {
      const standing = standOn(document, id, on);
      return standing ? [{ [id]: standing.placement }] : [];
    }
    const there = on === undefined ? document : withLayout(document, { [id]: { ...ASIDE, on } });
    const put = (loaded: Conversion | undefined): Layout['placements'][] => {
      if (!loaded) return [];
      const assembly = assemble(loaded);
      const others = { ...assembly, parts: assembly.parts.filter((p) => !parts.includes(p.id)) };
      const step = others.features.length + others.parts.length === 0 ? EMPTY_STEP : STEP;
      return placeFor(loaded, others, id, { step, ...(enough === 'wanted' ? { enough } : {}) }).proposals.map(
        ({ placement }) => ({
          ...placesInRow(loaded.layout, id, placement),
          ...(how === 'carries' ? movedWith(loaded, {}, id, placement) : {}),
        }),
      );
    };
    if (how !== 'carries') return put(there);
    const upright = put(loadedAt(there, unit, 'upright'));
    return upright.length > 0 ? upright : put(loadedAt(there, unit, 'low'));
  };
  const found = find();
  memory.set(unit.id, found);
  return found;
}

/**
 * A tray or frame aside with all that is to stand on it, each beside the others, the largest first; undefined where one of
 * these can’t. Upright, or lying as low as they go.
 */
function loadedAt(document: Conversion, { id, parts, on }: Unit, how: 'upright' | 'low'): Conversion | undefined {
  let loaded = withLayout(document, { [id]: { ...ASIDE, ...(on === undefined ? {} : { on }) } });
  const area = (part: string) => {
    const [w, d] = turnedSize(part, document.kit.parts[part]!, turnOf(ASIDE));
    return w * d;
  };
  const riders = parts.filter((part) => part !== id).sort((a, b) => area(b) - area(a));
  for (const [i, rider] of riders.entries()) {
    // What has standoffs for it goes there.
    const standing = riders.length === 1 || i === 0 ? standOn(loaded, rider, id) : undefined;
    const placement =
      standing && (standing.held > 1 || riders.length === 1)
        ? standing.placement
        : standBeside(loaded, rider, id, riders.slice(0, i), how);
    if (!placement) return undefined;
    loaded = withLayout(loaded, { [rider]: placement });
  }
  return loaded;
}
