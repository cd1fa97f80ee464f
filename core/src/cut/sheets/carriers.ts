import {
  faceReaches,
  PLATE_AXES,
  throughFloor,
  type Assembly,
  type PlacedCut,
  type OpeningInBoard,
  type PlacedPart,
  type Solid,
} from '../../assembly';
import type { Conversion, MadeCage, MadeTray } from '../../document';
import { holdsOf } from '../../hold';
import { barsOf, cageSide, keptOf, lossOf, rearLeft, standHoles, trayHoles } from '../../kit';
import { DIRECTIONS, opposite, turnDirection, type Axis, type Direction, type Point2, type Vec3 } from '../../solid';
import { holeOf, mountsOf } from '../mounts/mounts';
import type { HoleRow, Sheet, SheetItem } from './items';

/** Middles of holes within this of each other are one, mm. */
const SAME = 0.6;
/** Corners of an opening for a plug in a floor: a jigsaw turns there, mm. Common practice, no source. */
const WINDOW_RADIUS = 3;
/** Half of a cross at a hole, mm. */
const CROSS = 4;

/** A plate that carries parts and is no face of the shell: a tray or stand of the kit, a board of a drawer, a shelf. */
interface Plate {
  key: string;
  title: string;
  caption: string;
  /** Parts that are screwed to it. */
  riders: PlacedPart[];
  /** A point of the shell on the plate, from its left front corner. */
  onPlate: (p: readonly number[]) => Point2;
  about: { kind: 'part' | 'feature'; id: string };
  /** Size, mm. */
  size: Point2;
  tray?: MadeTray;
  /** Holes of its own: where it is screwed to what is under it. */
  own?: { name: string; at: Point2; diameter: number }[];
  /** What lies there, drawn and not cut: the bars of a frame. */
  bars?: { at: Point2; size: Point2 }[];
  /** Plugs that go down through it: what is cut for them. */
  windows?: Window[];
}

/** What is cut in a plate: a rectangle, or a round opening. */
interface Window {
  round?: true;
  name: string;
  centre: Point2;
  half: Point2;
}

/** Keys of sheets of trays, frames, stands, boards and shelves, apart from the names of faces. */
const partKey = (part: string) => `${part}-plate`;
const featureKey = (feature: string) => `${feature}-sheet`;
const boardKey = (body: string, board: string) => `${body}-${board.replaceAll(' ', '-')}`;

/** What is screwed to something that is no wall, by what that is. */
function screwedTo(document: Conversion, assembly: Assembly): Map<string, { side: Direction; riders: PlacedPart[] }> {
  const all = new Map<string, { side: Direction; riders: PlacedPart[] }>();
  const holds = holdsOf(document, assembly);
  for (const part of assembly.parts) {
    const { screws } = holds.get(part.id)!;
    if (!screws || screws.by.kind === 'wall') continue;
    const known = all.get(screws.by.id) ?? { side: opposite(screws.side), riders: [] };
    known.riders.push(part);
    all.set(screws.by.id, known);
  }
  return all;
}

/** A side of a box as a plate. */
function sideOf({ low, high }: { low: Vec3; high: Vec3 }, side: Direction): Pick<Plate, 'onPlate' | 'size'> {
  const { u, v, back } = PLATE_AXES[side];
  return {
    onPlate: (p) => [back ? high[u] - p[u]! : p[u]! - low[u], p[v]! - low[v]],
    size: [high[u] - low[u], high[v] - low[v]],
  };
}

/** Openings and screws of what looks out through a board of its drawer, by the side of the board that it meets. */
function lookingOut(assembly: Assembly, board: Solid): { part: PlacedPart; cut: PlacedCut; side: Direction }[] {
  return assembly.parts.flatMap((part) =>
    faceReaches(assembly, part)
      .filter((r) => r.board === board && r.reaches)
      .flatMap(({ face }) => face.cuts.map((cut) => ({ part, cut, side: opposite(face.direction) }))),
  );
}

/** Half of a cut along an axis of the shell, mm; none across it. */
function halfAlong({ shape }: PlacedCut, axis: Axis): number {
  if (shape.kind === 'round') return shape.diameter / 2;
  const at = shape.axes.indexOf(axis);
  return at < 0 ? 0 : shape.size[at as 0 | 1] / 2;
}

/** A box as what is cut for it in a plate. */
function windowOf({ onPlate }: Pick<Plate, 'onPlate'>, side: Direction, name: string, low: Vec3, high: Vec3): Window {
  const { u, v } = PLATE_AXES[side];
  return {
    name,
    centre: onPlate([0, 1, 2].map((i) => (low[i]! + high[i]!) / 2)),
    half: [(high[u] - low[u]) / 2, (high[v] - low[v]) / 2],
  };
}

/** Both sides of a cage, which are drilled together. */
function sideSheet(part: PlacedPart, made: MadeCage): Plate {
  const { size, holes } = cageSide(made);
  const { name } = part.part;
  return {
    key: partKey(part.id),
    title: `${name}, its sides`,
    caption: `a side of ${name} from outside, two of them drilled together · datum: its lower corner at the drives’ plugs`,
    riders: [],
    onPlate: (p) => [p[1]!, p[2]!],
    about: { kind: 'part', id: part.id },
    size,
    own: holes,
  };
}

function platesOf(document: Conversion, assembly: Assembly): Plate[] {
  const screwed = screwedTo(document, assembly);
  const made = assembly.parts.flatMap((part): Plate[] => {
    const of = part.part.own?.made;
    const riders = screwed.get(part.id)?.riders ?? [];
    if (!of || of.kind === 'angles') return [];
    if (of.kind === 'cage') return [sideSheet(part, of)];
    const corner = part.toShell([0, 0, 0]);
    const ways = (['right', 'rear', 'top'] as const).map((d: Direction) => DIRECTIONS[turnDirection(part.turn, d)]);
    const base = {
      key: partKey(part.id),
      title: part.part.name,
      riders,
      onPlate: (p: readonly number[]): Point2 => {
        const [x, y] = ways.map((way) => way.reduce((sum: number, n, i) => sum + n * (p[i]! - corner[i]!), 0));
        return [x!, y!];
      },
      about: { kind: 'part' as const, id: part.id },
      size: [of.width, of.depth] as Point2,
    };
    if (of.kind === 'tray')
      return [
        {
          ...base,
          caption: `${part.part.name} from above${rearLeft(of) > 0 ? ', its rear panel folded back' : ''} · datum: left front corner of the whole plate`,
          tray: of,
        },
      ];
    const caption = `${part.part.name} from above · datum: its left front corner`;
    if (of.kind === 'frame')
      return [
        {
          ...base,
          caption,
          bars: barsOf(of).map(({ low, high }) => ({
            at: [low[0], low[1]],
            size: [high[0] - low[0], high[1] - low[1]],
          })),
        },
      ];
    return [
      {
        ...base,
        caption,
        own: standHoles(of).map(({ x, y, diameter }, i) => ({
          name: `screw ${i + 1} from below`,
          at: [x, y],
          diameter,
        })),
      },
    ];
  });
  const byHand = assembly.inBoards.filter((o) => !o.opening.there);
  const boards = Object.entries(assembly.drawers).flatMap(([id, { boards: all }]): Plate[] =>
    all.flatMap((board, i): Plate[] => {
      const on = screwed.get(board.id);
      const out = lookingOut(assembly, board);
      const [first] = byHand.filter((o) => o.board === board);
      const side = on?.side ?? out[0]?.side ?? (first ? opposite(first.direction) : 'top');
      const plate = sideOf(board.shape, side);
      const windows = [
        ...(i === 0
          ? assembly.parts
              .flatMap((p) => p.solids)
              .filter((s) => s.rides === id && throughFloor(s, board))
              .map(({ name, shape: { low, high } }) => windowOf(plate, side, name, low, high))
          : []),
        ...byHand
          .filter((o) => o.board === board)
          .map(({ opening, low, high }) => ({
            ...windowOf(plate, side, opening.name, low, high),
            ...(opening.shape.kind === 'round' ? { round: true as const } : {}),
          })),
        ...out
          .filter((o) => o.side === side && o.cut.kind === 'cut')
          .map(({ part, cut }) => {
            const half = [0, 1, 2].map((k) => halfAlong(cut, k as Axis));
            const [low, high] = [-1, 1].map((sign) => cut.at.map((v, k) => v + sign * half[k]!) as Vec3) as [
              Vec3,
              Vec3,
            ];
            const window = windowOf(plate, side, `${part.part.name}: ${cut.name}`, low, high);
            return cut.shape.kind === 'round' ? { ...window, round: true as const } : window;
          }),
      ];
      const own = out.flatMap(({ part, cut, side: of }) =>
        of === side && cut.kind === 'drill' && cut.shape.kind === 'round'
          ? [{ name: `${part.part.name}, ${cut.name}`, at: plate.onPlate(cut.at), diameter: cut.shape.diameter }]
          : [],
      );
      if (!on && windows.length === 0 && own.length === 0) return [];
      const name = board.id.slice(board.id.lastIndexOf('/') + 1);
      const body = document.shell.bodies[id]?.name ?? id;
      const seen = side === 'top' ? 'above' : `the ${side}`;
      return [
        {
          key: boardKey(id, name),
          title: `${name} of ${body}`,
          caption: `${name} of ${body} from ${seen} · datum: its ${side === 'top' ? 'left front' : 'lower left'} corner`,
          riders: on?.riders ?? [],
          ...plate,
          about: { kind: 'feature', id },
          own,
          windows,
        },
      ];
    }),
  );
  const features = [...screwed].flatMap(([id, { side, riders }]): Plate[] => {
    const feature = document.shell.features[id];
    const solids = assembly.features.filter((f) => f.owner === id && !f.swept);
    if (!feature || solids.length === 0) return [];
    const low = [0, 1, 2].map((i) => Math.min(...solids.map((s) => s.shape.low[i]!))) as Vec3;
    const high = [0, 1, 2].map((i) => Math.max(...solids.map((s) => s.shape.high[i]!))) as Vec3;
    return [
      {
        key: featureKey(id),
        title: feature.name,
        caption: `${feature.name} from ${side === 'top' ? 'above' : side === 'bottom' ? 'below' : `the ${side}`} · datum: its lower left corner as seen`,
        riders,
        ...sideOf({ low, high }, side),
        about: { kind: 'feature', id },
      },
    ];
  });
  return [...made, ...boards, ...features];
}

/** Holes in a plate: those it is held by, and those of what is screwed to it where a tray has no standoff. */
function holesOf(
  document: Conversion,
  assembly: Assembly,
  { riders, onPlate, tray, size, own = [] }: Plate,
): { name: string; at: Point2; diameter: number }[] {
  const { low } = tray ? keptOf(tray) : { low: [0, 0] as Point2 };
  const trayed = tray
    ? trayHoles(tray).map((h, i) => ({
        name: `screw ${i + 1} of the tray`,
        at: [h.x + low[0], h.y + low[1]] as Point2,
        diameter: h.diameter,
      }))
    : [];
  const standoffs = Object.values(tray?.standoffs ?? {});
  const holds = holdsOf(document, assembly);
  const plans = riders.length > 0 ? mountsOf(document, assembly) : [];
  const asked = riders.flatMap((part) => {
    const face = part.faces.find((f) => f.id === holds.get(part.id)?.screws?.face);
    const plan = plans.find((p) => p.part === part.id);
    const drilled = plan && holeOf(plan);
    if (drilled === 0) return [];
    return (face?.cuts ?? []).flatMap((cut) => {
      if (cut.kind !== 'drill' || cut.shape.kind !== 'round') return [];
      const at = onPlate(cut.at);
      const on = at[0] >= 0 && at[1] >= 0 && at[0] <= size[0] && at[1] <= size[1];
      const there = standoffs.some((s) => Math.hypot(s.x - at[0], s.y - at[1]) <= SAME);
      return on && !there
        ? [{ name: `${part.part.name}, ${cut.name}`, at, diameter: drilled ?? cut.shape.diameter }]
        : [];
    });
  });
  return [...trayed, ...own, ...asked];
}

const isCut = ({ tray }: Plate) => tray !== undefined && Object.values(tray.off).some((mm) => mm > 0);

/** Trays, stands, drawers and shelves on which something is to be cut or drilled: keys of their sheets. */
export const carriersToCut = (document: Conversion, assembly: Assembly): string[] =>
  platesOf(document, assembly)
    .filter(
      (plate) => isCut(plate) || holesOf(document, assembly, plate).length > 0 || (plate.windows ?? []).length > 0,
    )
    .map((plate) => plate.key);

/** What a sheet is of, where it is no face of the shell. */
export function carrierOfSheet(document: Conversion, assembly: Assembly, key: string): Plate['about'] | undefined {
  return platesOf(document, assembly).find((p) => p.key === key)?.about;
}

/** The sheet of a plate that carries at 1:1; undefined for another key. */
export function carrierSheet(document: Conversion, assembly: Assembly, key: string): Sheet | undefined {
  const plate = platesOf(document, assembly).find((p) => p.key === key);
  if (!plate) return undefined;
  const items: SheetItem[] = [];
  const { tray, size } = plate;
  const rear = tray?.rear ?? 0;
  items.push(rectangle('reference', [0, 0], size), ...datumItems());
  if (tray) items.push(...trayItems(tray));
  for (const bar of plate.bars ?? []) items.push(rectangle('reference', bar.at, bar.size));
  const holes = holesOf(document, assembly, plate).map((hole, i): HoleRow => {
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
  for (const { name, centre, half, round } of plate.windows ?? []) {
    const number = holes.length + 1;
    items.push(
      round
        ? { layer: 'cut', kind: 'circle', centre, radius: half[0] }
        : { layer: 'cut', kind: 'rectangle', centre, half: [half[0], half[1]], radius: WINDOW_RADIUS },
      text([centre[0] + half[0] + 1.2, centre[1] + half[1] + 0.6], `${number}`, 2.6),
    );
    const [w, h] = half.map((v) => (2 * v).toFixed(1));
    holes.push({ number, name, kind: 'cut', u: centre[0], v: centre[1], size: round ? `ø ${w}` : `${w} × ${h}` });
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

/** What is screwed down where an opening by hand in a board of its drawer takes the wood away. */
export function screwsInOpenings(
  document: Conversion,
  assembly: Assembly,
): { opening: OpeningInBoard; screw: string }[] {
  if (assembly.inBoards.length === 0) return [];
  const plates = platesOf(document, assembly);
  const screwed = screwedTo(document, assembly);
  return assembly.inBoards.flatMap((opening) => {
    const { board, body, low, high } = opening;
    const name = board.id.slice(board.id.lastIndexOf('/') + 1);
    const on = screwed.get(board.id);
    const plate = plates.find((p) => p.key === boardKey(body, name)) ?? {
      ...sideOf(board.shape, on?.side ?? opposite(opening.direction)),
      riders: on?.riders ?? [],
    };
    const corners = [low, high].map((p) => plate.onPlate(p));
    const [from, to] = [0, 1].map((i) =>
      [0, 1].map((k) => Math[i === 0 ? 'min' : 'max'](...corners.map((c) => c[k]!))),
    );
    return holesOf(document, assembly, plate as Plate)
      .filter(({ at, diameter }) =>
        [0, 1].every((k) => at[k]! + diameter / 2 > from![k]! && at[k]! - diameter / 2 < to![k]!),
      )
      .map((hole) => ({ opening, screw: hole.name }));
  });
}
