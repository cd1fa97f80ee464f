import { assemble, onFace, wallOf, type Assembly, type FaceFrame } from '../assembly';
import type { Conversion, FaceId } from '../document';
import { faceName } from '../fit';
import { formatLength, type LengthUnit } from '../quantity';
import type { Point2 } from '../solid';
import { frameOf, halfOf, openingsOf, raisedV, type CutOpening } from './openings';

/** Something drawn on a sheet, in mm from the face's datum; layers as in a DXF of the same sheet. */
export type SheetItem = { layer: 'cut' | 'drill' | 'reference' | 'engrave' } & (
  | { kind: 'circle'; centre: Point2; radius: number }
  | { kind: 'rectangle'; centre: Point2; half: [number, number]; radius: number }
  | { kind: 'line'; points: Point2[]; closed: boolean; dashed?: boolean }
  | { kind: 'text'; at: Point2; text: string; size: number; anchor: 'start' | 'middle' }
);

/** A row of the hole table; u and v are the centre's distances from the datum, mm. */
export interface HoleRow {
  number: number;
  name: string;
  kind: 'cut' | 'drill';
  u: number;
  v: number;
  size: string;
}

/** One face at 1:1. */
export interface Sheet {
  face: FaceId;
  title: string;
  /** Size of the face's bounding box, mm. */
  width: number;
  height: number;
  mirrored: boolean;
  /** Said under the title; otherwise from where the face is seen and what its datum is. */
  caption?: string;
  items: SheetItem[];
  holes: HoleRow[];
}

const CROSS = 4; // half-length of a centre cross, mm
const HATCH = 4; // distance of hatch lines, mm

/** Faces that have something to cut or drill. */
export function facesToCut(document: Conversion, assembly: Assembly = assemble(document)): FaceId[] {
  const wanted = new Set(
    openingsOf(document, assembly)
      .filter((o) => !o.inExisting)
      .map((o) => o.face),
  );
  return assembly.hull.frames.map((f) => f.face).filter((face) => wanted.has(face));
}

/** The drawing of one face: outline, datum, openings, holes with crosses, existing openings, what to keep. */
export function sheetOf(document: Conversion, face: FaceId, assembly: Assembly = assemble(document)): Sheet {
  const frame = frameOf(assembly, face);
  const us = frame.outline.map((p) => p[0]);
  const vs = frame.outline.map((p) => p[1]);
  const [width, height] = [Math.max(...us), Math.max(...vs)];
  const mirrored = document.cut.mirrored.includes(face);
  const flip = ([u, v]: Point2): Point2 => (mirrored ? [width - u, v] : [u, v]);
  const items: SheetItem[] = [{ layer: 'reference', kind: 'line', points: frame.outline.map(flip), closed: true }];
  const datum: Point2 = flip([0, 0]);
  const inward = mirrored ? -1 : 1;
  items.push(
    { layer: 'engrave', kind: 'line', points: [[datum[0] + inward * 12, 0], datum, [datum[0], 12]], closed: false },
    {
      layer: 'engrave',
      kind: 'text',
      at: [datum[0] + inward * (mirrored ? 46 : 3), 3],
      text: `datum ${mirrored ? '(mirrored: seen from inside)' : '(seen from outside)'}`,
      size: 3,
      anchor: 'start',
    },
  );
  for (const opening of Object.values(document.shell.openings)) {
    if (opening.face !== face) continue;
    const centre = flip([opening.u.value, raisedV(document, frame, opening.v.value)]);
    items.push(
      opening.shape.kind === 'round'
        ? { layer: 'reference', kind: 'circle', centre, radius: opening.shape.diameter.value / 2 }
        : {
            layer: 'reference',
            kind: 'rectangle',
            centre,
            half: [opening.shape.width.value / 2, opening.shape.height.value / 2],
            radius: 0,
          },
      { layer: 'engrave', kind: 'text', at: centre, text: `there: ${opening.name}`, size: 2.8, anchor: 'middle' },
    );
  }
  items.push(...keepItems(document, assembly, frame, flip));
  const fresh = openingsOf(document, assembly).filter((o) => o.face === face && !o.inExisting);
  const holes = fresh.map((o, i): HoleRow => {
    const centre = flip(o.centre);
    items.push(...openingItems(o, centre, i + 1));
    // From the datum, which a mirrored sheet has at its lower right: the same figures on either sheet.
    return { number: i + 1, name: o.name, kind: o.kind, u: o.centre[0], v: o.centre[1], size: sizeWords(o) };
  });
  return { face, title: faceName(document, face), width, height, mirrored, items, holes };
}

/** `ø 3.7` or `159.6 × 45.3`, in a unit. */
export function sizeWords({ shape }: CutOpening, unit: LengthUnit = 'mm'): string {
  const shown = (mm: number) => formatLength(mm, unit);
  return shape.kind === 'round' ? `ø ${shown(shape.diameter)}` : `${shown(shape.width)} × ${shown(shape.height)}`;
}

function openingItems(o: CutOpening, centre: Point2, number: number): SheetItem[] {
  const [u, v] = centre;
  const [hu, hv] = halfOf(o.shape);
  const arm = o.kind === 'drill' ? Math.max(CROSS, hu + 2) : CROSS;
  const items: SheetItem[] = [
    o.shape.kind === 'round'
      ? { layer: o.kind, kind: 'circle', centre, radius: o.shape.diameter / 2 }
      : { layer: o.kind, kind: 'rectangle', centre, half: [hu, hv], radius: o.shape.radius },
    {
      layer: 'engrave',
      kind: 'line',
      points: [
        [u - arm, v],
        [u + arm, v],
      ],
      closed: false,
    },
    {
      layer: 'engrave',
      kind: 'line',
      points: [
        [u, v - arm],
        [u, v + arm],
      ],
      closed: false,
    },
  ];
  const label = o.kind === 'drill' ? `${number}` : `${number}  ${o.name}  ${sizeWords(o)}`;
  items.push({
    layer: 'engrave',
    kind: 'text',
    at: o.kind === 'drill' ? [u + hu + 1.2, v + hv + 0.6] : [u - hu + 3, v + hv - 6],
    text: label,
    size: o.kind === 'drill' ? 2.6 : 3.4,
    anchor: 'start',
  });
  return items;
}

/** Features that stand on this wall and must stay, hatched where they stand. */
function keepItems(
  document: Conversion,
  assembly: Assembly,
  frame: FaceFrame,
  flip: (p: Point2) => Point2,
): SheetItem[] {
  const wall = wallOf(assembly.hull, frame.face)!;
  const items: SheetItem[] = [];
  for (const feature of assembly.features) {
    // All copies of a feature stand there as it does.
    if (document.shell.features[feature.owner]?.fate !== 'keep') continue;
    const { low, high } = feature.shape;
    const corners = [low, high].flatMap((a) => [low, high].flatMap((b) => [low, high].map((c) => [a[0], b[1], c[2]])));
    const on = corners.map((c) => onFace(frame, c));
    if (Math.max(...on.map((p) => p.over)) < -wall.thickness - 1) continue;
    const [u0, u1] = [Math.min(...on.map((p) => p.u)), Math.max(...on.map((p) => p.u))];
    const [v0, v1] = [Math.min(...on.map((p) => p.v)), Math.max(...on.map((p) => p.v))];
    const outline: Point2[] = [
      [u0, v0],
      [u1, v0],
      [u1, v1],
      [u0, v1],
    ];
    items.push({ layer: 'reference', kind: 'line', points: outline.map(flip), closed: true, dashed: true });
    for (let s = u0 + v0 + HATCH; s < u1 + v1; s += HATCH) {
      const a: Point2 = [Math.min(u1, s - v0), Math.max(v0, s - u1)];
      const b: Point2 = [Math.max(u0, s - v1), Math.min(v1, s - u0)];
      items.push({ layer: 'reference', kind: 'line', points: [flip(a), flip(b)], closed: false });
    }
    items.push({
      layer: 'engrave',
      kind: 'text',
      at: flip([(u0 + u1) / 2, v1 + 1.5]),
      text: `keep: ${feature.name}`,
      size: 2.8,
      anchor: 'middle',
    });
  }
  return items;
}
