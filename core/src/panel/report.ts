import type { Assembly } from '../assembly';
import type { Conversion, PanelControl } from '../document';
import { recent } from '../station';
import { HELD_CODES, keyCode } from '../standards';
import { harnessOf, type Harness } from './harness/harness';
import { ghostsOf, type Ghosts } from './matrix/ghosts';
import { nextKey, type NextKey } from './matrix/next';
import { solveMatrix, type SolvedMatrix } from './matrix/solve';
import { rodReport, type RodReport } from './mechanics/rod';
import { placeOf, type ControlPlace } from './place';
import { crossedBy } from './mechanics/crossed';
import { startsOf, type Start } from './start';
import { matchControls, type Matched } from './ways/assign';

export interface MatrixReport extends SolvedMatrix {
  next: NextKey;
  ghosts: Ghosts;
}

export interface PanelReport {
  matched: Matched;
  places: Record<string, ControlPlace>;
  /** How each board is switched on. */
  starts: Start[];
  rods: Record<string, RodReport & { through: string[] }>;
  matrices: Record<string, MatrixReport>;
  harness: Harness;
  /** Money in minor units for what the chosen ways need. */
  cost: number;
}

const known = new WeakMap<object, MatrixReport>();

/** What of a matrix is known, kept while it stays as it is. */
export function matrixReport(matrix: Conversion['panel']['matrices'][string]): MatrixReport {
  const before = known.get(matrix);
  if (before) return before;
  const solved = solveMatrix(matrix);
  const held = (key: string) => HELD_CODES.has(keyCode(matrix.keys[key]?.legend ?? '') ?? 0);
  const made: MatrixReport = { ...solved, next: nextKey(matrix), ghosts: ghostsOf(solved.cells, held) };
  known.set(matrix, made);
  return made;
}

/** Which control goes to which header, and the matrices: they rest on the panel alone. */
const wiring = recent(
  (panel: Conversion['panel']) => [panel],
  ({ controls, headers, matrices }) => {
    const solved = Object.fromEntries(Object.entries(matrices).map(([id, m]) => [id, matrixReport(m)]));
    const linesOf = (control: string) => {
      const of = Object.entries(matrices).find(([, m]) => m.control === control);
      return of ? solved[of[0]]!.pins || of[1].pins : 0;
    };
    return { solved, matched: matchControls(controls, headers, linesOf) };
  },
);

const reported = recent(
  ([{ shell, panel, cut, brief, kit, layout }, assembly]: [Conversion, Assembly]) => [
    ...[shell, panel, cut.openings, brief.blockedFaces, kit.parts, layout.outside, assembly],
  ],
  ([document, assembly]) => report(document, assembly),
);

/** All figures of the panel, kept while it stays as it is: Build and Proof ask for them too. Pure. */
export const panelReport = (document: Conversion, assembly: Assembly): PanelReport => reported([document, assembly]);

function report(document: Conversion, assembly: Assembly): PanelReport {
  const { controls } = document.panel;
  const { matched, solved } = wiring(document.panel);
  const places: PanelReport['places'] = {};
  const rods: PanelReport['rods'] = {};
  for (const [id, control] of Object.entries(controls)) {
    const place = placeOf(document, assembly, control);
    if (place) places[id] = place;
    const { rod } = control;
    if (!rod || !place) continue;
    const to = [rod.to.x, rod.to.y, rod.to.z] as const;
    const length = Math.hypot(to[0] - place.back[0], to[1] - place.back[1], to[2] - place.back[2]);
    rods[id] = {
      ...rodReport(rod, length, control.travel ?? 0, control.force ?? 0),
      through: throughOf(assembly, control, place),
    };
  }
  return {
    matched,
    places,
    starts: startsOf(document, assembly, matched, places),
    rods,
    matrices: solved,
    harness: harnessOf(document, assembly, matched),
    cost: costOf(matched),
  };
}

/** What the rod of a control goes through, by name. */
export function throughOf(assembly: Assembly, { rod, feature }: PanelControl, { back }: ControlPlace): string[] {
  if (!rod) return [];
  return crossedBy(assembly, back, [rod.to.x, rod.to.y, rod.to.z], rod.diameter / 2, feature);
}

/** One controller serves all; everything else is bought for each. */
function costOf({ controls }: Matched): number {
  let controller = 0;
  let sum = 0;
  for (const { way } of controls)
    for (const part of way?.parts ?? [])
      if (part.what === 'USB microcontroller board') controller = part.cost;
      else sum += part.cost;
  return sum + controller;
}
