import { OVEN } from '../../document';
import { NETWORK, PRACTICE } from './say';
import { riseFindings } from './rise';
import { ductFindings } from './ducts';
import { fanFindings } from './fans';
import { wayFindings } from './ways';
import { waterFindings } from './water';
import { hotFindings } from './hot';
import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import { teller, type Finding } from '../../findings';
import type { AirReport } from '../report';

/** What the air does wrong. Pure. */
export function airFindings(document: Conversion, assembly: Assembly, report: AirReport): Finding[] {
  const findings: Finding[] = [];
  if (report.zones.length === 0 || report.watts <= 0) return findings;
  const say = teller('air', findings);
  riseFindings(document, report, say);
  fanFindings(document, report, say);
  ductFindings(document, assembly, say);
  wayFindings(document, report, say);
  waterFindings(document, report, say);
  findings.push(...hotFindings(document, assembly, report));
  if ((document.air.altitude ?? 0) > 1500)
    say(
      'altitude',
      'note',
      `At ${document.air.altitude} m the air weighs ${report.density.toFixed(2)} kg/m³ and carries ${(100 - (100 * report.density) / 1.2).toFixed(0)} % less heat than at sea level; fans turn as fast and move as much of it.`,
      `${report.density.toFixed(2)} kg/m³`,
      [],
      [],
    );
  const { measured, thermal } = document.air;
  const corrected = Object.keys(thermal).filter((part) => thermal[part]!.baseline && part in document.kit.parts);
  if (measured || corrected.length > 0) {
    const simulated = measured?.simulated === true || corrected.some((part) => thermal[part]!.baseline!.simulated);
    say(
      'corrected',
      'note',
      `The model is corrected by ${measured ? `${measured.run}: ${measured.of === 'ways' ? 'its ways resist' : 'its walls pass heat'} × ${measured.factor.toFixed(2)}` : 'what was measured'}${corrected.length > 0 ? `${measured ? ', and' : ' of'} ${corrected.map((part) => document.kit.parts[part]!.name).join(', ')}` : ''}.${simulated ? ' That was simulated: of the real machine it says nothing.' : ''}`,
      simulated ? 'corrected, simulated' : 'corrected',
    );
  }
  if (!report.converged)
    say(
      'unsettled',
      'warn',
      'The network did not settle: flows and temperatures are the last ones found, and may be off.',
      'not settled',
      [],
      [],
    );
  return findings;
}

/** What the doubts and a stopped fan say: computed after a while. */
export function slowAirFindings(report: AirReport): Finding[] {
  const findings: Finding[] = [];
  const { stopped } = report;
  if (stopped) {
    const over = stopped.worst && stopped.worst.temperature > stopped.worst.limit;
    const oven = stopped.around > OVEN;
    findings.push({
      id: 'air/stopped',
      station: 'air',
      verdict: 'note',
      sentence: `If ${stopped.name} stops, the air around what is hot gets ${oven ? `more than ${OVEN}` : stopped.around.toFixed(0)} K warmer than the room${stopped.worst ? ` and ${stopped.worst.name} reaches ${oven ? 'far more than it stands' : `${stopped.worst.temperature.toFixed(0)} °C`}` : ''}.${over ? ' Fit a temperature cut-out, or watch the fan’s speed.' : ' It stands that.'}`,
      brief: `${stopped.name} stops: +${Math.min(stopped.around, OVEN).toFixed(0)} K`,
      figures: [{ label: 'rise then', value: stopped.around, unit: 'K', source: NETWORK, worse: 'more' }],
      about: [],
    });
  }
  const [first] = report.doubts;
  if (first && report.doubt > 0.5)
    findings.push({
      id: 'air/doubt',
      station: 'air',
      verdict: 'note',
      sentence: `These figures are good to ± ${Math.min(report.doubt, OVEN).toFixed(0)} K; most of that is ${first.what} (± ${Math.min(first.by, OVEN).toFixed(0)} K). To narrow it: ${first.measure}.`,
      brief: `± ${Math.min(report.doubt, OVEN).toFixed(0)} K`,
      figures: report.doubts.slice(0, 6).map((d) => ({ label: d.what, value: d.by, unit: 'K', source: PRACTICE })),
      about: [],
    });
  return findings;
}
