import { nextId } from '../../form';
import { measured } from '../../quantity';
import type { OwnBlock, OwnDesign, OwnFace } from './form';

/** A block, hole or face of an own part. */
export interface Picked {
  kind: 'block' | 'hole' | 'face';
  id: string;
}

/** A piece as a list shows it. */
export interface Piece extends Picked {
  name: string;
  what: string;
}

/** A design with one piece more, and which. */
export interface Added {
  design: OwnDesign;
  added: Picked;
}

const guess = (value: number) => measured(value, 'guess', 2);

/** All pieces of an own part: blocks, holes, faces. */
export const piecesOf = ({ blocks, holes, faces }: OwnDesign): Piece[] => [
  ...Object.entries(blocks).map(([id, b]): Piece => ({ kind: 'block', id, name: b.name, what: b.role })),
  ...Object.entries(holes).map(([id, h]): Piece => ({ kind: 'hole', id, name: h.name, what: 'hole' })),
  ...Object.entries(faces).map(([id, f]): Piece => ({
    kind: 'face',
    id,
    name: f.name,
    what: `${f.kind}, ${f.direction}`,
  })),
];

/** One block more, to be measured: 20 × 20 × 15 mm at the part's corner; a connector looks to the rear, air comes from above. */
export function withBlock(design: OwnDesign, role: OwnBlock['role']): Added {
  const id = nextId(design.blocks, role);
  const block: OwnBlock = {
    name: role,
    role,
    shape: { kind: 'box' },
    x: guess(0),
    y: guess(0),
    z: guess(0),
    width: guess(20),
    depth: guess(20),
    height: guess(15),
    direction: role === 'connector' ? 'rear' : role === 'air' ? 'top' : null,
    plug: role === 'connector' ? 40 : 0,
    conducts: null,
  };
  return { design: { ...design, blocks: { ...design.blocks, [id]: block } }, added: { kind: 'block', id } };
}

/** One hole more, for an M3 screw with play. */
export function withHole(design: OwnDesign): Added {
  const id = nextId(design.holes, 'hole');
  const hole = { name: id.replace('-', ' '), x: guess(10), y: guess(10), diameter: measured(3.2) };
  return { design: { ...design, holes: { ...design.holes, [id]: hole } }, added: { kind: 'hole', id } };
}

/** One face more, with sockets at the rear that need no cut yet. */
export function withFace(design: OwnDesign): Added {
  const id = nextId(design.faces, 'face');
  const face: OwnFace = { name: 'sockets', kind: 'sockets', direction: 'rear', cut: null };
  return { design: { ...design, faces: { ...design.faces, [id]: face } }, added: { kind: 'face', id } };
}

/** A cut in the shell for a face, to be measured. */
export const defaultCut = (): NonNullable<OwnFace['cut']> => ({
  u: guess(30),
  v: guess(15),
  width: guess(40),
  height: guess(15),
});

const without = <T>(entities: Record<string, T>, id: string): Record<string, T> =>
  Object.fromEntries(Object.entries(entities).filter(([key]) => key !== id));

/** The design without a piece. */
export function withoutPiece(design: OwnDesign, { kind, id }: Picked): OwnDesign {
  if (kind === 'block') return { ...design, blocks: without(design.blocks, id) };
  if (kind === 'hole') return { ...design, holes: without(design.holes, id) };
  return { ...design, faces: without(design.faces, id) };
}

/** What is next to a piece in the list: the one after it, or the one before the last. */
export function neighbourOf(design: OwnDesign, { kind, id }: Picked): Picked | undefined {
  const pieces = piecesOf(design);
  const i = pieces.findIndex((p) => p.kind === kind && p.id === id);
  const next = pieces[i + 1] ?? pieces[i - 1];
  return next && { kind: next.kind, id: next.id };
}
