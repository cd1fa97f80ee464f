import { BOND } from '../earth';
import { type Conversion } from '../../document';
import { type Finding, type Say } from '../../findings';
import { type PowerReport } from '../report';
import { AUTHORITY } from './say';

/** Fuse, switch, inlet, leads, earths and capacitors. */
export function mainsFindings({ power }: Conversion, report: PowerReport, say: Say): void {
  if (!report.mains) return;
  const { mains = {} } = power;
  const { fuse } = report;
  if (mains.fuse !== undefined) {
    if (mains.fuse < fuse.least)
      say(
        'fuse',
        'warn',
        `A fuse of ${mains.fuse} A is under 1.35 times the ${report.wallAmps.toFixed(2)} A at the wall: it blows in use. ${fuse.size ? `Take ${fuse.size} A, slow.` : ''} ${AUTHORITY}`,
        `fuse ${mains.fuse} A`,
        [],
        [],
        fuse.size !== undefined,
      );
    else if (mains.fuse > (mains.inlet ?? 10))
      say(
        'fuse',
        'stop',
        `A fuse of ${mains.fuse} A protects nothing behind it: inlet and lead stand ${mains.inlet ?? 10} A. ${AUTHORITY}`,
        `fuse ${mains.fuse} A`,
        [],
        [],
        true,
      );
    else if (mains.slow === false)
      say(
        'fuse',
        'note',
        `A quick fuse blows when the supply is switched on: take a slow one of ${mains.fuse} A. ${AUTHORITY}`,
        'quick fuse',
        [],
        [],
      );
  }
  if (mains.poles === 1)
    say(
      'poles',
      'warn',
      `A switch with one pole may leave the live wire on: take one that breaks both. ${AUTHORITY}`,
      'one pole',
      [],
      [],
    );
  if (mains.inrush !== undefined && mains.inrush < 60)
    say(
      'inrush',
      'note',
      `A supply draws 40 to 80 A for a moment as it is switched on; a switch rated for ${mains.inrush} A welds sooner or later. Look for an inrush (“capacitive”) rating. ${AUTHORITY}`,
      'switch inrush',
      [],
      [],
    );
  if (mains.separated === false)
    say(
      'separate',
      'warn',
      `Mains and low-voltage wires tied together: part them, or give the mains double insulation. ${AUTHORITY}`,
      'wires together',
      [],
      [],
    );
  if (mains.strainRelief === false)
    say(
      'strain',
      'warn',
      `The mains lead has no strain relief: a pull tears it off its terminals. ${AUTHORITY}`,
      'no strain relief',
      [],
      [],
    );
  const open = report.earth.filter((e) => e.ohms === undefined);
  const bad = report.earth.filter((e) => e.ohms !== undefined && !e.ok);
  for (const e of bad)
    say(
      `earth/${e.id.replace('/', '-')}`,
      'stop',
      `${e.name} has ${e.ohms} Ω to the earth of the inlet; at most ${BOND} Ω. ${e.why[0]!.toUpperCase()}${e.why.slice(1)}. ${AUTHORITY}`,
      `${e.name} ${e.ohms} Ω`,
      [],
      aboutEarth(e.id),
    );
  if (open.length > 0)
    say(
      'earth',
      'note',
      `${open.length} of ${report.earth.length} things that conduct and can be touched have no measured bond to earth yet: ${open
        .slice(0, 3)
        .map((e) => e.name)
        .join(', ')}${open.length > 3 ? ' …' : ''}. Measure each before the first power. ${AUTHORITY}`,
      `${open.length} earths to measure`,
      [],
      [],
    );
  if (report.discharge !== undefined && report.discharge > 5)
    say(
      'discharge',
      'warn',
      `The capacitor takes ${report.discharge.toFixed(1)} s to fall under 60 V: wait five times that with the plug out, then measure. Nobody opens a supply.`,
      `${report.discharge.toFixed(1)} s to 60 V`,
      [],
      [],
    );
}

const aboutEarth = (id: string): Finding['about'] => {
  const [kind, thing] = id.split('/');
  return kind === 'part' || kind === 'feature' ? [{ kind, id: thing! }] : [];
};

/** What works at high voltage for show. */
export function decorationFindings({ power }: Conversion, say: Say): void {
  for (const [id, d] of Object.entries(power.decorations))
    if (d.volts > 60 && !(d.screened && d.earthed))
      say(
        `decoration/${id}`,
        'stop',
        `${d.name} works at ${d.volts} V: it needs a closed screen that is earthed, so that no hand and no wire gets to it. ${AUTHORITY}`,
        'not screened',
        [],
        [],
      );
}
