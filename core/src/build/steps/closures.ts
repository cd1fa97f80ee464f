import type { Closure, Conversion } from '../../document';
import { ENDED, openedHow } from '../../shell';
import { DUST, EYES } from './cautions';
import type { Step } from './step';

/** Minutes for each closure that is forced, and each that is made anew. Common practice, no source. */
const MINUTES = { forced: 5, anew: 4 };

/** What is riveted or glued opens the first time by force; what it is shut with from then on is made. */
export function closureSteps({ shell }: Conversion): (Omit<Step, 'materials' | 'wait'> & Partial<Step>)[] {
  return Object.entries(shell.bodies).flatMap(([id, body]) => {
    const name = body.name || body.kind;
    const steps: (Omit<Step, 'materials' | 'wait'> & Partial<Step>)[] = [];
    const ended = body.closures.filter((c) => ENDED.has(c.kind));
    if (openedHow(body) !== '')
      steps.push({
        id: `open.${id}`,
        name: `Open ${name}: ${openedHow(body)}`,
        phase: 'strip',
        minutes: MINUTES.forced * ended.reduce((sum, c) => sum + c.count, 1),
        after: [],
        tools: body.closures.some((c) => c.kind === 'rivet') ? ['drill'] : ['knife'],
        cautions: [EYES, DUST],
        of: JSON.stringify(body.closures),
      });
    const anew = body.closures.filter((c) => c.was !== undefined && c.was !== c.kind);
    if (anew.length > 0)
      steps.push({
        id: `shut-anew.${id}`,
        name: `${name}: ${anew.map(anewWords).join('; ')}`,
        phase: 'strip',
        minutes: MINUTES.anew * anew.reduce((sum, c) => sum + c.count, 0),
        after: [],
        tools: anew.some((c) => c.was === 'rivet') ? ['drill', 'rivet nut pliers'] : ['drill'],
        cautions: [EYES, DUST],
        of: JSON.stringify(anew),
      });
    return steps;
  });
}

/** What it takes to shut a body with something else than it came with. */
function anewWords({ kind, count, was }: Closure): string {
  if (kind === 'screw' && was === 'rivet') return `drill out the rivets and set ${count} rivet nuts in their holes`;
  if (kind === 'screw') return `part the ${was}, and drill and tap for ${count} screws`;
  if (kind === 'magnet') return `part the ${was}, and glue in ${count} magnets with their plates`;
  return `${kind} in place of ${was}`;
}
