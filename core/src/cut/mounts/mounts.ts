import { wallOf, type Assembly, type PlacedPart } from '../../assembly';
import { mayCut } from '../../brief';
import type { Conversion, FaceId, MountKind } from '../../document';
import { faceReaches } from '../../fit';
import { kindOf } from '../../parts';
import { drillFor, RIVETS, SCREW_LENGTHS, type DrillRow } from '../../standards';
import type { Source } from '../../quantity';

/** One way to hold a part. */
export interface MountOption {
  kind: MountKind;
  /** Drilled in the face, mm; 0 where nothing is. */
  hole: number;
  /** What it is good for, or what speaks against it. */
  why: string;
  /** It can't be used here. */
  no?: string;
  /** Length of screws to buy, mm, and how deep they hold; undefined where there are none. */
  screw?: { length: number; engagement: number; least: number };
  /** Area of tape or glue that carries it, mm². */
  area?: number;
  source: Source;
}

/** How a part is held on a face. */
export interface MountPlan {
  part: string;
  name: string;
  face: FaceId;
  count: number;
  thread: DrillRow;
  thickness: number;
  chosen: MountKind;
  /** The user said so. */
  own: boolean;
  /** All holes of its family are drilled. */
  family: boolean;
  mayFamily: boolean;
  options: MountOption[];
}

const practice: Source = { kind: 'practice', title: 'common practice, no source' };
/** Board under a screw's head, mm. */
const BOARD = 1.6;
/** Double-sided foam tape carries a part for good with so much of it, mm² a gram: about 60 cm² a kilogram. */
const TAPE = 6;
const WOODEN = ['wood', 'plywood', 'fibreboard'];

/** What holds a screw: engagement by diameter (common practice, no source: steel 1, aluminium 1.5, inserts and wood 2). */
const ENGAGED = { steel: 1, aluminium: 1.5, insert: 2, wood: 2 } as const;

/** The next length that is sold, at least so long; undefined beyond the table. */
export const soldLength = (least: number): number | undefined => SCREW_LENGTHS.find((l) => l >= least - 1e-9);

/** Everything that is screwed to a face, with ways to hold it; the first that may be used is what we would take, and why. */
export function mountsOf(document: Conversion, assembly: Assembly): MountPlan[] {
  return assembly.parts.flatMap((part) =>
    faceReaches(assembly, part).flatMap(({ face, frame, reaches }): MountPlan[] => {
      const drills = face.cuts.filter((cut) => cut.kind === 'drill' && cut.shape.kind === 'round');
      if (!reaches || !frame || drills.length === 0 || face.mustReachOutside) return [];
      const wall = wallOf(assembly.hull, frame.face)!;
      const clearance = drills[0]!.shape.kind === 'round' ? drills[0]!.shape.diameter : 3.4;
      const options = optionsFor(document, part, frame.face, wall.thickness, drillFor(clearance));
      const said = document.cut.mounts[part.id];
      const usual = options.find((o) => !o.no) ?? options[0]!;
      return [
        {
          part: part.id,
          name: part.part.name,
          face: frame.face,
          count: drills.length,
          thread: drillFor(clearance),
          thickness: wall.thickness,
          chosen: said?.kind ?? usual.kind,
          own: said !== undefined,
          family: said?.family === true,
          mayFamily: isFamily(part),
          options,
        },
      ];
    }),
  );
}

/** Boards whose holes are some of a larger board's. */
export const isFamily = ({ part }: Pick<PlacedPart, 'part'>): boolean =>
  ['board/mini-itx', 'board/micro-atx', 'board/flex-atx', 'board/atx'].includes(part.standard);

function optionsFor(
  document: Conversion,
  part: PlacedPart,
  face: FaceId,
  thickness: number,
  row: DrillRow,
): MountOption[] {
  const { material } = document.shell;
  const may = mayCut(document.brief.policy, face);
  const wooden = WOODEN.includes(material);
  const metal = material === 'steel' || material === 'aluminium';
  const forbids = may ? undefined : 'the brief leaves this face whole';
  const standoff = part.part.dimensions.standoffHeight?.value;
  const options: MountOption[] = [];
  const add = (o: MountOption) => options.push(o);
  const no = (why: string | undefined) => ((forbids ?? why) ? { no: (forbids ?? why)! } : {});

  // On standoffs: a screw from outside into each, another one through the board from above.
  if (standoff !== undefined && standoff > 0) {
    const least = ENGAGED.steel * row.nominal;
    add({
      kind: 'standoff',
      hole: row.clear,
      why: 'standoffs of brass or steel, a screw from outside: comes apart as often as you like',
      screw: lengthFor(thickness, least, standoff),
      source: row.source,
      ...no(
        wooden && thickness > 12 ? 'the wall is too thick for a screw from outside: force the standoffs in' : undefined,
      ),
    });
  } else
    add({
      kind: 'screw',
      hole: row.clear,
      why: 'a screw from outside into its own thread',
      screw: lengthFor(thickness, ENGAGED.aluminium * row.nominal, 6),
      source: row.source,
      ...no(undefined),
    });
  if (wooden) {
    const soft = row.pilot[material === 'wood' ? 1 : 0];
    const most = thickness - 1;
    const engagement = Math.min(most, ENGAGED.wood * row.nominal + 2);
    add({
      kind: 'wood screw',
      hole: soft,
      why: `pilot ${soft} mm, ${most.toFixed(1)} mm deep at most: nothing shows outside`,
      screw: {
        length: SCREW_LENGTHS.filter((l) => l <= most + BOARD + (standoff ?? 0)).at(-1) ?? 0,
        engagement,
        least: ENGAGED.wood * row.nominal,
      },
      source: practice,
      ...no(
        most < ENGAGED.wood * row.nominal
          ? `${thickness.toFixed(1)} mm of wood hold a screw of ${row.nominal.toFixed(1)} mm too little: take T-nuts with a doubler`
          : undefined,
      ),
    });
    add({
      kind: 't-nut',
      hole: row.tNut ?? row.clear + 0.8,
      why: 'a thread of steel in thin wood, with a doubler of plywood under it',
      source: practice,
      ...no(row.tNut === undefined ? `no T-nut for ${row.thread}` : undefined),
    });
  }
  if (!wooden)
    add({
      kind: 'insert',
      hole: row.insert?.hole ?? row.clear,
      why: `melted in at 220–260 °C, ${row.insert?.length ?? 0} mm deep: the maker's sheet decides`,
      source: practice,
      ...no(
        metal
          ? 'inserts are for plastic: cut a thread or take a nut'
          : material === 'bakelite'
            ? 'bakelite does not melt: no insert holds in it'
            : !row.insert
              ? `no insert for ${row.thread}`
              : thickness < row.insert.length
                ? `the wall of ${thickness.toFixed(1)} mm is thinner than an insert of ${row.insert.length} mm: a boss or a plate is needed`
                : undefined,
      ),
    });
  if (metal) {
    const rivet = RIVETS.find((r) => r.diameter >= row.nominal - 0.6) ?? RIVETS[0];
    add({
      kind: 'rivet',
      hole: rivet.hole,
      why: 'on angle bars: for good, drilled out when it must go',
      source: practice,
      ...no(
        thickness + 2 > rivet.grip[1] ? `rivets of ${rivet.diameter} mm grip ${rivet.grip[1]} mm at most` : undefined,
      ),
    });
  }
  const area = part.part.mass * TAPE;
  const size = (part.high[0] - part.low[0]) * (part.high[1] - part.low[1]);
  const warm = 'up to about 60 °C, clean and flat; press it on for a minute';
  add({
    kind: 'existing holes',
    hole: 0,
    why: 'on holes the shell already has: see “Existing holes”',
    source: practice,
  });
  add({
    kind: 'tape',
    hole: 0,
    why: `foam tape, ${(area / 100).toFixed(0)} cm² of it: nothing is drilled, comes off with a wire; ${warm}`,
    area,
    source: practice,
    ...(area > size
      ? { no: `it needs ${(area / 100).toFixed(0)} cm² of tape and has ${(size / 100).toFixed(0)}` }
      : {}),
  });
  const unstrapped = whyNoStrap(part);
  add({
    kind: 'strap',
    hole: 0,
    why: 'a strap or hook tape around it, through slots or round a rail: for drives and bricks',
    source: practice,
    ...(unstrapped === undefined ? {} : { no: unstrapped }),
  });
  add({
    kind: 'glue',
    hole: 0,
    why: 'one chance: dry fit, mark, then glue with the board screwed to its tray; for good',
    area: part.part.mass * 2,
    source: practice,
    ...(document.brief.policy === 'conserve' ? { no: 'the brief allows nothing that can’t be undone' } : {}),
  });
  // What nothing is drilled for comes first where nothing may be drilled.
  return may ? options : [...options].sort((a, b) => Number(a.no !== undefined) - Number(b.no !== undefined));
}

/** What a strap around it holds in its place, g, and what it would press on. Common practice, no source. */
const STRAP_HOLDS = 2000;
const NOT_STRAPPED: Readonly<Record<string, string>> = {
  board: 'it would press on what stands on the board; standoffs hold it',
  card: 'it would press on what stands on the card; its bracket and its slot hold it',
  fan: 'a fan works loose under a strap, and the strap lies before its blades',
  radiator: 'it would cross the fins, and a radiator full of water works loose',
  jack: 'what is plugged in there pulls at it; its nut holds it',
};

function whyNoStrap({ part }: PlacedPart): string | undefined {
  const why = NOT_STRAPPED[kindOf(part) ?? ''];
  if (why !== undefined) return why;
  return part.mass > STRAP_HOLDS
    ? `it weighs ${(part.mass / 1000).toFixed(1)} kg, a strap keeps ${STRAP_HOLDS / 1000} kg in place; take angles or screws`
    : undefined;
}

/** A screw through a wall into a thread: at least so deep, never further than the thread is. */
function lengthFor(thickness: number, least: number, depth: number): MountOption['screw'] {
  const length = soldLength(thickness + least);
  const fits =
    length !== undefined && length - thickness <= depth
      ? length
      : SCREW_LENGTHS.filter((l) => l <= thickness + depth).at(-1);
  if (fits === undefined) return undefined;
  return { length: fits, engagement: Math.max(0, fits - thickness), least };
}

/** What a mount drills in a face instead of a clearance hole; undefined: as usual. */
export function holeOf(plan: Pick<MountPlan, 'options' | 'chosen'>): number | undefined {
  return plan.options.find((o) => o.kind === plan.chosen)?.hole;
}
