import type { Assembly } from '../../assembly';
import type { Conversion, Print, PrintKind } from '../../document';
import { ringOf } from '../../document';
import { DRILLS, FAN_SIZES } from '../../standards';
import { wallWorks } from '../findings/walls';
import { mountsOf } from '../mounts/mounts';
import { openingsOf } from '../openings/derived';
import { keyOf, type CutOpening } from '../openings/opening';
import { boundsAround } from './bounds';

/** A size of a printed part: what it is called, what it may be. */
export interface SizeRow {
  key: string;
  label: string;
  least: number;
  most: number;
  usual: number;
  /** A plain number, not a length. */
  count?: boolean;
}

const row = (key: string, label: string, usual: number, least = 0.5, most = 600): SizeRow => ({
  key,
  label,
  usual,
  least,
  most,
});
const M3 = DRILLS.find((d) => d.key === 'm3')!;

/** No wall is thinner, mm: three lines of a 0.4 mm nozzle (common practice, no source). */
export const THINNEST = 1.2;
const thickness = (usual: number) => row('thickness', 'Thickness', usual, THINNEST, 30);
const hole = (usual: number = M3.clear) => row('hole', 'Screw hole', usual, 0, 20);

/** Sizes of every kind, as they usually are. */
export const PRINT_SIZES: Readonly<Record<PrintKind, readonly SizeRow[]>> = {
  plate: [
    row('width', 'Width', 180),
    row('height', 'Height', 66),
    thickness(1.2),
    row('openWidth', 'Opening, width', 159.6, 0),
    row('openHeight', 'Opening, height', 45.3, 0),
    hole(),
  ],
  tray: [
    row('margin', 'Beyond the part', 6, 0, 100),
    thickness(3),
    row('boss', 'Bosses, high', 6, 0, 60),
    row('bossWidth', 'Bosses, across', 8, 4, 30),
    row('insert', 'Hole for the insert', M3.insert!.hole, 1, 10),
    hole(3.4),
  ],
  bracket: [
    row('width', 'Wide', 30, 8),
    row('foot', 'Foot', 20, 8),
    row('leg', 'Leg', 30, 8),
    thickness(4),
    hole(),
    row('apart', 'Holes apart', 16, 0),
  ],
  stack: [
    { key: 'drives', label: 'Drives', usual: 3, least: 1, most: 12, count: true },
    row('pitch', 'Pitch', 35, 8, 120),
    row('depth', 'Deep', 110, 20),
    row('first', 'First hole above the foot', 14, 4, 100),
    row('apart', 'Holes apart, along', 60, 0),
    thickness(4),
    hole(3.7),
  ],
  ring: [row('height', 'High', 12, 1, 200), thickness(4)],
  'fan adapter': [
    row('from', 'Fan', 80, 40, 200),
    row('to', 'Opening for', 92, 40, 200),
    row('height', 'High', 20, 2, 120),
    thickness(2.4),
    hole(4.4),
  ],
  duct: [
    row('width', 'Wide, one end', 80, 8),
    row('height', 'High, one end', 80, 8),
    row('endWidth', 'Wide, other end', 100, 8),
    row('endHeight', 'High, other end', 50, 8),
    row('length', 'Long', 60, 5),
    thickness(1.6),
  ],
  'filter frame': [
    row('width', 'Opening, wide', 76, 10),
    row('height', 'Opening, high', 76, 10),
    row('rim', 'Rim', 10, 4, 60),
    thickness(2.4),
    row('lip', 'Lip that holds the mat', 2, 0, 20),
    hole(3.4),
  ],
  foot: [
    row('diameter', 'Diameter', 24, 6, 120),
    row('height', 'High', 15, 2, 150),
    hole(4.5),
    row('head', 'Screw head, across', 9, 0, 40),
  ],
  'button cap': [
    row('diameter', 'Diameter', 12, 4, 60),
    row('height', 'High', 8, 2, 60),
    thickness(1.6),
    row('rod', 'Rod, across', 4, THINNEST, 20),
    row('length', 'Rod, long', 20, 0, 200),
  ],
  'rod guide': [
    row('hole', 'Hole for the rod', 2.3, 0.6, 30),
    row('length', 'Tube, long', 20, 2, 200),
    row('wall', 'Wall of the tube', 2, THINNEST, 20),
    row('flange', 'Flange, across', 20, 6, 100),
    thickness(2),
  ],
  'cable clip': [row('cable', 'Cables, across', 8, 1, 40), row('width', 'Wide', 10, 3, 60), thickness(2.4), hole(3.4)],
};

/** All sizes of a print: what the user gave, and the rest as it follows from the plan or is usual. */
export function sizesOf(
  document: Conversion,
  assembly: Assembly,
  print: Pick<Print, 'kind' | 'of' | 'sizes'>,
): Record<string, number> {
  const usual = Object.fromEntries(PRINT_SIZES[print.kind].map((s) => [s.key, s.usual]));
  return { ...usual, ...fromPlan(document, assembly, print), ...print.sizes };
}

/** What the plan says about a print. */
function fromPlan(
  document: Conversion,
  assembly: Assembly,
  { kind, of }: Pick<Print, 'kind' | 'of'>,
): Record<string, number> {
  if (kind === 'plate' && of) {
    const openings = openingsOf(document, assembly);
    const cuts = outwardCuts(openings, of);
    if (cuts.length > 0) {
      const { u, v } = boundsAround(cuts);
      const rim = 2 * SHIELD_RIM;
      return { width: u[1] - u[0] + rim, height: v[1] - v[0] + rim, openWidth: 0, openHeight: 0 };
    }
    const opening = openings.find((o) => keyOf(o) === of);
    const work = wallWorks(document, assembly, openings).find((w) => w.key === of && w.how === 'plate');
    if (!opening || opening.shape.kind !== 'rectangle') return {};
    const larger = work ? 8 : 0;
    return {
      width: work?.width ?? opening.shape.width + 20,
      height: work?.height ?? opening.shape.height + 20,
      openWidth: opening.shape.width - larger,
      openHeight: opening.shape.height - larger,
    };
  }
  if (kind === 'ring') {
    const ring = ringOf(document.shell);
    return ring ? { height: ring.height.value } : {};
  }
  const part = of ? assembly.parts.find((p) => p.id === of.split('.')[0]) : undefined;
  if (!part) return {};
  if (kind === 'tray') {
    const mount = mountsOf(document, assembly).find((m) => m.part === part.id);
    const standoff = part.part.dimensions.standoffHeight?.value;
    return {
      ...(standoff ? { boss: standoff } : {}),
      ...(mount?.thread.insert ? { insert: mount.thread.insert.hole } : {}),
    };
  }
  const size = part.part.dimensions.size?.value;
  if (kind === 'fan adapter' && size && size in FAN_SIZES) return { from: size };
  if (kind === 'filter frame' && size && FAN_SIZES[size])
    return { width: FAN_SIZES[size].opening, height: FAN_SIZES[size].opening };
  return {};
}

/** A shield laps the wall by so much around a part's openings, mm (common practice, no source). */
const SHIELD_RIM = 10;

/** What a part looks out through: the openings of a part, on the face that has most of them. */
export function outwardCuts(openings: readonly CutOpening[], part: string | undefined): CutOpening[] {
  const cuts = openings.filter((o) => o.kind === 'cut' && o.part !== undefined && o.part === part);
  const faces = [...new Set(cuts.map((o) => o.face))];
  const on = (face: string) => cuts.filter((o) => o.face === face);
  return faces.map(on).sort((a, b) => b.length - a.length)[0] ?? [];
}

/** What is wrong with the sizes of a print, in words; undefined where nothing is. */
export function wrongSizes(kind: PrintKind, sizes: Readonly<Record<string, number>>): string | undefined {
  for (const { key, label, least, most, count } of PRINT_SIZES[kind]) {
    const value = sizes[key]!;
    if (!Number.isFinite(value) || value < least || value > most)
      return `${label} is ${value}${count ? '' : ' mm'}; enter ${least} to ${most}${count ? '' : ' mm'}.`;
  }
  const s = sizes as Record<string, number>;
  if (kind === 'plate' && (s.openWidth! > s.width! - 2 * THINNEST || s.openHeight! > s.height! - 2 * THINNEST))
    return `The opening of ${s.openWidth} × ${s.openHeight} mm leaves no rim in a plate of ${s.width} × ${s.height} mm.`;
  if (kind === 'foot' && s.hole! > s.diameter! - 2 * THINNEST)
    return `A hole of ${s.hole} mm leaves no wall in a foot of ${s.diameter} mm.`;
  if (kind === 'foot' && s.head! > s.diameter! - 2 * THINNEST)
    return `A screw head of ${s.head} mm leaves no wall in a foot of ${s.diameter} mm.`;
  if (kind === 'tray' && s.insert! > s.bossWidth! - 2 * THINNEST)
    return `A hole of ${s.insert} mm leaves no wall in bosses of ${s.bossWidth} mm: make them ${(s.insert! + 2 * THINNEST).toFixed(1)} mm at least.`;
  if (kind === 'rod guide' && s.flange! < s.hole! + 2 * s.wall!)
    return `A flange of ${s.flange} mm is narrower than the tube of ${(s.hole! + 2 * s.wall!).toFixed(1)} mm that it carries.`;
  if (kind === 'button cap' && s.rod! > s.diameter!)
    return `A rod of ${s.rod} mm is thicker than its cap of ${s.diameter} mm.`;
  return undefined;
}
