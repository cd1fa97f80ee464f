import type { MadeCage, OwnBlock, OwnDesign, OwnFace } from '../document';
import { add, chain, exactly, shift, type Linear } from '../quantity';
import { axisOf, signOf, type Axis, type Direction } from '../solid';
import { AIR_ROOM, practice } from '../standards';
import { baysOf, driveIn } from './bays';
import type { Block, FaceCut, PartFace, PartModel, Point } from './model';

/** What a face of an own part wants: to reach the outside, and how far behind the wall it may stay, mm. */
const FACES: Readonly<Record<OwnFace['kind'], { reach: number; setback: number }>> = {
  sockets: { reach: 6, setback: 1 },
  inlet: { reach: 4, setback: 0 },
  intake: { reach: 40, setback: 15 },
  exhaust: { reach: 25, setback: 0 },
  screen: { reach: 5, setback: 0 },
};

/** Usual standoff under a bare board, mm: 1/4 in (ATX Specification 2.2, from memory). */
const STANDOFF = 6.35;

const isBare = ({ conducts }: OwnBlock) => conducts === 'live' || conducts === 'mains';

/** Geometry of a part the user describes. Paths of its chains lead into the document. */
export function ownModel(id: string, design: OwnDesign): PartModel {
  const base = `/kit/parts/${id}/own`;
  /** Directions in which the part reaches outside: what is plugged in there goes through the wall. */
  const outward = new Set(Object.values(design.faces).map((face) => face.direction));
  const blocks = Object.entries(design.blocks).flatMap(([key, block]) =>
    blocksOf(`${base}/blocks/${key}`, key, block, outward),
  );
  const bodies = blocks.filter((b) => b.role === 'body');
  if (bodies.length === 0) throw new Error('A part needs at least one body block.');
  const end = (axis: Axis, high: boolean): Linear =>
    bodies
      .map((b) => (high ? b.high : b.low)[axis])
      .reduce((best, l) => ((high ? l.value > best.value : l.value < best.value) ? l : best));
  const ends = (direction: Direction) => end(axisOf(direction), signOf(direction) > 0);
  // A screen, an inlet, a louvre lies against the inside of its wall; what it breathes is its own air block.
  for (const face of Object.values(design.faces)) {
    if (FACES[face.kind].setback > 0 && face.kind !== 'intake') continue;
    const plane = ends(face.direction).value;
    for (const body of bodies) {
      const end = (signOf(face.direction) > 0 ? body.high : body.low)[axisOf(face.direction)].value;
      if (Math.abs(end - plane) < 1e-6) body.contact = [...(body.contact ?? []), face.direction];
    }
  }
  const faces = Object.entries(design.faces).map(([key, face]): PartFace => {
    const plane = ends(face.direction);
    return {
      id: key,
      name: face.name,
      direction: face.direction,
      mustReachOutside: true,
      ...FACES[face.kind],
      plane,
      cuts: face.cut ? [cutOf(key, face, face.cut, end)] : [],
    };
  });
  for (const { direction, plane, cuts } of faces)
    for (const block of blocks)
      if (block.conducts && liesIn(block, direction, plane.value, cuts[0]))
        block.through = [...(block.through ?? []), direction];
  const holes = Object.entries(design.holes).map(([key, hole]): FaceCut => ({
    id: key,
    name: hole.name,
    kind: 'drill',
    shape: { kind: 'round', diameter: hole.diameter.value },
    at: [end(0, false).value + hole.x.value, end(1, false).value + hole.y.value, end(2, false).value],
    allowance: false,
    source: { kind: 'computed', title: `measured: ${design.source || 'on the bench'}` },
  }));
  // A bare board stands on standoffs.
  const lowest = end(2, false).value;
  const bare = Object.values(design.blocks).some((block) => isBare(block) && Math.abs(block.z.value - lowest) < 1e-6);
  const standoff = bare ? STANDOFF : 0;
  if (holes.length > 0)
    faces.push({
      id: 'mount',
      name: 'mounting side',
      direction: 'bottom',
      mustReachOutside: false,
      reach: standoff + 0.6,
      setback: standoff,
      plane: end(2, false),
      cuts: holes,
    });
  return { blocks, faces, ...(design.made?.kind === 'cage' ? { sockets: socketsOf(design.made) } : {}) };
}

/** The bays of a cage: a drive slides out of them to the front, where its plugs are. */
const socketsOf = (made: MadeCage): PartModel['sockets'] => ({
  [`${made.bay} bay`]: baysOf(made).map(([x, y, z]) => ({
    at: [x + driveIn(made).width / 2, y, z].map((v) => exactly(v)) as Point,
    out: 'front' as const,
  })),
});

/** Does a block end in the plane of a face that reaches outside, or lie behind the opening of that face? */
function liesIn({ low, high }: Block, direction: Direction, plane: number, cut: FaceCut | undefined): boolean {
  const axis = axisOf(direction);
  const end = (signOf(direction) > 0 ? high : low)[axis].value;
  if (Math.abs(end - plane) < 1e-6) return true;
  if (cut?.shape.kind !== 'rectangle') return false;
  const { size, axes } = cut.shape;
  return axes.every((a, i) => low[a].value >= cut.at[a]! - size[i]! / 2 && high[a].value <= cut.at[a]! + size[i]! / 2);
}

function blocksOf(path: string, id: string, block: OwnBlock, outward: ReadonlySet<Direction>): Block[] {
  const low: Point = [chain(`${path}/x`, block.x), chain(`${path}/y`, block.y), chain(`${path}/z`, block.z)];
  const high: Point = [
    add(low[0], chain(`${path}/width`, block.width)),
    add(low[1], chain(`${path}/depth`, block.depth)),
    add(low[2], chain(`${path}/height`, block.height)),
  ];
  const shape: Block['shape'] =
    block.shape.kind === 'box'
      ? { kind: 'box' }
      : { kind: 'cylinder', axis: ({ x: 0, y: 1, z: 2 } as const)[block.shape.axis] };
  const main: Block = { id, name: block.name, role: ROLES[block.role], shape, low, high };
  if (block.conducts) main.conducts = block.conducts;
  // What is bare and live is not laid on anything: it may be metal.
  if (block.role === 'body' && !isBare(block)) main.contact = ['bottom'];
  if (block.role === 'air') {
    const direction = block.direction ?? 'top';
    const axis = axisOf(direction);
    const wanted = high[axis].value - low[axis].value;
    main.air = {
      direction,
      wanted,
      tolerable: Math.min(AIR_ROOM.tolerable, wanted),
      least: Math.min(AIR_ROOM.least, wanted),
    };
  }
  if (block.role !== 'connector' || block.plug <= 0 || !block.direction) return [main];
  const axis = axisOf(block.direction);
  const plugLow: Point = [...low];
  const plugHigh: Point = [...high];
  if (signOf(block.direction) > 0) {
    plugLow[axis] = high[axis];
    plugHigh[axis] = shift(high[axis], block.plug);
  } else {
    plugHigh[axis] = low[axis];
    plugLow[axis] = shift(low[axis], -block.plug);
  }
  return [
    main,
    {
      id: `${id}-plug`,
      name: `plug of ${block.name}`,
      role: 'plug room',
      shape: { kind: 'box' },
      low: plugLow,
      high: plugHigh,
      ...(outward.has(block.direction) ? { outside: true } : {}),
    },
  ];
}

/** A keep-out is room like a plug's: nothing solid may stand in it, other rooms may cross it. */
const ROLES: Readonly<Record<OwnBlock['role'], Block['role']>> = {
  body: 'body',
  connector: 'body',
  'keep-out': 'plug room',
  air: 'air',
};

/** A face's cut, given along the side and up as seen from outside, in the part's axes. */
function cutOf(
  id: string,
  face: OwnFace,
  cut: NonNullable<OwnFace['cut']>,
  end: (axis: Axis, high: boolean) => Linear,
): FaceCut {
  const axis = axisOf(face.direction);
  const [across, up] = axis === 0 ? ([1, 2] as const) : axis === 1 ? ([0, 2] as const) : ([0, 1] as const);
  // Seen from outside, the part's rear and left run the other way.
  const mirrored = face.direction === 'rear' || face.direction === 'left' || face.direction === 'bottom';
  const at: [number, number, number] = [0, 0, 0];
  at[axis] = end(axis, signOf(face.direction) > 0).value;
  at[across] = mirrored ? end(across, true).value - cut.u.value : end(across, false).value + cut.u.value;
  at[up] = add(end(up, false), exactly(cut.v.value)).value;
  return {
    id: `${id}-cut`,
    name: face.name,
    kind: 'cut',
    shape: { kind: 'rectangle', size: [cut.width.value, cut.height.value], axes: [across, up], radius: 0 },
    at,
    allowance: true,
    source: practice,
  };
}
