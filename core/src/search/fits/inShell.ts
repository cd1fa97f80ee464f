import { assemble } from '../../assembly';
import { newConversion, type Conversion } from '../../document';
import { marginsOf } from '../../fit';
import type { Assess } from '../judged';
import { searchLayouts } from '../layouts';
import type { Layout } from '../layout';
import { belonging, homelessNames } from '../riders';

/** Whether a kit goes into the shell of another conversion. */
export interface InShell {
  /** Least spare room of the best layout that was found, mm; missing: none was. */
  spare?: number;
  placements?: Layout['placements'];
  /** What has no place in it at all, not even alone, by name: parts, and rows as one. */
  homeless: string[];
}

export interface InShellOptions {
  assess?: Assess;
  seed?: number;
  stop?: () => boolean;
}

/** Placings that are tried, and layouts of which the best is taken. */
const STEPS = 500;
const WANTED = 3;

/** The shell of one conversion with the kit of another, its rows and what stands on its trays: nothing is in it yet, its brief holds. */
export function kitInShell(from: Conversion, { name, shell, brief }: Conversion): Conversion {
  const plan = newConversion(name, shell.hull);
  return {
    ...plan,
    shell,
    brief: { ...brief, targets: {} },
    kit: from.kit,
    layout: { ...plan.layout, ...belonging(from) },
  };
}

/** Tries a kit in the shell of another conversion, as if that were empty. */
export function inShell(kit: Conversion, shell: Conversion, options: InShellOptions = {}): InShell {
  const plan = kitInShell(kit, shell);
  const { layouts, homeless } = searchLayouts(plan, { steps: STEPS, wanted: WANTED, ...options });
  const spares = layouts.map(({ placements }) => {
    const there = { ...plan, layout: { ...plan.layout, placements } };
    const margins = marginsOf(assemble(there)).filter((m) => m.kind === 'body');
    return { placements, spare: Math.min(...margins.map((m) => m.spare), Infinity) };
  });
  const [best] = spares.sort((p, q) => q.spare - p.spare);
  return { ...best, homeless: homelessNames(plan, homeless) };
}
