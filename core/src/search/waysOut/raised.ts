import { featureSolids, clearancesOf, hullModel, turnedSize } from '../../assembly';
import { mayCut } from '../../brief';
import { nextId, partsInside, type Conversion, type MadeStand } from '../../document';
import { nameOf } from '../../fit';
import { partMade } from '../../kit';
import { kindOf } from '../../parts';
import { spreadOf } from '../../quantity';
import { turnOf } from '../../solid';
import { EFFORT, isLocked, type Intervention } from './way';

/** Plywood on which a board stands, mm. Common practice, no source. */
const SHEET = 6;
/** A plate on posts higher than this is furniture, mm; so many heights are tried. Common practice, no source. */
const HIGHEST = 150;
const MOST_HEIGHTS = 3;

/**
 * Boards on a sheet of plywood of their own: flat on the floor or before a wall, glued or taped there where nothing may be
 * drilled; and on posts as a raised floor over what stands on the floor.
 */
export function raised(document: Conversion): Intervention[] {
  const { brief, kit, layout, spent } = document;
  return partsInside(document)
    .filter(
      (id) =>
        kindOf(kit.parts[id]!) === 'board' &&
        !isLocked(document, id) &&
        layout.rides?.[id] === undefined &&
        layout.placements[id]?.with === undefined,
    )
    .flatMap((id) => {
      const [wide, deep] = turnedSize(id, kit.parts[id]!, turnOf({ rear: 'rear', top: 'top' }));
      const [width, depth] = [Math.ceil(wide), Math.ceil(deep)];
      const room = floorOf(document);
      const carrier = nextId(kit.parts, 'stand', spent);
      const name = nameOf(document, { kind: 'part', id });
      const ways = (made: MadeStand, words: string, row: string): Intervention[] =>
        holdings(document, made).map(({ how, mount }, k) => ({
          id: `floor/${id}/${row}/${how}`,
          kind: 'floor' as const,
          label: `${name} on ${words}, ${how}`,
          price: `a sheet of plywood of ${made.width} × ${made.depth} × ${SHEET} mm to saw${made.foot === 'posts' ? ', four posts' : ''}${mount === 'glue' ? '; glued, it stays' : '; it comes out again'}`,
          reversible: mount !== 'glue',
          withinPolicy: true,
          effort: EFFORT.floor[brief.policy] + k + made.height / 20 + made.width / 500,
          changes: [
            { type: 'addPart', id: carrier, part: partMade(made, `Sheet under ${name}`) },
            { type: 'setRides', id, on: carrier },
            ...(mount ? [{ type: 'setMount', part: carrier, mount: { kind: mount } } as const] : []),
          ],
          row: `floor/${id}`,
          touches: [id],
          held: [id, carrier],
        }));
      const made = { kind: 'stand', width, depth, thickness: SHEET, material: 'plywood' } as const;
      return [
        ...ways({ ...made, height: SHEET, foot: 'block' }, 'a sheet of plywood', 'flat'),
        ...heightsOver(document).flatMap((height) =>
          // Posts stand at the corners of the sheet: as large as the board, or as wide, and as deep, as the shell.
          [
            { width, depth },
            { width: room.width, depth },
            { width, depth: room.depth },
            { width: room.width, depth: room.depth },
          ]
            .filter((size, i) => i === 0 || (size.width >= width && size.depth >= depth))
            .flatMap((size, i) =>
              ways({ ...made, ...size, height, foot: 'posts' }, `a raised floor ${height} mm high`, `${height}-${i}`),
            ),
        ),
      ];
    });
}

/** The largest sheet that lies on the floor with room at its edges, mm. */
function floorOf(document: Conversion): { width: number; depth: number } {
  const { innerLow, innerHigh } = hullModel(document.shell);
  const edge = 2 * (clearancesOf(document).static.value + 1);
  return {
    width: Math.floor(innerHigh[0] - innerLow[0] - edge),
    depth: Math.floor(innerHigh[1] - innerLow[1] - edge),
  };
}

type Stuck = 'glue' | 'tape';

/** By screws where the floor may be drilled; by tape or glue where some face may not be. */
function holdings({ brief, shell }: Conversion, made: MadeStand): { how: string; mount?: Stuck }[] {
  const faces = hullModel(shell).walls.map((w) => w.face);
  const all: { how: string; mount?: Stuck }[] = [];
  if (mayCut(brief, 'bottom')) all.push({ how: 'screwed down' });
  if (faces.every((face) => mayCut(brief, face))) return all;
  all.push({ how: 'taped down', mount: 'tape' });
  if (brief.policy !== 'conserve' && made.foot === 'block') all.push({ how: 'glued in place', mount: 'glue' });
  return all;
}

/** Heights of a raised floor over each of what stands on the floor, the lowest first, mm. */
function heightsOver(document: Conversion): number[] {
  const floor = hullModel(document.shell).walls.find((w) => w.normal[2] > 0.999);
  if (!floor) return [];
  const plane = floor.offset;
  const heights = Object.entries(document.shell.features).flatMap(([id, feature]) => {
    if (feature.fate === 'removed') return [];
    const { value } = feature.metal ? clearancesOf(document).conducting : clearancesOf(document).static;
    return featureSolids(id, feature).flatMap((solid) => {
      if (solid.swept) return [];
      const [foot, top] = [solid.end(2, false).value - plane, solid.end(2, true)];
      const over = Math.ceil(top.value - plane + value + spreadOf(top).half95 + SHEET);
      return foot <= HIGHEST && over > SHEET && over <= HIGHEST ? [over] : [];
    });
  });
  return [...new Set(heights)].sort((a, b) => a - b).slice(0, MOST_HEIGHTS);
}
