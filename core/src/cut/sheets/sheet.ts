import { onFace, wallOf, type Assembly, type FaceFrame } from '../../assembly';
import type { Conversion, FaceId } from '../../document';
import { faceName } from '../../fit';
import { formatLength, type LengthUnit } from '../../quantity';
import type { Point2 } from '../../solid';
import { frameOf, openingsOf, raisedV } from '../openings/derived';
import { halfOf, type CutOpening, type Lying } from '../openings/opening';
import { wallWorks } from '../findings/walls';
import { numbersOf } from '../findings/webs';
import { ventHoles } from '../vents/pattern';
import { carriersToCut, carrierSheet } from './carriers';
import { halfOfKey, halfSheet, halvesToCut } from './halves';
import type { HoleRow, Sheet, SheetItem } from './items';
import { laidFlat, unrolledOf, type Unrolled } from './unrolled';

export type { HoleRow, Sheet, SheetItem } from './items';
import { jointsOn } from '../openings/joints';

const CROSS = 4; // half-length of a centre cross, mm
const HATCH = 4; // distance of hatch lines, mm
/** Words on the face: height of their letters, and how far under the opening they begin, mm (common practice, no source). */
const LABEL = { size: 3.5, below: 2.5 };

/** Faces that have something to cut or drill. */
export function facesToCut(document: Conversion, assembly: Assembly): FaceId[] {
  const wanted = new Set(
    openingsOf(document, assembly)
      .filter((o) => !o.inExisting && !o.made)
      .map((o) => o.face),
  );
  return assembly.hull.frames.map((f) => f.face).filter((face) => wanted.has(face));
}

/** Faces, trays and floors of drawers that have something to cut or drill: each has its sheet. */
export const sheetsToCut = (document: Conversion, assembly: Assembly): string[] => [
  ...facesToCut(document, assembly),
  ...halvesToCut(document, assembly),
  ...carriersToCut(document, assembly),
];

/**
 * What a sheet shows: all of it; centres alone, to be punched through the paper; or the lines alone and mirrored, to be
 * rubbed or ironed on from the printed side.
 */
export const SHEET_VARIANTS = ['full', 'punch', 'transfer'] as const;
export type SheetVariant = (typeof SHEET_VARIANTS)[number];

/** The drawing of one face: outline, datum, openings, holes with crosses, existing openings, what to keep. */
export function sheetOf(document: Conversion, face: FaceId, assembly: Assembly, variant: SheetVariant = 'full'): Sheet {
  const isFace = assembly.hull.frames.some((f) => f.face === face);
  const half = isFace ? undefined : halfOfKey(document, assembly, face);
  const full = half
    ? halfSheet(fullSheet(document, half.face, assembly), half, freshOn(document, half.face, assembly))
    : ((isFace ? undefined : carrierSheet(document, assembly, face)) ?? fullSheet(document, face, assembly));
  return variant === 'full' ? full : variant === 'punch' ? punched(full) : transferred(full);
}

/** What is to be cut anew in a face, in the order of its sheet’s table. */
const freshOn = (document: Conversion, face: FaceId, assembly: Assembly): CutOpening[] =>
  openingsOf(document, assembly).filter((o) => o.face === face && !o.inExisting && !o.made);

/** Centres alone, each with a fine cross and its number. */
function punched(sheet: Sheet): Sheet {
  const at = ([u, v]: Point2): Point2 => (sheet.mirrored ? [sheet.width - u, v] : [u, v]);
  const items = sheet.items.filter((i) => i.layer === 'reference' && i.kind === 'line' && i.closed && !i.dashed);
  for (const hole of sheet.holes) {
    const [u, v] = at([hole.u, hole.v]);
    items.push(
      { layer: 'drill', kind: 'circle', centre: [u, v], radius: 0.4 },
      {
        layer: 'drill',
        kind: 'line',
        closed: false,
        points: [
          [u - CROSS, v],
          [u + CROSS, v],
        ],
      },
      {
        layer: 'drill',
        kind: 'line',
        closed: false,
        points: [
          [u, v - CROSS],
          [u, v + CROSS],
        ],
      },
      { layer: 'engrave', kind: 'text', at: [u + 1.5, v + 1.5], text: `${hole.number}`, size: 3, anchor: 'start' },
    );
  }
  return { ...sheet, title: `${sheet.title}: centres to punch`, items };
}

/** Lines alone, mirrored once more: rubbed on from the printed side they come right. */
function transferred(sheet: Sheet): Sheet {
  const flip = ([u, v]: Point2): Point2 => [sheet.width - u, v];
  const items = sheet.items
    .filter((i) => i.kind !== 'text' && (i.layer !== 'reference' || (i.kind === 'line' && i.closed && !i.dashed)))
    .map((i): SheetItem =>
      i.kind === 'line'
        ? { ...i, points: i.points.map(flip) }
        : i.kind === 'text'
          ? i
          : { ...i, centre: flip(i.centre) },
    );
  return {
    ...sheet,
    title: `${sheet.title}: transfer`,
    caption: `mirrored for transfer: lay the printed side on the face, ${sheet.mirrored ? 'inside' : 'outside'}`,
    items,
    holes: [],
  };
}

function fullSheet(document: Conversion, face: FaceId, assembly: Assembly): Sheet {
  const frame = frameOf(assembly, face);
  const mirrored = document.cut.mirrored.includes(face);
  // An arched face is laid flat, its outside or (marked from there) its inside.
  const arch = unrolledOf(document, frame, wallOf(assembly.hull, face)!.thickness, mirrored);
  const outline = frame.outline.map((p) => laidFlat(arch, p));
  const [width, height] = [Math.max(...outline.map((p) => p[0])), Math.max(...outline.map((p) => p[1]))];
  const flip = (p: Point2): Point2 => {
    const [u, v] = laidFlat(arch, p);
    return mirrored ? [width - u, v] : [u, v];
  };
  const items: SheetItem[] = [{ layer: 'reference', kind: 'line', points: frame.outline.map(flip), closed: true }];
  const datum: Point2 = mirrored ? [width, 0] : [0, 0];
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
    const there = layLying(arch, {
      centre: [opening.u.value, raisedV(document, frame, opening.v.value)],
      shape: numbersOf(opening.shape),
    });
    const centre: Point2 = mirrored ? [width - there.centre[0], there.centre[1]] : there.centre;
    items.push(outlineItem('reference', there, centre), {
      layer: 'engrave',
      kind: 'text',
      at: centre,
      text: `there: ${opening.name}`,
      size: 2.8,
      anchor: 'middle',
    });
  }
  for (const { name, points, closed } of jointsOn(document, frame)) {
    const line = points.map(flip);
    items.push(
      { layer: 'reference', kind: 'line', points: line, closed, dashed: true },
      {
        layer: 'engrave',
        kind: 'text',
        at: [(line[0]![0] + line[1]![0]) / 2, line[0]![1] + 1.5],
        text: `joint: ${name}`,
        size: 2.8,
        anchor: 'middle',
      },
    );
  }
  items.push(...keepItems(document, assembly, frame, flip));
  const all = openingsOf(document, assembly)
    .filter((o) => o.face === face && !o.inExisting)
    .map((o): CutOpening => ({ ...o, ...layLying(arch, o) }));
  const turned = ([u, v]: Point2): Point2 => (mirrored ? [width - u, v] : [u, v]);
  for (const o of all.filter((o) => o.made)) items.push(...madeItems(o, turned(o.centre)));
  const fresh = all.filter((o) => !o.made);
  const holes = fresh.map((o, i): HoleRow => {
    items.push(...openingItems(o, turned(o.centre), i + 1));
    // From the datum, which a mirrored sheet has at its lower right: the same figures on either sheet.
    return { number: i + 1, name: o.name, kind: o.kind, u: o.centre[0], v: o.centre[1], size: sizeWords(o) };
  });
  for (const work of wallWorks(document, assembly, all).filter((w) => w.how === 'rebate')) {
    const centre = turned(work.opening.centre);
    items.push(
      {
        layer: 'engrave',
        kind: 'rectangle',
        centre,
        half: [work.width / 2, work.height / 2],
        radius: 0,
      },
      {
        layer: 'engrave',
        kind: 'text',
        at: [centre[0], centre[1] - work.height / 2 - 4],
        text: `thin from inside to ${work.thickness.toFixed(1)} mm, ${work.depth.toFixed(1)} deep`,
        size: 2.8,
        anchor: 'middle',
      },
    );
  }
  const side = mirrored ? 'inside' : 'outside';
  const caption = arch
    ? `arched face laid flat: wrap it around the ${side} (radius ${arch.radius.toFixed(1)} mm) · datum: lower ${mirrored ? 'right' : 'left'} corner`
    : undefined;
  return {
    face,
    title: faceName(document, face),
    width,
    height,
    mirrored,
    ...(caption ? { caption } : {}),
    items,
    holes,
  };
}

/** An outline where it lies once its face is laid flat: what is bent with it gets longer, a round hole stays round. */
function layLying(arch: Unrolled | undefined, { centre, shape }: Lying): Lying {
  if (!arch) return { centre, shape };
  if (shape.kind === 'round') return { centre: laidFlat(arch, centre), shape };
  const half = halfOf(shape)[arch.along];
  const [low, high] = [arch.lay(centre[arch.along] - half), arch.lay(centre[arch.along] + half)];
  const middle = (low + high) / 2;
  const laid: Point2 = arch.along === 0 ? [middle, centre[1]] : [centre[0], middle];
  return { centre: laid, shape: { ...shape, [arch.along === 0 ? 'width' : 'height']: high - low } };
}

/** `ø 3.7` or `159.6 × 45.3`, in a unit. */
export function sizeWords({ shape }: CutOpening, unit: LengthUnit = 'mm'): string {
  const shown = (mm: number) => formatLength(mm, unit);
  return shape.kind === 'round' ? `ø ${shown(shape.diameter)}` : `${shown(shape.width)} × ${shown(shape.height)}`;
}

/** The line of an outline around a middle. */
const outlineItem = (layer: SheetItem['layer'], { shape }: Pick<CutOpening, 'shape'>, centre: Point2): SheetItem =>
  shape.kind === 'round'
    ? { layer, kind: 'circle', centre, radius: shape.diameter / 2 }
    : { layer, kind: 'rectangle', centre, half: halfOf(shape), radius: shape.radius };

/** What was really cut stands on the sheet for reference. */
const madeItems = (o: CutOpening, centre: Point2): SheetItem[] => [
  outlineItem('reference', o, centre),
  { layer: 'engrave', kind: 'text', at: centre, text: `cut: ${o.name}`, size: 2.8, anchor: 'middle' },
];

/** What is cut within an opening that keeps a pattern; its own outline is for reference then. */
function patternItems(o: CutOpening, centre: Point2): SheetItem[] {
  if (!o.pattern || o.pattern.kind === 'grille') return [outlineItem(o.kind, o, centre)];
  const items = [outlineItem('reference', o, centre)];
  for (const hole of ventHoles({ centre, shape: o.shape }, o.pattern))
    items.push(
      hole.hexagon === undefined
        ? outlineItem('cut', hole, hole.centre)
        : { layer: 'cut', kind: 'line', closed: true, points: hexagon(hole.centre, hole.hexagon) },
    );
  return items;
}

/** Corners of a hexagon of a width across flats, points up. */
const hexagon = ([u, v]: Point2, across: number): Point2[] =>
  Array.from({ length: 6 }, (_, k): Point2 => {
    const angle = Math.PI / 6 + (k * Math.PI) / 3;
    const r = across / Math.sqrt(3);
    return [u + r * Math.cos(angle), v + r * Math.sin(angle)];
  });

/** An opening with its cross and its words, around a middle on the paper. */
export function openingItems(o: CutOpening, centre: Point2, number: number): SheetItem[] {
  const [u, v] = centre;
  const [hu, hv] = halfOf(o.shape);
  const arm = o.kind === 'drill' ? Math.max(CROSS, hu + 2) : CROSS;
  const items: SheetItem[] = [
    ...patternItems(o, centre),
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
  if (o.label)
    items.push({
      layer: 'engrave',
      kind: 'text',
      at: [u, v - hv - LABEL.below - LABEL.size],
      text: o.label,
      size: LABEL.size,
      anchor: 'middle',
      label: true,
    });
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
    if (!['keep', 'out'].includes(document.shell.features[feature.owner]?.fate ?? '')) continue;
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
