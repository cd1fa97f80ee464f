import { breathesThrough, marginsOfPart, severityOf } from '../../fit';
import { type Assembly, faceReaches } from '../../assembly';
import type { Conversion } from '../../document';
import type { Source } from '../../quantity';
import type { Finding, Say } from '../../findings';

const FIT: Source = { kind: 'computed', title: 'distance from the intake to what is before it' };

/** A supply’s own switch, selector, fan and history. */
export function supplyFindings(document: Conversion, assembly: Assembly, part: string, name: string, say: Say): void {
  const said = document.power.supplies[part] ?? {};
  const about: Finding['about'] = [{ kind: 'part', id: part }];
  const placed = assembly.parts.find((p) => p.id === part);
  const outside = placed && faceReaches(assembly, placed).some((r) => r.face.id === 'inlet' && r.reaches);
  if (placed && !outside && said.ownSwitch !== 'set on' && said.ownSwitch !== 'extended')
    say(
      `switch/${part}`,
      'warn',
      `The inlet face of ${name} looks at no wall: its own switch can’t be reached. Set it on before it is buried, or extend it.`,
      'switch out of reach',
      [],
      about,
      true,
    );
  const shut =
    placed &&
    marginsOfPart(assembly, placed).find(
      (m) =>
        m.kind === 'air' &&
        !breathesThrough(document, assembly, m) &&
        m.solid.startsWith(`${part}/`) &&
        ['stop', 'warn'].includes(severityOf(m)),
    );
  if (shut) {
    const starves = severityOf(shut) === 'stop';
    const left = Math.max(0, shut.distance);
    say(
      `breath/${part}`,
      starves ? 'stop' : 'warn',
      `${left.toFixed(0)} mm are left before the fan of ${name}: ${starves ? 'it starves, and the supply overheats or switches off under load' : 'it turns faster and louder than its load asks'}. Fit says what stands there and how it may move; or turn the supply over.`,
      `its fan has ${left.toFixed(0)} mm`,
      [{ label: 'before its fan', value: left, unit: 'mm', source: FIT, worse: 'less' }],
      [...about, { kind: shut.other.kind, id: shut.other.id }],
    );
  }
  if (said.selector === '115 V' && (document.power.mains?.volts ?? '230') === '230')
    say(
      `selector/${part}`,
      'stop',
      `The selector of ${name} stands at 115 V, and the mains here have 230 V: it would be destroyed. Set it, and tape it.`,
      'selector at 115 V',
      [],
      about,
      true,
    );
  if (said.selector === '230 V' && document.power.mains?.volts && document.power.mains.volts !== '230')
    say(
      `selector/${part}`,
      'warn',
      `The selector of ${name} stands at 230 V, and the mains here have ${document.power.mains.volts} V: it will not start.`,
      'selector at 230 V',
      [],
      about,
      true,
    );
  if (said.used && !said.tested)
    say(
      `used/${part}`,
      'warn',
      `${name} is second-hand: test it under load before it is planned in. Half of its 12 V current for ten minutes, all rails within 5 %.`,
      'not tested',
      [],
      about,
    );
}
