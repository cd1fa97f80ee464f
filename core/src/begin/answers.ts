import { POLICY_NAMES, STARTING_FORMS, type Policy, type Side, type StartingForm } from '../document';
import { STANDS, type StandingPlace } from '../brief';
import { MATERIALS, standardPart, type Material } from '../standards';
import { TOOL_NAMES, type Tool } from '../quantity';

/** How a shell opens; some other way is entered at Shell. */
export const OPENINGS = ['lid', 'hinged', 'not'] as const;
export const HINGES = ['rear', 'left', 'right', 'front'] as const;
export const RIDGES = ['front to rear', 'left to right'] as const;
/** Feet a shell may stand on, mm. */
export const FEET = { least: 0, most: 500 } as const;

/** What is asked before the first verdict; lengths in mm. */
export interface Answers {
  name: string;
  form: StartingForm;
  /** Were width, depth and height taken outside, or is it the room inside? */
  sizes: 'outside' | 'inside';
  width: number;
  depth: number;
  height: number;
  /** All walls alike, until they are measured one by one. */
  wall: number;
  material: Material;
  /** What the sizes and the wall were taken with. */
  tool: Tool;
  /** How it opens. */
  opens: (typeof OPENINGS)[number];
  /** The edge a hinged lid turns about. */
  hinge: Exclude<Side, 'top' | 'bottom'>;
  /** An arched top: which way its ridge runs. */
  ridge: (typeof RIDGES)[number];
  /** Height of the feet under it; 0: none, or not known. */
  feet: number;
  /** Is its rear seen where it stands? */
  rearSeen: boolean;
  stands: StandingPlace;
  policy: Policy;
  kit: readonly { key: string; name: string; count: number }[];
}

export const FIRST_ANSWERS: Answers = {
  name: '',
  form: 'box',
  sizes: 'outside',
  width: 400,
  depth: 300,
  height: 150,
  wall: 3,
  material: 'other',
  tool: 'guess',
  opens: 'lid',
  hinge: 'rear',
  ridge: 'front to rear',
  feet: 0,
  rearSeen: false,
  stands: 'table',
  policy: 'sleeper',
  kit: [],
};

/** Most parts of a kind that can be asked for at the start. */
export const MOST_OF_A_KIND = 12;
/** Sizes a shell may have, mm. */
export const SIZES = { least: 20, most: 3000 } as const;
export const WALLS = { least: 0.3, most: 60 } as const;

/** What is wrong with the answers, by the answer it is about, in words that can be shown. */
export function wrongWith(answers: Answers): Partial<Record<keyof Answers, string>> {
  const wrong: Partial<Record<keyof Answers, string>> = {};
  for (const key of ['width', 'depth', 'height'] as const)
    if (!(answers[key] >= SIZES.least && answers[key] <= SIZES.most))
      wrong[key] = `${answers[key]} mm is out of range; enter ${SIZES.least} to ${SIZES.most} mm.`;
  if (!(answers.wall >= WALLS.least && answers.wall <= WALLS.most))
    wrong.wall = `${answers.wall} mm is out of range; enter ${WALLS.least} to ${WALLS.most} mm.`;
  const smallest = Math.min(answers.width, answers.depth, answers.height);
  if (!wrong.wall && answers.sizes === 'outside' && !(2 * answers.wall < smallest - 1))
    wrong.wall = `Walls of ${answers.wall} mm leave no room in ${smallest} mm.`;
  const odd = answers.kit.find(
    ({ key, count }) => !standardPart(key) || !(Number.isInteger(count) && count >= 1 && count <= MOST_OF_A_KIND),
  );
  if (odd) wrong.kit = `${odd.count} × ${odd.key}: known parts, 1 to ${MOST_OF_A_KIND} of each.`;
  if (!(answers.feet >= FEET.least && answers.feet <= FEET.most))
    wrong.feet = `Feet of ${answers.feet} mm: enter ${FEET.least} to ${FEET.most} mm.`;
  if (!OPENINGS.includes(answers.opens)) wrong.opens = `It opens in one of these ways: ${OPENINGS.join(', ')}.`;
  if (!HINGES.includes(answers.hinge)) wrong.hinge = `A hinge is at one of ${HINGES.join(', ')}.`;
  if (!RIDGES.includes(answers.ridge)) wrong.ridge = `A ridge runs ${RIDGES.join(' or ')}.`;
  if (!(answers.form in STARTING_FORMS))
    wrong.form = `A form would be one of ${Object.keys(STARTING_FORMS).join(', ')}.`;
  if (!MATERIALS.includes(answers.material)) wrong.material = `A material would be one of ${MATERIALS.join(', ')}.`;
  if (!TOOL_NAMES.includes(answers.tool)) wrong.tool = `A tool would be one of ${TOOL_NAMES.join(', ')}.`;
  if (!POLICY_NAMES.includes(answers.policy)) wrong.policy = `How far: one of ${POLICY_NAMES.join(', ')}.`;
  if (!(answers.stands in STANDS)) wrong.stands = `It stands in one of these ways: ${Object.keys(STANDS).join(', ')}.`;
  return wrong;
}
