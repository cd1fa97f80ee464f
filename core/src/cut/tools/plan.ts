import { materialOf, wallOf, type Assembly } from '../../assembly';
import type { Conversion, FaceId } from '../../document';
import { halfOf, measuresOf, type CutOpening } from '../openings/opening';
import { freeAreaOf, ventHoles } from '../vents/pattern';
import { benchOf, KERF } from './bench';

/** How one opening is made. */
export interface ToolStep {
  opening: string;
  name: string;
  face: FaceId;
  /** So many alike, one after the other. */
  count: number;
  tool:
    'drill' | 'step drill' | 'hole saw' | 'jigsaw' | 'rotary tool' | 'file' | 'router' | 'laser' | 'by hand' | 'none';
  /** What to do, in order. */
  steps: string[];
  /** The line to follow lies so far inside the outline, mm. */
  kerfInside?: number;
  /** Where a saw of another size is taken: what it means. */
  saw?: { diameter: number; wanted: number; areaShare: number; metalLeft?: number };
  minutes: number;
}

/** A face's plan: small before large. */
export interface FacePlan {
  face: FaceId;
  steps: ToolStep[];
  minutes: number;
  /** New cut, mm; area taken, mm², and its share of the face. */
  length: number;
  area: number;
  share: number;
  hints: string[];
}

/** Minutes, common practice, no source: set up a tool, a hole, a metre of cut by hand tool and material. */
const MINUTES = {
  setUp: 3,
  hole: 1.5,
  saw: 5,
  metre: { wood: 12, metal: 40, plastic: 15 },
  corner: 1.5,
  fileMetre: 25,
};
/** A screw wants so much material between its hole and the opening, mm. */
const METAL_BESIDE = 1.5;
/** Corners sharper than the blade turns are filed, mm. */
const BLADE = 4;

const kindOf = (material: string): 'wood' | 'metal' | 'plastic' =>
  ['wood', 'plywood', 'fibreboard'].includes(material)
    ? 'wood'
    : material === 'steel' || material === 'aluminium'
      ? 'metal'
      : 'plastic';

/** Which tool for which opening, in which order, with pilot holes and lines to follow; what of each face stays. */
export function toolPlan(document: Conversion, assembly: Assembly, openings: readonly CutOpening[]): FacePlan[] {
  const fresh = openings.filter((o) => !o.inExisting && !o.made);
  return [...new Set(fresh.map((o) => o.face))].map((face) => {
    const here = fresh.filter((o) => o.face === face);
    const steps = here.map((o) => stepFor(document, assembly, o, here));
    const opened = new Map(here.map((o) => [o.id, o]));
    const sizes = new Map(here.map((o) => [o.id, measuresOf(o.shape).area]));
    steps.sort((a, b) => rank(a) - rank(b) || sizes.get(a.opening)! - sizes.get(b.opening)!);
    const frame = assembly.hull.frames.find((f) => f.face === face)!;
    const whole = areaOf(frame.outline);
    const measured = here.map((o) => (o.pattern ? freeAreaOf(o, o.pattern) : { length: o.length, free: o.area }));
    const area = measured.reduce((sum, m) => sum + m.free, 0);
    return {
      face,
      steps: together(opened, steps),
      minutes: Math.round(
        MINUTES.setUp * new Set(steps.map((s) => s.tool)).size + steps.reduce((sum, s) => sum + s.minutes, 0),
      ),
      length: measured.reduce((sum, m, i) => sum + (here[i]!.kind === 'cut' ? m.length : 0), 0),
      area,
      share: area / whole,
      hints: hintsFor(document, wallOf(assembly.hull, face)!.thickness, steps),
    };
  });
}

/** Holes alike of one part are one line. */
function together(here: ReadonlyMap<string, CutOpening>, steps: readonly ToolStep[]): ToolStep[] {
  const lines = new Map<string, ToolStep>();
  for (const step of steps) {
    const { group, kind } = here.get(step.opening)!;
    const key = kind === 'drill' ? `${group} ${step.tool} ${step.steps.join()}` : step.opening;
    const known = lines.get(key);
    if (known) lines.set(key, { ...known, count: known.count + 1, minutes: known.minutes + step.minutes });
    else lines.set(key, kind === 'drill' ? { ...step, name: step.name.replace(/ (?:hole )?\d+$/, ' holes') } : step);
  }
  return [...lines.values()];
}

const rank = ({ tool }: ToolStep) =>
  ['drill', 'step drill', 'hole saw', 'router', 'laser', 'jigsaw', 'rotary tool', 'file', 'by hand', 'none'].indexOf(
    tool,
  );

function areaOf(outline: readonly (readonly [number, number])[]): number {
  let twice = 0;
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    twice += p[0] * q[1] - q[0] * p[1];
  });
  return Math.abs(twice) / 2;
}

function stepFor(document: Conversion, assembly: Assembly, opening: CutOpening, here: readonly CutOpening[]): ToolStep {
  const bench = benchOf(document.cut.tools);
  const of = materialOf(document, assembly.hull, opening.face, opening.centre);
  const material = kindOf(of);
  const { thickness } = wallOf(assembly.hull, opening.face)!;
  const narrow = narrowest(opening);
  const base = { opening: opening.id, name: opening.name, face: opening.face, count: 1 };
  if (bench.laser > 0 && thickness <= 6 && of !== 'plastic' && material !== 'metal') {
    if (narrow <= bench.laser)
      return {
        ...base,
        tool: 'none',
        steps: [
          `${narrow.toFixed(1)} mm is narrower than the ${bench.laser.toFixed(1)} mm that the laser burns away: make it wider.`,
        ],
        minutes: 0,
      };
    return {
      ...base,
      tool: 'laser',
      steps: ['burn it from the drawing; the beam is set off by half of what it burns away'],
      kerfInside: bench.laser / 2,
      minutes: 1 + measuresOf(opening.shape).length / 400,
    };
  }
  if (opening.pattern && opening.pattern.kind !== 'grille') return ventStep(opening, bench, material, base);
  if (opening.shape.kind === 'round') return roundStep(opening, bench, material, base, here);
  return straightStep(opening, bench, material, base);
}

/** The narrowest that has to be cut in an opening, mm. */
function narrowest({ shape, pattern }: CutOpening): number {
  if (pattern?.kind === 'slots') return pattern.width;
  if (pattern?.kind === 'holes') return pattern.diameter;
  if (pattern?.kind === 'honeycomb') return pattern.across;
  return shape.kind === 'round' ? shape.diameter : Math.min(shape.width, shape.height);
}

type Base = Pick<ToolStep, 'opening' | 'name' | 'face' | 'count'>;
type BenchTools = ReturnType<typeof benchOf>;

function ventStep(opening: CutOpening, bench: BenchTools, material: ReturnType<typeof kindOf>, base: Base): ToolStep {
  const holes = ventHoles(opening, opening.pattern!);
  const d = opening.pattern!.kind === 'holes' ? opening.pattern!.diameter : 0;
  if (d > 0 && d <= bench.drills)
    return {
      ...base,
      tool: 'drill',
      steps: [
        `centre-punch ${holes.length} places through the sheet`,
        `drill 3 mm, then ${d.toFixed(1)} mm`,
        'countersink lightly from both sides',
      ],
      minutes: holes.length * 0.6,
    };
  const slots = opening.pattern!.kind === 'slots' ? opening.pattern! : undefined;
  return {
    ...base,
    tool: bench.rotary ? 'rotary tool' : bench.file ? 'file' : 'none',
    steps: slots
      ? [`drill ${slots.width.toFixed(1)} mm at both ends of each slot`, 'cut between them, file straight']
      : ['drill each hole, file it to the line'],
    minutes: holes.length * (material === 'metal' ? 6 : 4),
  };
}

function roundStep(
  opening: CutOpening,
  bench: BenchTools,
  material: ReturnType<typeof kindOf>,
  base: Base,
  here: readonly CutOpening[],
): ToolStep {
  const d = opening.shape.kind === 'round' ? opening.shape.diameter : 0;
  if (d <= bench.drills)
    return {
      ...base,
      tool: 'drill',
      steps: ['centre-punch', d > 5 ? `drill 3 mm, then ${d.toFixed(1)} mm` : `drill ${d.toFixed(1)} mm`],
      minutes: MINUTES.hole,
    };
  if (d <= bench.stepDrill && material !== 'wood')
    return {
      ...base,
      tool: 'step drill',
      steps: ['centre-punch, drill 4 mm', `open to ${Math.floor(d)} mm with the step drill, file the rest`],
      minutes: 3,
    };
  // A saw a little smaller can be filed out; a larger one has to leave metal beside the screws.
  const screws = here.filter(
    (o) => o.kind === 'drill' && o.group === opening.group && o.id.startsWith(opening.id.replace(/\/[^/]*$/, '')),
  );
  const metalBeside = (diameter: number) =>
    screws.length === 0
      ? undefined
      : Math.min(
          ...screws.map(
            (s) =>
              Math.hypot(s.centre[0] - opening.centre[0], s.centre[1] - opening.centre[1]) -
              halfOf(s.shape)[0] -
              diameter / 2,
          ),
        );
  const able = bench.holeSaws.filter((s) => (metalBeside(s) ?? Infinity) >= METAL_BESIDE);
  const nearest = [...able].sort((a, b) => Math.abs(a - d) - Math.abs(b - d))[0];
  if (nearest !== undefined && Math.abs(nearest - d) <= Math.max(3, 0.08 * d)) {
    const left = metalBeside(nearest);
    return {
      ...base,
      tool: 'hole saw',
      steps: [
        'centre-punch, drill the pilot of the saw, usually 6 mm',
        `saw ${nearest} mm from the outside half through, then from inside`,
        ...(nearest < d - 0.3
          ? [`file it out by ${((d - nearest) / 2).toFixed(1)} mm all round if it has to be ${d.toFixed(1)}`]
          : []),
      ],
      saw: {
        diameter: nearest,
        wanted: d,
        areaShare: (nearest / d) ** 2 - 1,
        ...(left === undefined ? {} : { metalLeft: left }),
      },
      minutes: MINUTES.saw,
    };
  }
  return straightStep(opening, bench, material, base);
}

function straightStep(
  opening: CutOpening,
  bench: BenchTools,
  material: 'wood' | 'metal' | 'plastic',
  base: Base,
): ToolStep {
  const { length } = measuresOf(opening.shape);
  const narrow = narrowest(opening);
  if (narrow <= KERF.rotary && narrow <= KERF.jigsaw)
    return {
      ...base,
      tool: 'none',
      steps: [`${narrow.toFixed(1)} mm is narrower than any blade of yours takes away: make it wider.`],
      minutes: 0,
    };
  const [hu, hv] = halfOf(opening.shape);
  const round = opening.shape.kind === 'round';
  const radius = opening.shape.kind === 'round' ? hu : opening.shape.radius;
  const small = Math.min(hu, hv) * 2 < 16;
  const pilot = Math.min(10, bench.drills, Math.floor(Math.min(hu, hv) * 1.6));
  const corners = `drill ${pilot} mm just inside ${round ? 'the line' : 'the four corners'}`;
  const metre = (length / 1000) * MINUTES.metre[material];
  const filed = !round && radius < BLADE && bench.file ? ['file the corners sharp'] : [];
  if (bench.router && material === 'wood' && !small)
    return {
      ...base,
      tool: 'router',
      steps: [corners, 'rout along a template', ...filed],
      kerfInside: KERF.router / 2,
      minutes: 10 + metre / 2 + filed.length * 4 * MINUTES.corner,
    };
  if (bench.jigsaw && !small)
    return {
      ...base,
      tool: 'jigsaw',
      steps: [
        corners,
        `saw along a line ${(KERF.jigsaw / 2 + 0.5).toFixed(1)} mm inside the outline`,
        'file to the line',
        ...filed,
      ],
      kerfInside: KERF.jigsaw / 2 + 0.5,
      minutes: metre + (length / 1000) * MINUTES.fileMetre + filed.length * 4 * MINUTES.corner,
    };
  if (bench.rotary)
    return {
      ...base,
      tool: 'rotary tool',
      steps: [corners, 'cut between them, short of the line', 'file to the line'],
      kerfInside: KERF.rotary / 2 + 0.5,
      minutes: 1.6 * metre + (length / 1000) * MINUTES.fileMetre,
    };
  if (bench.file)
    return {
      ...base,
      tool: 'file',
      steps: ['drill a row of holes along the line', 'break it out, file to the line'],
      minutes: 4 * metre,
    };
  return {
    ...base,
    tool: 'none',
    steps: ['No tool of yours makes it: jigsaw, rotary tool or files are needed.'],
    minutes: 0,
  };
}

function hintsFor(document: Conversion, thickness: number, steps: readonly ToolStep[]): string[] {
  const { material } = document.shell;
  const wood = kindOf(material) === 'wood';
  return [
    'Take the panel off and cut it alone, before anything is built in: swarf and electronics do not go together.',
    'Mask the face with tape, mark on it, and cut from the side that is seen' +
      (wood ? ', a board clamped behind it against splinters.' : '.'),
    ...(steps.some((s) => s.kerfInside !== undefined)
      ? ['Cut a little small and file to fit: an opening gets larger, never smaller.']
      : []),
    ...(!wood && thickness < 1.2 ? ['Clamp a board behind thin sheet: it flutters and tears else.'] : []),
    ...(material === 'bakelite'
      ? ['Bakelite breaks: no jigsaw in orbit, fine teeth, slowly; its dust is not to be breathed.']
      : []),
    'Eyes and ears protected, a mask against dust, work clamped, no gloves at rotating tools.',
  ];
}
