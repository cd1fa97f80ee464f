import type { Assembly, PlacedPart } from '../../assembly';
import { mayCut } from '../../brief';
import type { Conversion, FaceId, Material, MountKind } from '../../document';
import { holdsOf, tapeFor, whyNotStuck, type HoldKind, type Stick, type Support } from '../../hold';
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
  /** Length of the standoffs, mm, where it stands on some. */
  standoff?: number;
  /** Area of tape or glue that carries it, mm². */
  area?: number;
  source: Source;
}

/** How a part is held where it is. */
export interface MountPlan {
  part: string;
  name: string;
  /** What it is held by. */
  on: Support;
  /** The face of the shell, where that is it. */
  face?: FaceId;
  /** Screws; 0 where it has no holes there. */
  count: number;
  thread: DrillRow;
  thickness: number;
  /** mm from the part to what it is screwed to: the standoffs. */
  gap: number;
  /** Undefined: it only lies there. */
  chosen: MountKind | undefined;
  /** The user said so. */
  own: boolean;
  /** All holes of its family are drilled. */
  family: boolean;
  mayFamily: boolean;
  options: MountOption[];
}

/** A smaller gap is a washer's, mm. Common practice, no source. */
const LEAST_STANDOFF = 2;

const practice: Source = { kind: 'practice', title: 'common practice, no source' };
/** Board under a screw's head, mm. */
const BOARD = 1.6;
const WOODEN = ['wood', 'plywood', 'fibreboard'];

/** What holds a screw: engagement by diameter (common practice, no source: steel 1, aluminium 1.5, inserts and wood 2). */
const ENGAGED = { steel: 1, aluminium: 1.5, insert: 2, wood: 2 } as const;

/** The next length that is sold, at least so long; undefined beyond the table. */
export const soldLength = (least: number): number | undefined => SCREW_LENGTHS.find((l) => l >= least - 1e-9);

/** Clearance of the screws of what has none, mm: only to name a thread. */
const NO_SCREWS = 3.4;

/**
 * Everything that is screwed to something or lies on it, with ways to hold it; the first that may be used is what we would
 * take, and why. What lies somewhere without holes stays as it is until the user says more.
 */
export function mountsOf(document: Conversion, assembly: Assembly): MountPlan[] {
  const holds = holdsOf(document, assembly);
  return assembly.parts.flatMap((part): MountPlan[] => {
    const hold = holds.get(part.id)!;
    const { screws } = hold;
    const lies = LIES.has(hold.kind) ? hold.by : undefined;
    const on = screws?.by ?? lies;
    if (!on) return [];
    const face = screws && part.faces.find((f) => f.id === screws.face);
    const drills = face?.cuts.filter((cut) => cut.kind === 'drill' && cut.shape.kind === 'round') ?? [];
    if (screws && drills.length === 0) return [];
    const [first] = drills;
    const clearance = first?.shape.kind === 'round' ? first.shape.diameter : NO_SCREWS;
    const where: Where = {
      material: on.material ?? document.shell.material,
      thickness: on.thickness ?? 0,
      may:
        on.kind === 'wall'
          ? mayCut(document.brief, on.id)
          : document.brief.policy !== 'conserve' || isMade(document, on),
      gap: screws?.gap ?? 0,
    };
    const options = optionsFor(document, part, where, drillFor(clearance), screws !== undefined);
    const said = document.cut.mounts[part.id];
    const usual = screws ? (options.find((o) => !o.no) ?? options[0]!).kind : undefined;
    return [
      {
        part: part.id,
        name: part.part.name,
        on,
        ...(on.kind === 'wall' ? { face: on.id } : {}),
        count: drills.length,
        thread: drillFor(clearance),
        thickness: where.thickness,
        gap: where.gap,
        chosen: said?.kind ?? usual,
        own: said !== undefined,
        family: said?.family === true,
        mayFamily: screws !== undefined && isFamily(part),
        options,
      },
    ];
  });
}

/** What only lies on something, or is stuck to it. */
const LIES: ReadonlySet<HoldKind> = new Set<HoldKind>(['stands', 'touches', 'strap', 'tape', 'glue']);

/** Is it something of the kit that is made for the plan? Of that anything may be drilled. */
const isMade = ({ kit }: Conversion, { kind, id }: Support): boolean =>
  kind === 'part' && kit.parts[id]?.own?.made !== undefined;

/** What a part is held to. */
interface Where {
  material: Material;
  thickness: number;
  /** It may be drilled. */
  may: boolean;
  gap: number;
}

/** Boards whose holes are some of a larger board's. */
export const isFamily = ({ part }: Pick<PlacedPart, 'part'>): boolean =>
  ['board/mini-itx', 'board/micro-atx', 'board/flex-atx', 'board/atx'].includes(part.standard);

/** Ways to hold a part there: by its screws where it has holes, then without any. */
function optionsFor(
  document: Conversion,
  part: PlacedPart,
  where: Where,
  row: DrillRow,
  screws: boolean,
): MountOption[] {
  const options = [...(screws ? screwOptions(part, where, row) : []), ...stickOptions(document, part)];
  // What nothing is drilled for comes first where nothing may be drilled.
  return where.may ? options : options.sort((a, b) => Number(a.no !== undefined) - Number(b.no !== undefined));
}

function screwOptions(part: PlacedPart, { material, thickness, may, gap }: Where, row: DrillRow): MountOption[] {
  const wooden = WOODEN.includes(material);
  const metal = material === 'steel' || material === 'aluminium';
  const forbids = may ? undefined : 'the brief leaves this face whole';
  const standoff = gap > LEAST_STANDOFF ? gap : part.part.dimensions.standoffHeight?.value;
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
      standoff,
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
  add({
    kind: 'existing holes',
    hole: 0,
    why: 'on holes the shell already has: see “Existing holes”',
    source: practice,
  });
  return options;
}

/** Tape, strap, glue: nothing is drilled. */
function stickOptions({ brief }: Conversion, part: PlacedPart): MountOption[] {
  const area = tapeFor(part);
  const option = (kind: Stick, why: string, more: Partial<MountOption> = {}): MountOption => {
    const no = whyNotStuck(brief, part, kind);
    return { kind, hole: 0, why, source: practice, ...more, ...(no === undefined ? {} : { no }) };
  };
  return [
    option(
      'tape',
      `foam tape, ${(area / 100).toFixed(0)} cm² of it: nothing is drilled, comes off with a wire; up to about 60 °C, clean and flat; press it on for a minute`,
      { area },
    ),
    option('strap', 'a strap or hook tape around it, through slots or round a rail: for drives and bricks'),
    option('glue', 'one chance: dry fit, mark, then glue with the board screwed to its tray; for good', {
      area: part.part.mass * 2,
    }),
  ];
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
