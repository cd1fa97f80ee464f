import type { Conversion } from '../document';
import { assessAll, contextOf, worstOf, type StationId } from '../plan';
import type { StationCommands, Tools } from '../station';
import { remediesOf, slowAnswers } from '../work';
import { COMMANDS } from './commands';

/** All that is said of a plan, as the command line prints it: findings with their remedies, and what each station adds. */
export async function reportOf(document: Conversion, tools: Tools) {
  const { findings, strip, figures, reports } = assessAll(document, await slowAnswers(document, tools));
  const added = await Promise.all(
    (Object.entries(COMMANDS) as [StationId, StationCommands][]).map(([id, { print }]) =>
      print?.(contextOf(document), reports[id], tools),
    ),
  );
  return {
    name: document.name,
    verdict: worstOf(findings),
    strip,
    figures,
    findings: findings.map((finding) => ({ ...finding, remedies: remediesOf(document, finding) })),
    ...(Object.assign({}, ...added) as object),
  };
}
