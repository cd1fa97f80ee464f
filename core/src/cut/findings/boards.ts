import { boardName, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { mm } from '../../quantity';
import { screwsInOpenings } from '../sheets/carriers';

/** Openings in boards of drawers that reach over the edge of their board, or take away what something is screwed to. */
export function boardFindings(document: Conversion, assembly: Assembly): Finding[] {
  const of = (id: string, body: string) => ({
    id: `cut/board/${id.replaceAll('/', '.')}`,
    station: 'cut',
    verdict: 'stop' as const,
    figures: [],
    about: [{ kind: 'measurement' as const, id: `/shell/bodies/${body}/motion/openings` }],
  });
  const beyond = assembly.inBoards
    .filter((o) => o.over > 1e-6)
    .map(({ id, body, board, opening, over }): Finding => ({
      ...of(`${id}/edge`, body),
      sentence: `${opening.name} reaches ${mm(over)} over the edge of ${boardName(board.name)}: nothing is left there. Move it, or make it smaller.`,
      brief: `${opening.name} over the edge`,
    }));
  const screws = screwsInOpenings(document, assembly).map(
    ({ opening: { id, body, board, opening }, screw }): Finding => ({
      ...of(`${id}/${screw.replaceAll(/[^a-z0-9]+/gi, '-')}`, body),
      sentence: `${opening.name} in ${boardName(board.name)} takes away where ${screw} goes. Move one of them.`,
      brief: `${opening.name}: no wood for ${screw}`,
    }),
  );
  return [...beyond, ...screws];
}
