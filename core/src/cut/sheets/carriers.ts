import { throughFloor, type Assembly, type PlacedPart } from '../../assembly';
import type { Conversion, MadeTray } from '../../document';
import { keptOf, lossOf, rearLeft, trayHoles } from '../../kit';
import { DIRECTIONS, turnDirection, type Direction, type Point2 } from '../../solid';
import type { HoleRow, Sheet, SheetItem } from './items';

/** Middles of holes within this of each other are one, mm. */
const SAME = 0.6;
/** Corners of an opening for a plug in a floor: a jigsaw turns there, mm. Common practice, no source. */
const WINDOW_RADIUS = 3;
/** Half of a cross at a hole, mm. */
const CROSS = 4;

/** A plate that carries parts and is no face of the shell: the tray of the kit, the floor of a drawer. */
interface Plate {
  key: string;
  title: string;
  caption: string;
  /** Parts that stand on it. */
  riders: PlacedPart[];
  /** A point of the shell on the plate, from its left front corner. */
  onPlate: (p: readonly number[]) => { at: Point2; over: number };
  about: { kind: 'part' | 'feature'; id: string };
  /** Size, mm. */
  size: Point2;
  tray?: MadeTray;
  /** Plugs that go down through it: what is cut for them. */
  windows?: Window[];
}

interface Window {
  name: string;
  centre: Point2;
  half: [number, number];
}

/** Keys of sheets of trays and drawers, apart from the names of faces. */
const trayKey = (part: string) => `${part}-plate`;
const floorKey = (body: string) => `${body}-floor`;

function platesOf(document: Conversion, assembly: Assembly): Plate[] {
  const trays = assembly.parts.flatMap((part): Plate[] => {
    const tray = part.part.own?.made;
    if (tray?.kind !== 'tray') return [];
    const corner = part.toShell([0, 0, 0]);
    const ways = (['right', 'rear', 'top'] as const).map((d: Direction) => DIRECTIONS[turnDirection(part.turn, d)]);
    return [
      {
        key: trayKey(part.id),
        title: part.part.name,
        caption: `${part.part.name} from above${rearLeft(tray) > 0 ? ', its rear panel folded back' : ''} · datum: left front corner of the whole plate`,
        riders: assembly.parts.filter((p) => p.placement.with === part.id),
        onPlate: (p) => {
          const [x, y, z] = ways.map((way) => way.reduce((sum: number, n, i) => sum + n * (p[i]! - corner[i]!), 0));
          return { at: [x!, y!], over: z! - tray.thickness };
        },
        about: { kind: 'part', id: part.id },
        size: [tray.width, tray.depth],
        tray,
      },
    ];
  });
  const drawers = Object.entries(assembly.drawers).flatMap(([id, { boards }]): Plate[] => {
    const floor = boards[0]?.shape;
    const riders = assembly.parts.filter((p) => p.placement.on === id && p.placement.with === undefined);
    if (!floor || riders.length === 0) return [];
    const name = document.shell.bodies[id]?.name ?? id;
    return [
      {
        key: floorKey(id),
        title: `floor of ${name}`,
        caption: `floor of ${name} from above · datum: its left front corner`,
        riders,
        onPlate: ([x, y, z]) => ({ at: [x! - floor.low[0], y! - floor.low[1]], over: z! - floor.high[2] }),
        about: { kind: 'feature', id },
        size: [floor.high[0] - floor.low[0], floor.high[1] - floor.low[1]],
        windows: assembly.parts
          .flatMap((p) => p.solids)
          .filter((s) => s.rides === id && throughFloor(s, boards[0]!))
          .map(({ name, shape: { low, high } }) => ({
            name,
            centre: [(low[0] + high[0]) / 2 - floor.low[0], (low[1] + high[1]) / 2 - floor.low[1]],
            half: [(high[0] - low[0]) / 2, (high[1] - low[1]) / 2],
          })),
      },
    ];
  });
  return [...trays, ...drawers];
}

/** Holes in a plate: those it is held by, and those of what stands on it where the tray has no standoff. */
function holesOf({ riders, onPlate, tray, size }: Plate): { name: string; at: Point2; diameter: number }[] {
  const { low } = tray ? keptOf(tray) : { low: [0, 0] as Point2 };
  const own = tray
    ? trayHoles(tray).map((h, i) => ({
        name: `screw ${i + 1} of the tray`,
        at: [h.x + low[0], h.y + low[1]] as Point2,
        diameter: h.diameter,
      }))
    : [];
  const standoffs = Object.values(tray?.standoffs ?? {});
  const asked = riders.flatMap((part) =>
    part.faces.flatMap((face) =>
      face.cuts.flatMap((cut) => {
        if (cut.kind !== 'drill' || cut.shape.kind !== 'round') return [];
        const { at, over } = onPlate(cut.at);
        const on = Math.abs(over) < 1 && at[0] >= 0 && at[1] >= 0 && at[0] <= size[0] && at[1] <= size[1];
        const there = standoffs.some((s) => Math.hypot(s.x - at[0], s.y - at[1]) <= SAME);
        return on && !there ? [{ name: `${part.part.name}, ${cut.name}`, at, diameter: cut.shape.diameter }] : [];
      }),
    ),
  );
  return [...own, ...asked];
}

const isCut = ({ tray }: Plate) => tray !== undefined && Object.values(tray.off).some((mm) => mm > 0);

/** Trays and drawers on which something is to be cut or drilled: keys of their sheets. */
export const carriersToCut = (document: Conversion, assembly: Assembly): string[] =>
  platesOf(document, assembly)
    .filter((plate) => isCut(plate) || holesOf(plate).length > 0 || (plate.windows ?? []).length > 0)
    .map((plate) => plate.key);

/** What a sheet is of, where it is no face of the shell. */
export function carrierOfSheet(document: Conversion, assembly: Assembly, key: string): Plate['about'] | undefined {
  return platesOf(document, assembly).find((p) => p.key === key)?.about;
}

/** The sheet of a tray or of a drawer’s floor at 1:1; undefined for another key. */
export function carrierSheet(document: Conversion, assembly: Assembly, key: string): Sheet | undefined {
  const plate = platesOf(document, assembly).find((p) => p.key === key);
  if (!plate) return undefined;
  const items: SheetItem[] = [];
  const { tray, size } = plate;
  const rear = tray?.rear ?? 0;
  items.push(rectangle('reference', [0, 0], size), ...datumItems());
  if (tray) items.push(...trayItems(tray));
  const holes = holesOf(plate).map((hole, i): HoleRow => {
    items.push(...holeItems(hole, i + 1));
    return {
      number: i + 1,
      name: hole.name,
      kind: 'drill',
      u: hole.at[0],
      v: hole.at[1],
      size: `ø ${hole.diameter.toFixed(1)}`,
    };
  });
  for (const { name, centre, half } of plate.windows ?? []) {
    const number = holes.length + 1;
    items.push(
      { layer: 'cut', kind: 'rectangle', centre, half, radius: WINDOW_RADIUS },
      text([centre[0] + half[0] + 1.2, centre[1] + half[1] + 0.6], `${number}`, 2.6),
    );
    const [w, h] = half.map((v) => (2 * v).toFixed(1));
    holes.push({ number, name, kind: 'cut', u: centre[0], v: centre[1], size: `${w} × ${h}` });
  }
  return {
    face: key,
    title: plate.title,
    caption: plate.caption,
    width: size[0],
    height: size[1] + rear,
    mirrored: false,
    items,
    holes,
  };
}

const rectangle = (layer: SheetItem['layer'], [u, v]: Point2, [w, h]: Point2, dashed = false): SheetItem => ({
  layer,
  kind: 'line',
  points: [
    [u, v],
    [u + w, v],
    [u + w, v + h],
    [u, v + h],
  ],
  closed: true,
  ...(dashed ? { dashed } : {}),
});

const text = (at: Point2, words: string, size = 3): SheetItem => ({
  layer: 'engrave',
  kind: 'text',
  at,
  text: words,
  size,
  anchor: 'start',
});

const datumItems = (): SheetItem[] => [
  {
    layer: 'engrave',
    kind: 'line',
    points: [
      [12, 0],
      [0, 0],
      [0, 12],
    ],
    closed: false,
  },
  text([3, 3], 'datum'),
];

/** The lines along which a tray is sawn, what stays of its rear panel, and its standoffs. */
function trayItems(tray: MadeTray): SheetItem[] {
  const { low, high } = keptOf(tray);
  const { width, depth, rear, off } = tray;
  const loss = lossOf(tray);
  const items: SheetItem[] = [];
  const cut = (a: Point2, b: Point2) => items.push({ layer: 'cut', kind: 'line', points: [a, b], closed: false });
  const top = depth + rear;
  // Each saw line goes right across: what comes off on one side may be there on the next.
  if (off.left > 0) cut([low[0], 0], [low[0], top]);
  if (off.right > 0) cut([high[0], 0], [high[0], top]);
  if (off.front > 0) cut([0, low[1]], [width, low[1]]);
  if (off.rear > 0) cut([0, high[1]], [width, high[1]]);
  if (rear > 0) {
    items.push(rectangle('reference', [0, depth], [width, rear]), text([low[0] + 3, depth + 2], 'folds up here'));
    if (off.top > 0 && off.rear === 0) cut([0, top - off.top], [width, top - off.top]);
    for (const o of Object.values(tray.openings))
      items.push(
        rectangle('reference', [o.x, depth + o.z], [o.width, o.height]),
        ...(o.width > 40 ? [text([o.x + 2, depth + o.z + 2], `there: ${o.name}`, 2.8)] : []),
      );
  }
  for (const [id, s] of Object.entries(tray.standoffs)) {
    const gone = loss.standoffs.includes(id);
    items.push({ layer: 'reference', kind: 'circle', centre: [s.x, s.y], radius: 3 });
    if (gone) items.push(text([s.x + 4, s.y - 1], 'goes', 2.8));
  }
  return items;
}

const holeItems = ({ at: [u, v], diameter }: { at: Point2; diameter: number }, number: number): SheetItem[] => {
  const arm = Math.max(CROSS, diameter / 2 + 2);
  const line = (a: Point2, b: Point2): SheetItem => ({ layer: 'engrave', kind: 'line', points: [a, b], closed: false });
  return [
    { layer: 'drill', kind: 'circle', centre: [u, v], radius: diameter / 2 },
    line([u - arm, v], [u + arm, v]),
    line([u, v - arm], [u, v + arm]),
    text([u + diameter / 2 + 1.2, v + diameter / 2 + 0.6], `${number}`, 2.6),
  ];
};
