import type { Conversion } from '../document';
import type { Station, Tools } from '../station';
import { assessAll, contextOf, worstOf } from './assessAll';
import { remediesOf, slowAnswers } from './slow';
import { STATIONS } from './stations';

/** All that is said of a plan, as the command line prints it: findings with their remedies, and what each station adds. */
export async function reportOf(document: Conversion, tools: Tools) {
  const { findings, strip, figures, reports } = assessAll(document, await slowAnswers(document, tools));
  const added = await Promise.all(
    (STATIONS as readonly Station[]).map((station) =>
      station.print?.(contextOf(document), reports[station.id as keyof typeof reports], tools),
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
