import { facesAgainst } from '../brief';
import {
  defaultArch,
  validationIssuesOf,
  lidAt,
  newConversion,
  nextId,
  STARTING_FORMS,
  type Body,
  type Conversion,
  type FaceId,
  type Hull,
  type Shell,
} from '../document';
import { partFrom } from '../parts';
import { measured, TOOLS, type Measured } from '../quantity';
import { standardPart } from '../standards';
import { wrongWith, type Answers } from './answers';

/**
 * The plan that the answers describe: the shell with what was measured by its tool and what was not as guesses, a lid, the
 * brief, the kit without places. @throws Error with what is wrong with the answers
 */
export function firstPlan(answers: Answers): Conversion {
  const [wrong] = Object.values(wrongWith(answers));
  if (wrong) throw new Error(wrong);
  const plan = newConversion(answers.name.trim() || 'Untitled shell', hullOf(answers));
  const shell: Shell = { ...plan.shell, material: answers.material };
  if (answers.opens !== 'not') shell.bodies = { 'lid-1': firstLid(answers) };
  const [odd] = validationIssuesOf({ ...plan, shell });
  if (odd) throw new Error(odd.message);
  const blockedFaces = against(answers, shell);
  const parts: Conversion['kit']['parts'] = {};
  for (const { key, name, count } of answers.kit)
    for (let k = 1; k <= count; k++) {
      const row = standardPart(key)!;
      parts[nextId(parts, row.kind)] = partFrom(row, count > 1 ? `${name} ${k}` : name);
    }
  return {
    ...plan,
    shell,
    kit: { ...plan.kit, parts },
    brief: {
      ...plan.brief,
      policy: answers.policy,
      blockedFaces,
      ...(answers.rearSeen ? { seen: { rear: 'always' as const } } : {}),
    },
    air: { ...plan.air, ...(answers.feet > 0 ? { feet: answers.feet } : {}) },
  };
}

/** The faces it stands against. @throws Error where its walls take all the room */
function against({ stands, wall, form, width, depth, height }: Answers, shell: Shell): FaceId[] {
  try {
    return facesAgainst(shell, stands);
  } catch {
    throw new Error(`Walls of ${wall} mm leave no room in a ${form} of ${width} × ${depth} × ${height} mm.`);
  }
}

/** Outside sizes: as they were taken, or the room inside with a wall at each end. */
function outside({ sizes, width, depth, height, wall }: Answers): { width: number; depth: number; height: number } {
  const walls = sizes === 'inside' ? 2 * wall : 0;
  return { width: width + walls, depth: depth + walls, height: height + walls };
}

const rounded = (mm: number) => Math.round(mm * 1000) / 1000;

/** A starting form stretched to the outside sizes; lengths that were not asked for stay guesses. */
function hullOf(answers: Answers): Hull {
  const { tool } = answers;
  const size = outside(answers);
  const wall = measured(answers.wall, tool, Math.min(TOOLS[tool].uncertainty, answers.wall / 3));
  const from =
    answers.form === 'arch'
      ? defaultArch(answers.ridge === 'left to right' ? 'x' : 'y')
      : STARTING_FORMS[answers.form]();
  const known = (value: number) => measured(rounded(value), tool);
  const evenly = { front: wall, rear: wall, left: wall, right: wall, top: wall, bottom: wall };
  if (from.form === 'box')
    return {
      form: 'box',
      width: known(size.width),
      depth: known(size.depth),
      height: known(size.height),
      walls: evenly,
    };
  if (from.form === 'tub') {
    // What is taken over a tub is its widest: the rim; how far the sides lean in is a guess.
    const lean = (rim: number) => measured(rounded(rim * 0.9), 'guess');
    return {
      form: 'tub',
      width: lean(size.width),
      depth: lean(size.depth),
      height: known(size.height),
      topWidth: known(size.width),
      topDepth: known(size.depth),
      walls: evenly,
    };
  }
  const sizes = [size.width, size.depth, size.height] as const;
  const along = ({ x: 0, y: 1, z: 2 } as const)[from.axis as 'x' | 'y' | 'z'];
  const [across, up] = [0, 1, 2].filter((i) => i !== along) as [0 | 1 | 2, 0 | 1 | 2];
  const round = Math.min(sizes[across], sizes[up]) / 4;
  // Over an arch the height was taken to its middle, which stands out over the corners.
  const arched = from.corners.some((c) => c.rise.value > 0);
  const most = {
    a: Math.max(...from.corners.map((c) => c.a.value)),
    b: Math.max(...from.corners.map((c) => c.b.value)),
  };
  /** The far side of the form is what was taken; what lies between is as far along it as in the starting form. */
  const stretched = (m: Measured, key: 'a' | 'b'): Measured => {
    if (m.value === 0) return m;
    if (arched && key === 'b') return measured(rounded(sizes[up] - round), 'guess');
    const to = sizes[key === 'a' ? across : up];
    return m.value === most[key] ? known(to) : measured(rounded((m.value / most[key]) * to), 'guess');
  };
  /** Roundings and rises must stay well inside. */
  const within = (m: Measured): Measured => (m.value === 0 ? m : measured(rounded(round), 'guess'));
  return {
    ...from,
    length: known(sizes[along]),
    ends: { low: wall, high: wall },
    corners: from.corners.map((c) => ({
      ...c,
      a: stretched(c.a, 'a'),
      b: stretched(c.b, 'b'),
      radius: within(c.radius),
      rise: within(c.rise),
      wall,
    })),
  };
}

/** How far a hinged lid opens until it is measured, degrees. Common practice, no source. */
const OPENS_BY = 100;

/** The lid is what is above the inside of the top, until the joint is measured. */
function firstLid(answers: Answers): Body {
  const { height } = outside(answers);
  const lid = lidAt(measured(rounded(height - answers.wall), 'guess', Math.min(5, answers.wall)), 'Lid', []);
  if (answers.opens !== 'hinged') return lid;
  return {
    ...lid,
    motion: { kind: 'swing', edge: answers.hinge, angle: OPENS_BY },
    closures: [{ kind: 'hinge', count: 2, where: `at the ${answers.hinge} edge`, releasedFrom: 'outside' }],
  };
}
