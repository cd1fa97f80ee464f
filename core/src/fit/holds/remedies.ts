import { mayCut } from '../../brief';
import { assemble, movedWith, pluggedOf, type Assembly, type PlacedPart } from '../../assembly';
import {
  applyChange,
  nextId,
  rowOf,
  type Change,
  type Conversion,
  type Made,
  type Part,
  type Placement,
} from '../../document';
import type { Finding, Remedy } from '../../findings';
import {
  HOLDS,
  holdsOf,
  isBare,
  standoffFor,
  undersideOf,
  whyNotStuck,
  type Hold,
  type Stick,
  type Support,
} from '../../hold';
import { LONGEST_STANDOFF } from '../../standards';
import { partMade } from '../../kit';
import { DIRECTIONS, opposite, type Direction, type Vec3 } from '../../solid';
import { assessFit } from '../assess';
import { listOf, mm } from '../words';
import { belowOf } from './below';
import { ALL, HELD } from './findings';

/** A block higher than this is a plate on posts, mm. Common practice, no source. */
const BLOCK = 40;
/** No block is lower, and none under what is bare, mm. Common practice, no source. */
const LEAST_BLOCK = 3;
const UNDER_BARE = 6;
/** Sheet of the plate on posts, width of an angle, its thickness, its leg at the wall, mm. Common practice, no source. */
const STOCK = { plate: 3, strip: 20, thick: 2, leg: 40 };
/** A wall farther off than this carries no angle: its leg would bend. Common practice, no source. */
const ANGLE_GAP = 60;

/** A way to hold a part, before it is tried. */
interface Idea {
  id: string;
  label: string;
  price: string;
  change: Change;
}

/** Whether a plan with a change holds a part, and everything else is at least as good. */
interface Tried {
  document: Conversion;
  hold: Hold;
}

/**
 * What would hold a part, each tried on the plan: it is held then, nothing in Fit stops that did not stop before, and what
 * carries it is held as well.
 */
export function holdRemedies(document: Conversion, finding: Finding): Remedy[] {
  const assembly = assemble(document);
  if (finding.id === `fit/${ALL}/held` && finding.about.length > 1) return eachHeld(document, finding);
  const id = finding.about[0]?.id;
  const part = assembly.parts.find((p) => p.id === id);
  if (id === undefined || !part) return [];
  const before = graveOf(document, assembly);
  return ideasFor(document, assembly, part, finding).filter(
    ({ change }) => helps(document, change, finding, id, before) !== undefined,
  );
}

function ideasFor(document: Conversion, assembly: Assembly, part: PlacedPart, finding: Finding): Idea[] {
  switch (HELD.exec(finding.id)?.[1]) {
    case 'held':
      return [
        ...setDown(document, assembly, part),
        ...screwedHigher(document, part),
        ...carriers(document, assembly, part),
        ...stuck(document, part, finding),
      ];
    case 'slides':
      return stuck(document, part, finding);
    case 'moves-with':
      return [goesWith(document, assembly, finding)];
    default:
      return offTheJoint(document, part);
  }
}

/** So many ways are offered for each of many parts that nothing holds. */
const MOST_EACH = 2;

/** Of many parts that nothing holds: the first way of each, one after the other, in one go; and a few of each by itself. */
function eachHeld(document: Conversion, { about, ...finding }: Finding): Remedy[] {
  const alone = (id: string): Finding => ({ ...finding, id: `fit/${id}/held`, about: [{ kind: 'part', id }] });
  const done: Remedy[] = [];
  let plan = document;
  for (const { id } of about) {
    const [first] = holdRemedies(plan, alone(id));
    if (!first) continue;
    done.push(first);
    plan = applyChange(plan, first.change).document;
  }
  const each = about.flatMap(({ id }) =>
    holdRemedies(document, alone(id))
      .slice(0, MOST_EACH)
      .map((remedy): Remedy => ({ ...remedy, id: `${id}-${remedy.id}` })),
  );
  if (done.length < 2) return each;
  const label = `Hold ${done.length} of ${about.length}, each by the least: ${done.map((r) => lowered(r.label)).join('; ')}`;
  return [
    {
      id: 'each',
      label,
      price: 'each can be undone by itself afterwards',
      change: all(
        `hold ${done.length} parts`,
        done.map((r) => r.change),
      ),
    },
    ...each,
  ];
}

const lowered = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** Does the part hold with a change, is what is said gone, and does nothing new stop? */
function helps(
  document: Conversion,
  change: Change,
  finding: Finding,
  id: string,
  before: ReadonlySet<string>,
): Tried | undefined {
  let next: Conversion;
  try {
    next = applyChange(document, change).document;
  } catch {
    return undefined;
  }
  const assembly = assemble(next);
  const hold = holdsOf(next, assembly).get(id);
  if (!hold || !HOLDS.has(hold.kind)) return undefined;
  const gone = !assessFit(next, assembly).findings.some((f) => f.id === finding.id);
  const fresh = [...graveOf(next, assembly)].some((what) => !before.has(what));
  return gone && !fresh ? { document: next, hold } : undefined;
}

/** What stops, by its id, and which parts nothing holds. */
const graveOf = (document: Conversion, assembly: Assembly): ReadonlySet<string> =>
  new Set([
    ...assessFit(document, assembly)
      .findings.filter((f) => f.verdict === 'stop')
      .map((f) => f.id),
    ...[...holdsOf(document, assembly).values()]
      .filter(({ kind }) => !HOLDS.has(kind))
      .map(({ part }) => `nothing holds ${part}`),
  ]);

/** Down onto what is under it, what stands on it and what is plugged in with it. */
function setDown(document: Conversion, assembly: Assembly, part: PlacedPart): Idea[] {
  const below = belowOf(document, assembly, part);
  const { placement, id } = part;
  // What is bare and live is laid on nothing.
  if (!below || below.distance < 0.05 || placement.locked || isBare(part)) return [];
  return [
    {
      id: 'set-down',
      label: `Set ${part.part.name} down on ${below.support.name}, ${mm(below.distance)} lower`,
      price: 'nothing is made for it; keep it from sliding with a strap or tape',
      change: all(
        `set ${part.part.name} down`,
        moved(document, assembly, id, { ...placement, z: round(placement.z - below.distance) }),
      ),
    },
  ];
}

/** On longer standoffs through its own holes, where it is. */
function screwedHigher(document: Conversion, part: PlacedPart): Idea[] {
  const idea: Change = { type: 'setMount', part: part.id, mount: { kind: 'standoff' } };
  const hold = triedHold(document, idea, part.id);
  if (hold?.kind !== 'screws' || hold.gap < 3 || hold.gap > LONGEST_STANDOFF) return [];
  const length = standoffFor(hold.gap);
  if (length === undefined) return [];
  const rest = hold.gap - length;
  return [
    {
      id: 'standoffs',
      label: `Put ${part.part.name} on standoffs of ${length} mm from ${hold.by!.name}`,
      price: `${hold.holes} standoffs${rest > 0.3 ? `, washers of ${mm(rest)} under each` : ''}, a hole under each`,
      change: idea,
    },
  ];
}

function triedHold(document: Conversion, change: Change, id: string): Hold | undefined {
  const next = applyChange(document, change).document;
  return holdsOf(next, assemble(next)).get(id);
}

/** The box under a part that lies on its underside: what a carrier has to bear. */
function footOf(part: PlacedPart): { low: [number, number]; high: [number, number]; z: number } | undefined {
  const points = undersideOf(part);
  if (points.length === 0) return undefined;
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return {
    low: [Math.min(...xs), Math.min(...ys)],
    high: [Math.max(...xs), Math.max(...ys)],
    z: points[0]![2],
  };
}

/** A block or a plate on posts under it, two angles at the wall beside it. */
function carriers(document: Conversion, assembly: Assembly, part: PlacedPart): Idea[] {
  const foot = footOf(part);
  if (!foot) return [];
  const name = part.part.name;
  const ideas: Idea[] = [];
  const [width, depth] = [0, 1].map((i) => round(foot.high[i]! - foot.low[i]!)) as [number, number];
  const below = belowOf(document, assembly, part);
  if (below && below.distance >= 1 && width >= 8 && depth >= 8) {
    // Nobody saws a block of a millimetre; what is bare keeps its solder side free.
    const height = round(Math.max(below.distance, isBare(part) ? UNDER_BARE : LEAST_BLOCK));
    const raise = height - below.distance;
    const block = height <= BLOCK;
    const taped = !mayDrill(document, below.support);
    const made: Made = {
      kind: 'stand',
      width,
      depth,
      height,
      thickness: isBare(part) ? 6 : STOCK.plate,
      foot: block ? 'block' : 'posts',
      // What is bare lies on wood.
      material: isBare(part) ? 'plywood' : block ? 'wood' : 'aluminium',
    };
    ideas.push(
      carrierIdea(
        document,
        part,
        made,
        block ? 'Block' : 'Stand',
        {
          x: foot.low[0],
          y: foot.low[1],
          z: round(foot.z - below.distance),
          rear: 'rear',
          top: 'top',
          locked: false,
        },
        block
          ? `Put a block of ${made.material}, ${mm(height)} high, under ${name}`
          : `Put ${name} on a plate on four posts, ${mm(height)} high`,
        `${block ? 'a block to saw' : 'a plate and four posts to make'}, ${
          taped ? 'taped to what is under it' : `${block ? 'two' : 'four'} screws from below`
        }`,
        { raise, taped },
      ),
    );
  }
  for (const [wall, gap] of wallsBeside(assembly, part)) {
    if (gap > ANGLE_GAP || isBare(part) || !mayCut(document.brief, wall)) continue;
    const along = wall === 'left' || wall === 'right' ? depth : width;
    const across = wall === 'left' || wall === 'right' ? width : depth;
    const reach = round(gap + Math.max(8, 0.75 * across));
    const made: Made = {
      kind: 'angles',
      width: round(Math.max(16, along - 4)),
      reach,
      leg: STOCK.leg,
      strip: Math.min(STOCK.strip, Math.floor(Math.max(8, along / 3))),
      thickness: STOCK.thick,
      material: 'steel',
    };
    ideas.push(
      carrierIdea(
        document,
        part,
        made,
        'Angles',
        anglesAt(wall, gap, foot, part, made),
        `Put ${name} on two angles at the ${wall} wall`,
        `two angles of ${mm(STOCK.leg)} × ${mm(reach)} to make, screwed to the wall`,
      ),
    );
  }
  return ideas;
}

/** What is original is drilled only where the policy allows it; what is made for the plan always is. */
const mayDrill = ({ brief, kit }: Conversion, { kind, id }: Support): boolean =>
  kind === 'wall' ? mayCut(brief, id) : brief.policy !== 'conserve' || kit.parts[id]?.own?.made !== undefined;

const round = (v: number) => Math.round(v * 100) / 100;

/** Walls square beside a part and how far they are, nearest first. */
function wallsBeside({ hull }: Assembly, part: PlacedPart): [Exclude<Direction, 'top' | 'bottom'>, number][] {
  return (['left', 'right', 'front', 'rear'] as const)
    .flatMap((side): [Exclude<Direction, 'top' | 'bottom'>, number][] => {
      const way = DIRECTIONS[side];
      const wall = hull.walls.find((w) => w.normal.reduce((sum, n, i) => sum + n * way[i]!, 0) < -0.999);
      if (!wall) return [];
      const axis = way.findIndex((n) => n !== 0);
      const sign = way[axis]!;
      const gap = -wall.offset - sign * (sign > 0 ? part.high : part.low)[axis]!;
      return gap >= -0.5 ? [[side, Math.max(0, gap)]] : [];
    })
    .sort((a, b) => a[1] - b[1])
    .slice(0, 2);
}

/** Where two angles hang under a part: their underside to the wall, their carrying legs up. */
function anglesAt(
  wall: Exclude<Direction, 'top' | 'bottom'>,
  gap: number,
  foot: { low: [number, number]; high: [number, number]; z: number },
  part: PlacedPart,
  made: Extract<Made, { kind: 'angles' }>,
): Placement {
  const at: Vec3 = [foot.low[0] + 2, foot.low[1] + 2, round(foot.z - made.leg)];
  if (wall === 'left') at[0] = round(part.low[0] - gap);
  if (wall === 'right') at[0] = round(part.high[0] + gap - made.reach);
  if (wall === 'front') at[1] = round(part.low[1] - gap);
  if (wall === 'rear') at[1] = round(part.high[1] + gap - made.reach);
  return { x: at[0], y: at[1], z: at[2], rear: 'top', top: opposite(wall), locked: false };
}

/** The change that makes a carrier, puts it there, and has the part go with it. */
function carrierIdea(
  document: Conversion,
  part: PlacedPart,
  made: Made,
  stem: string,
  placement: Placement,
  label: string,
  price: string,
  { raise = 0, taped = false } = {},
): Idea {
  const assembly = assemble(document);
  const carrier = nextId(document.kit.parts, made.kind, document.spent);
  const on = part.placement.on;
  const whole: Part = partMade(made, `${stem} under ${part.part.name}`);
  return {
    id: made.kind === 'angles' ? `angles-${placement.top}` : made.kind,
    label,
    price,
    change: {
      type: 'all',
      what: label,
      changes: [
        {
          type: 'addPart',
          id: carrier,
          part: whole,
          placement: { ...placement, ...(on === undefined ? {} : { on }) },
        },
        ...moved(document, assembly, part.id, { ...part.placement, z: round(part.placement.z + raise) }).map(
          (change) =>
            change.type === 'placePart' && change.id === part.id && change.placement
              ? { ...change, placement: { ...change.placement, with: carrier } }
              : change,
        ),
        ...(taped ? [{ type: 'setMount', part: carrier, mount: { kind: 'tape' } } as const] : []),
      ],
    },
  };
}

const STICKS: readonly { kind: Stick; label: string; price: string }[] = [
  {
    kind: 'strap',
    label: 'Strap',
    price: 'a strap or hook tape through two slots or round a rail; comes off at any time',
  },
  { kind: 'tape', label: 'Tape', price: 'foam tape; clean and not warmer than 60 °C; comes off with a wire' },
  { kind: 'glue', label: 'Glue', price: 'for good: dry fit first' },
];

/** Strap, tape or glue to what it lies on, with all of its row. */
function stuck({ brief, layout }: Conversion, part: PlacedPart, { about }: Finding): Idea[] {
  const name = rowOf(layout, part.id)?.row.name ?? part.part.name;
  return STICKS.filter(({ kind }) => !isBare(part) && whyNotStuck(brief, part, kind) === undefined).map(
    ({ kind, label, price }) => ({
      id: kind,
      label: `${label} ${name} down`,
      price,
      change: all(
        `${label.toLowerCase()} ${name} down`,
        about.map(({ id }): Change => ({ type: 'setMount', part: id, mount: { kind } })),
      ),
    }),
  );
}

/** The changes that put a part somewhere, what is plugged into it and stands on it with it. */
const moved = (document: Conversion, assembly: Assembly, id: string, placement: Placement): Change[] =>
  Object.entries(movedWith(document, pluggedOf(assembly.parts), id, placement)).map(([one, at]): Change => ({
    type: 'placePart',
    id: one,
    placement: at,
  }));

const all = (what: string, changes: Change[]): Change =>
  changes.length === 1 ? changes[0]! : { type: 'all', what, changes };

/** They move with what they are screwed to. */
function goesWith(document: Conversion, assembly: Assembly, { about }: Finding): Idea {
  const holds = holdsOf(document, assembly);
  const [body] = holds.get(about[0]!.id)?.bodies ?? [];
  const name = body === undefined ? undefined : document.shell.bodies[body]?.name || body;
  const names = listOf(about.map(({ id }) => document.kit.parts[id]!.name));
  const [goes, stays] = about.length === 1 ? ['goes', 'stays'] : ['go', 'stay'];
  const label = name === undefined ? `${names} ${stays} with the shell` : `${names} ${goes} with ${name}`;
  return {
    id: 'goes-with',
    label,
    price: name === undefined ? 'what opens leaves it behind' : 'cables need enough length to part from, or a plug',
    change: all(
      label,
      about.map(({ id }): Change => {
        const { on: _, ...rest } = document.layout.placements[id]!;
        return { type: 'placePart', id, placement: body === undefined ? rest : { ...rest, on: body } };
      }),
    ),
  };
}

/** Steps by which a part or a joint is moved off each other, mm. */
const STEP = 1;
const FARTHEST = 150;

/** The part up or down until its screws are on one side of the joint; the joint itself down or up. */
function offTheJoint(document: Conversion, part: PlacedPart): Idea[] {
  const ideas: Idea[] = [];
  const { id, placement } = part;
  if (!placement.locked)
    for (const way of [-1, 1] as const) {
      for (let by = STEP; by <= FARTHEST; by += STEP) {
        const moved: Placement = { ...placement, z: Math.round((placement.z + way * by) * 1000) / 1000 };
        const change: Change = { type: 'placePart', id, placement: moved };
        const hold = triedHold(document, change, id);
        if (!hold || hold.kind !== 'screws') break;
        if (hold.bodies.length > 1) continue;
        const [body] = hold.bodies;
        ideas.push({
          id: way < 0 ? 'lower' : 'higher',
          label: `Move ${part.part.name} ${mm(by)} ${way < 0 ? 'down' : 'up'}, all its screws on one side of the joint`,
          price: 'nothing cut',
          change:
            body === moved.on ? change : { ...change, placement: body === undefined ? moved : { ...moved, on: body } },
        });
        break;
      }
    }
  for (const [key, body] of Object.entries(document.shell.bodies)) {
    if (body.cut.kind !== 'plane' || body.cut.axis !== 'z') continue;
    const { cut } = body;
    for (const way of [-1, 1] as const)
      for (let by = STEP; by <= FARTHEST; by += STEP) {
        const value = Math.round((cut.at.value + way * by) * 1000) / 1000;
        const change: Change = {
          type: 'setBody',
          id: key,
          body: { ...body, cut: { ...cut, at: { ...cut.at, value } } },
        };
        const hold = triedHold(document, change, id);
        if (hold?.bodies.length !== 1) continue;
        ideas.push({
          id: `joint-${way < 0 ? 'lower' : 'higher'}`,
          label: `${way < 0 ? 'Lower' : 'Raise'} the joint of ${body.name || body.kind} to ${mm(value)}`,
          price: 'only where the shell is made anew, or the joint can be moved',
          change,
        });
        break;
      }
  }
  return ideas;
}
