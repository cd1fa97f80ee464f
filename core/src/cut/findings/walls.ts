import { wallOf, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { CUTOUTS, IO_OPENING, SHIELD_WALL, type CutOut } from '../../standards';
import type { Source } from '../../quantity';
import { PLATE_BEHIND } from '../openings/derived';
import { grown, keyOf, type CutOpening } from '../openings/opening';
import { aboutOpening, dotted } from './about';

/** The wall in which something holds. */
export interface Holds {
  what: string;
  least: number;
  most: number;
  how: NonNullable<CutOut['wall']>['how'];
  source: Source;
}

/** What an opening's part wants of the wall; undefined where any will do. */
export function holdsIn(document: Conversion, opening: CutOpening): Holds | undefined {
  if (opening.kind !== 'cut') return undefined;
  const own = document.cut.openings[opening.group];
  const row = own && CUTOUTS.find((r) => r.key === own.row);
  if (row?.wall && opening.id === opening.group) return { what: row.name, ...row.wall, source: row.source };
  const larger = opening.wall === 'plate' ? PLATE_BEHIND.larger : 0;
  const wanted = opening.wanted?.shape ?? grown(opening.shape, -opening.allowance - larger);
  // Only a full input/output opening has a shield that snaps into it.
  const full = wanted.kind === 'rectangle' && Math.abs(wanted.width - IO_OPENING.width) < 0.5;
  if (opening.part && opening.id.endsWith('/io') && full)
    return {
      what: 'The shield of the sockets',
      least: SHIELD_WALL.least,
      most: SHIELD_WALL.most,
      how: 'snaps',
      source: SHIELD_WALL.source,
    };
  return undefined;
}

/** A tray that brings its own rear panel holds the shield of the board that stands on it: the wall only leaves it free. */
function heldByTray(
  { kit, layout }: Conversion,
  { part }: CutOpening,
  { least, most }: { least: number; most: number },
): boolean {
  const carrier = part === undefined ? undefined : layout.placements[part]?.with;
  const made = carrier === undefined ? undefined : kit.parts[carrier]?.own?.made;
  return made?.kind === 'tray' && made.rear > 0 && made.thickness >= least - 0.05 && made.thickness <= most + 0.05;
}

/** What sits in the wall decides the hole: a wall too thick for it wants a rebate or a thin plate behind a larger opening. */
export function wallFindings(document: Conversion, assembly: Assembly, openings: readonly CutOpening[]): Finding[] {
  return openings.flatMap((opening): Finding[] => {
    const holds = holdsIn(document, opening);
    const wall = wallOf(assembly.hull, opening.face);
    if (!holds || !wall || opening.inExisting || opening.wall) return [];
    if (holds.how === 'snaps' && heldByTray(document, opening, holds)) return [];
    const { thickness } = wall;
    if (thickness >= holds.least - 0.05 && thickness <= holds.most + 0.05) return [];
    const thick = thickness > holds.most;
    const verb = holds.how === 'snaps' ? 'snaps into' : 'is held by its nut in';
    return [
      {
        id: `cut/wall/${dotted(opening)}`,
        station: 'cut',
        verdict: 'warn',
        sentence: thick
          ? `${holds.what} ${verb} ${holds.least}–${holds.most} mm, the wall has ${thickness.toFixed(1)} mm: thin it around the opening to ${holds.most} mm, or set a thin plate behind an opening ${2 * PLATE_BEHIND.larger} mm larger.`
          : `${holds.what} ${verb} ${holds.least}–${holds.most} mm, the wall has only ${thickness.toFixed(1)} mm: put a plate of ${(holds.least - thickness).toFixed(1)} mm or more behind it.`,
        brief: `wall ${thickness.toFixed(1)} mm`,
        figures: [
          {
            label: 'wall',
            value: thickness,
            unit: 'mm',
            source: { kind: 'computed', title: 'thickness of the face, measured' },
          },
          { label: 'it holds up to', value: holds.most, unit: 'mm', source: holds.source },
        ],
        about: [aboutOpening(opening), { kind: 'face', id: opening.face }],
        mayHaveRemedies: true,
      },
    ];
  });
}

/** A thin plate that stands behind a larger opening, or a rebate in the wall: what else is to be made for an opening. */
export interface WallWork {
  opening: CutOpening;
  key: string;
  how: 'rebate' | 'plate';
  /** Outline of the plate or of the rebate, around the opening's middle, mm. */
  width: number;
  height: number;
  /** Of the plate, or what the rebate leaves of the wall, mm. */
  thickness: number;
  /** How deep the rebate goes, mm. */
  depth: number;
}

/** Room beside what is thinned for the part and its springs, mm. */
const REBATE_LAP = 6;

/** Rebates and plates that were chosen. */
export function wallWorks(document: Conversion, assembly: Assembly, openings: readonly CutOpening[]): WallWork[] {
  return openings.flatMap((opening): WallWork[] => {
    if (!opening.wall) return [];
    const holds = holdsIn(document, opening);
    const wall = wallOf(assembly.hull, opening.face);
    if (!wall) return [];
    const thickness = holds ? Math.round(((holds.least + holds.most) / 2) * 10) / 10 : 1;
    const [w, h] =
      opening.shape.kind === 'round'
        ? [opening.shape.diameter, opening.shape.diameter]
        : [opening.shape.width, opening.shape.height];
    const lap = opening.wall === 'plate' ? PLATE_BEHIND.lap : REBATE_LAP;
    return [
      {
        opening,
        key: keyOf(opening),
        how: opening.wall,
        width: w + 2 * lap,
        height: h + 2 * lap,
        thickness,
        depth: opening.wall === 'rebate' ? Math.max(0, wall.thickness - thickness) : 0,
      },
    ];
  });
}
