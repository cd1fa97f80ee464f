import type { Assembly } from '../../assembly';
import type { Conversion, FaceId } from '../../document';
import type { Point2 } from '../../solid';
import { openingsOf } from '../openings/derived';
import { halfOf, type CutOpening } from '../openings/opening';
import {
  bentPlate,
  DOUBLER,
  doubled,
  HAND,
  loadsOn,
  ownWeight,
  panelOf,
  STIFFENERS,
  type EdgeHold,
  type Panel,
  type PanelLoad,
  type Stiffener,
} from './panel';
import type { Beam, Deflection, Plate } from './plate';

/** A stiffener along a line of the panel, and how far the panel bends with it. */
export interface Stiffened {
  stiffener: Pick<Stiffener, 'id' | 'name'>;
  /** From and to on the face, mm; a doubler lies around the openings. */
  line?: { from: Point2; to: Point2 };
  /** Corners of a frame around an opening. */
  frame?: Point2[];
  /** Most that it bends then, mm. */
  most: number;
}

/** How a panel bends. */
export interface Bent {
  face: FaceId;
  hold: EdgeHold;
  loads: PanelLoad[];
  /** Most deflection, mm, with the openings that are there, and with the new ones. */
  before: number;
  after: number;
  /** Where, on the face. */
  at: Point2;
  /** Twice the load: set down hard, or lifted with a jerk. */
  lifted: number;
  /** What is tolerated, mm: the shorter span / 250. */
  limit: number;
  /** Beyond half of it the formula of thin plates says too much. */
  thickness: number;
  /** Shorter side, mm. */
  span: number;
  /** Best first; none where nothing is needed or nothing goes across. */
  stiffened: Stiffened[];
  grid: { nx: number; ny: number; dx: number; dy: number; low: Point2; there: Float64Array; deflection: Float64Array };
}

/** A quick look, on a coarse grid: most deflection with the openings that are there, and with the new ones, mm. */
export function bendRoughly(document: Conversion, face: FaceId, assembly: Assembly) {
  const panel = panelOf(document, assembly, face, 'supported', undefined, ROUGH);
  const { before, after, load, loads } = loaded(document, assembly, panel);
  return {
    before: worst(before.under(load(before))).value,
    after: worst(after.under(load(after))).value,
    limit: limitOf(panel),
    thickness: panel.thickness,
    span: spanOf(panel),
    loads,
  };
}

/** Share of the finest grid for a quick look. */
const ROUGH = 0.4;

const spanOf = ({ nx, ny, dx, dy }: Panel) => Math.min(nx * dx, ny * dy);
const limitOf = (panel: Panel) => spanOf(panel) / SPAN_SHARE;

/** Both plates with what presses on them. */
function loaded(document: Conversion, assembly: Assembly, panel: Panel) {
  const own = ownWeight(panel);
  const after = bentPlate(panel, 'after');
  const before = bentPlate(panel, 'before');
  const now = loadsOn(document, assembly, panel, 'after');
  if (now.loads.length > 0) {
    const was = loadsOn(document, assembly, panel, 'before');
    const load = (plate: Plate) => {
      const sum = plate.pressed(() => own);
      (plate === before ? was : now).forces.forEach((f, i) => (sum[i]! += f));
      return sum;
    };
    return { before, after, load, loads: now.loads };
  }
  const soft = worst(after.under(after.pressed(() => 1)));
  const hand = new Float64Array(now.forces.length);
  hand[soft.node] = HAND;
  return { before, after, load: () => hand, loads: [{ name: 'a hand that presses', newton: HAND }] };
}

/** A span bends at most by so much of itself, common practice, no source. */
const SPAN_SHARE = 250;
/** More than this need not be stiffened, mm: no one sees or feels it. */
const UNSEEN = 0.5;

/**
 * How far a face bends under what it carries (a floor), or under a hand that presses where it gives most (any other), with
 * and without its new openings, and with stiffeners across.
 * @throws Error for a face that is not there, RangeError where nothing holds the panel
 */
export function bend(
  document: Conversion,
  face: FaceId,
  assembly: Assembly,
  hold: EdgeHold = 'supported',
  tell: (share: number, what: string) => void = () => undefined,
): Bent {
  const panel = panelOf(document, assembly, face, hold);
  const { nx, ny, dx, dy, low } = panel;
  const { before, after, load, loads } = loaded(document, assembly, panel);
  tell(0.3, 'bent');
  const deflection = after.under(load(after));
  const most = worst(deflection);
  const at: Point2 = [low[0] + (most.node % (nx + 1)) * dx, low[1] + Math.floor(most.node / (nx + 1)) * dy];
  const stiffened: Stiffened[] = [];
  if (most.value > UNSEEN) {
    const lines = linesNear(panel, at);
    lines.forEach((line, i) =>
      STIFFENERS.forEach((stiffener, k) => {
        tell(0.3 + (0.7 * (i * STIFFENERS.length + k)) / (lines.length * STIFFENERS.length), stiffener.name);
        const plate = bentPlate(panel, 'after', beamsOn(line, stiffener));
        const { from, to } = line;
        stiffened.push({ stiffener, line: { from, to }, most: worst(plate.under(load(plate))).value });
      }),
    );
    const around = frameAround(panel, openingsOf(document, assembly));
    if (around) {
      const framed = bentPlate(panel, 'after', around.beams);
      stiffened.push({
        stiffener: { id: 'frame', name: `frame around the opening, ${ANGLE.name}` },
        frame: around.corners,
        most: worst(framed.under(load(framed))).value,
      });
    }
    const plate = bentPlate(doubled(panel, openingsOf(document, assembly)), 'after');
    stiffened.push({
      stiffener: { id: 'doubler', name: `doubler of the same sheet, ${DOUBLER} mm around the openings, glued` },
      most: worst(plate.under(load(plate))).value,
    });
    stiffened.sort((a, b) => a.most - b.most);
  }
  return {
    face,
    hold,
    loads,
    before: worst(before.under(load(before))).value,
    after: most.value,
    at,
    lifted: 2 * most.value,
    limit: limitOf(panel),
    thickness: panel.thickness,
    span: spanOf(panel),
    stiffened: bestOfEach(stiffened, most.value),
    grid: { nx, ny, dx, dy, low, there: panel.after, deflection },
  };
}

function worst(deflection: Deflection): { node: number; value: number } {
  let node = 0;
  for (let i = 1; i < deflection.length; i++) if (Math.abs(deflection[i]!) > Math.abs(deflection[node]!)) node = i;
  return { node, value: Math.abs(deflection[node]!) };
}

/** One line each: the best of every stiffener that helps by a tenth at least. */
function bestOfEach(all: readonly Stiffened[], now: number): Stiffened[] {
  const best = new Map<string, Stiffened>();
  for (const s of all) if (!best.has(s.stiffener.id) && s.most < 0.9 * now) best.set(s.stiffener.id, s);
  return [...best.values()];
}

interface Line {
  from: Point2;
  to: Point2;
  along: 'x' | 'y';
  /** Nodes from end to end. */
  nodes: number[];
}

/** Lines from rim to rim, across and up, nearest to a point, that go through no opening. */
function linesNear(panel: Panel, at: Point2): Line[] {
  const { nx, ny, dx, dy, low, after } = panel;
  const node = (i: number, j: number) => j * (nx + 1) + i;
  const whole = (i: number, j: number) => i >= 0 && i < nx && j >= 0 && j < ny && after[j * nx + i]! > 0.99;
  const found: Line[] = [];
  const nearest = (n: number, place: number, open: (k: number) => Line | undefined) => {
    const order = Array.from({ length: n - 1 }, (_, k) => k + 1).sort(
      (a, b) => Math.abs(a - place) - Math.abs(b - place),
    );
    for (const k of order) {
      const line = open(k);
      if (line) {
        found.push(line);
        return;
      }
    }
  };
  // A line keeps its whole width: the elements on both sides of it are there.
  nearest(nx, (at[0] - low[0]) / dx, (i) => {
    const all = Array.from({ length: ny }, (_, j) => j);
    if (!all.every((j) => whole(i - 1, j) && whole(i, j))) return undefined;
    const u = low[0] + i * dx;
    return { along: 'y', from: [u, low[1]], to: [u, low[1] + ny * dy], nodes: [...all, ny].map((j) => node(i, j)) };
  });
  nearest(ny, (at[1] - low[1]) / dy, (j) => {
    const all = Array.from({ length: nx }, (_, i) => i);
    if (!all.every((i) => whole(i, j - 1) && whole(i, j))) return undefined;
    const v = low[1] + j * dy;
    return { along: 'x', from: [low[0], v], to: [low[0] + nx * dx, v], nodes: [...all, nx].map((i) => node(i, j)) };
  });
  return found;
}

const ANGLE = STIFFENERS.find((s) => s.id === 'angle')!;

/** Angles on the four sides of the largest new opening, where the panel is whole all around it. */
function frameAround(
  { face, nx, ny, dx, dy, low, after }: Panel,
  openings: readonly CutOpening[],
): { corners: Point2[]; beams: Beam[] } | undefined {
  const [largest] = openings
    .filter((o) => o.face === face && o.kind === 'cut' && !o.inExisting)
    .sort((a, b) => b.area - a.area);
  if (!largest) return undefined;
  const [hu, hv] = halfOf(largest.shape);
  const [u, v] = largest.centre;
  const [i0, i1] = [Math.floor((u - hu - low[0]) / dx), Math.ceil((u + hu - low[0]) / dx)];
  const [j0, j1] = [Math.floor((v - hv - low[1]) / dy), Math.ceil((v + hv - low[1]) / dy)];
  if (i0 < 1 || j0 < 1 || i1 > nx - 1 || j1 > ny - 1) return undefined;
  for (let j = j0 - 1; j <= j1; j++)
    for (let i = i0 - 1; i <= i1; i++)
      if ((i < i0 || i === i1 || j < j0 || j === j1) && !(after[j * nx + i]! > 0.99)) return undefined;
  const beam = (i: number, j: number, along: Beam['along']): Beam => ({
    node: j * (nx + 1) + i,
    along,
    bending: ANGLE.bending,
    torsion: ANGLE.torsion,
  });
  const beams: Beam[] = [];
  for (let i = i0; i < i1; i++) beams.push(beam(i, j0, 'x'), beam(i, j1, 'x'));
  for (let j = j0; j < j1; j++) beams.push(beam(i0, j, 'y'), beam(i1, j, 'y'));
  const at = (i: number, j: number): Point2 => [low[0] + i * dx, low[1] + j * dy];
  return { corners: [at(i0, j0), at(i1, j0), at(i1, j1), at(i0, j1)], beams };
}

const beamsOn = ({ along, nodes }: Line, { bending, torsion }: Stiffener): Beam[] =>
  nodes.slice(0, -1).map((node) => ({ node, along, bending, torsion }));
