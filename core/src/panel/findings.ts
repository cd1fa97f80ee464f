import { countOf } from '../quantity';
import type { Conversion, PanelControl } from '../document';
import { teller, type Figure, type Finding, type Say } from '../findings';
import type { Source } from '../quantity';
import type { Assembly } from '../assembly';
import { placeOf } from './place';
import { isLive } from './ways/assign';
import { throughOf, type PanelReport } from './report';

const MATCH: Source = { kind: 'computed', title: 'what the control is, against what the pin wants' };
const COLOURING: Source = { kind: 'computed', title: 'two colours of the graph of pins' };
const EULER: Source = { kind: 'computed', title: 'travel and force through rod or lever; buckling π² E I / L²' };

const aboutOf = ({ feature }: PanelControl): Finding['about'] =>
  feature === undefined ? [] : [{ kind: 'feature', id: feature }];

/** What of the panel does not work yet, or must not be done. Pure. */
export function panelFindings(document: Conversion, report: PanelReport): Finding[] {
  const findings: Finding[] = [];
  const say = teller('panel', findings);
  const { matched } = report;
  startFindings(report, say);
  if (matched.controls.length === 0 && Object.keys(document.panel.matrices).length === 0) return findings;
  controlFindings(report, say);
  wireFindings(report, say);
  if (matched.asked > matched.there && matched.there > 0)
    say(
      'pins',
      'stop',
      `The ways that are chosen ask for ${matched.asked} controller pins, and there are ${matched.there}: a ladder or diodes for a selector, a second controller, or one with more pins.`,
      `${matched.asked} / ${matched.there} pins`,
      [
        { label: 'asked', value: matched.asked, unit: 'count', source: MATCH },
        { label: 'there', value: matched.there, unit: 'count', source: MATCH },
      ],
      [],
    );
  matrixFindings(document, report, say);
  rodFindings(document, report, say);
  harnessFindings(document, report, say);
  if (matched.controls.length > 0 && findings.every((f) => f.verdict === 'note')) {
    const live = matched.controls.filter(isLive).length;
    say(
      'summary',
      'good',
      `${countOf(live, 'control')} ${live === 1 ? 'works' : 'work'} again, over ${countOf(report.harness.rows.length, 'wire')}; what that takes costs about ${(report.cost / 100).toFixed(0)}.`,
      `${live} live, ${countOf(report.harness.rows.length, 'wire')}`,
    );
  }
  return findings;
}

/** Every machine can be switched on, by something that a hand reaches with the shell shut. */
function startFindings({ starts }: PanelReport, say: Say): void {
  for (const { board, name, by, dead, outOfReach } of starts) {
    const about: Finding['about'] = [{ kind: 'part', id: board }];
    if (!by)
      say(
        `start/${board}`,
        'stop',
        dead.length > 0
          ? `Nothing switches ${name} on yet: ${dead.join(' and ')} should, but the way or a pin for it is missing.`
          : `Nothing switches ${name} on: no control is led to its power switch pins, and nothing says that it starts with the mains.`,
        `${name}: no way to switch it on`,
        [],
        about,
        true,
      );
    else if (outOfReach !== undefined && by.kind === 'control')
      say(
        `start/${board}`,
        'warn',
        `${name} is switched on by ${by.control.name}, and nobody reaches that with the shell shut: ${outOfReach}.`,
        `${by.control.name}: out of reach`,
        [],
        about,
        true,
      );
    else if (by.kind === 'mains')
      say(
        `start/${board}`,
        'note',
        `${name} starts when the mains come: set that on the board before it is built in, and have a switch in the lead, or on the supply, within reach.`,
        `${name} starts with the mains`,
        [],
        about,
      );
    else if (by.kind === 'wake')
      say(
        `start/${board}`,
        'note',
        `${name} is woken by network or keyboard: that wakes what sleeps, and not every board that is off. Set it to start with the mains, too.`,
        `${name}: woken`,
        [],
        about,
      );
    else if (by.kind === 'own button')
      say(
        `start/${board}`,
        'note',
        `${name} is switched on by the button on the board itself: a hole, a rod or a finger has to get there with the shell shut.`,
        `${name}: its own button`,
        [],
        about,
      );
  }
}

function controlFindings({ matched, places }: PanelReport, say: Say): void {
  for (const { id, control, way, ways, chosen, wires } of matched.controls) {
    const about = aboutOf(control);
    if (!places[id])
      say(
        `place/${id}`,
        'warn',
        `${control.name} has no place: choose what it is in the shell, or put it on a face. Its room and its wires are not counted.`,
        `${control.name}: no place`,
        [],
        about,
      );
    if (control.wish === 'nothing') {
      if (control.survive)
        say(
          `dead/${id}`,
          'note',
          control.state === 'works'
            ? `${control.name} is kept and works as it did; nothing of the new insides is wired to it.`
            : `${control.name} is kept for its looks: nothing is wired to it.`,
          `${control.name}: not wired`,
          [],
          about,
        );
      continue;
    }
    if (way?.verdict === 'stop')
      say(
        `way/${id}`,
        'stop',
        `${control.name} for ${control.wish}: ${way.why}`,
        `${control.name}: ${control.wish}`,
        [],
        about,
        ways.length > 1,
      );
    else if (!way)
      say(
        `way/${id}`,
        'stop',
        `${control.name} can’t be ${control.wish}: ${ways[0]?.why ?? 'nothing leads there.'}`,
        `${control.name}: no way`,
        [],
        about,
      );
    else if (way.verdict === 'warn')
      say(
        `way/${id}`,
        chosen ? 'note' : 'warn',
        `${control.name} for ${control.wish}, ${way.label.toLowerCase()}: ${way.why}`,
        `${control.name}: ${way.id}`,
        [],
        about,
        ways.some((w) => w.id !== way.id && w.verdict !== 'stop'),
      );
    if (control.mains && !control.traced)
      say(
        `mains/${id}`,
        'warn',
        `${control.name} carried mains: it is mains until each of its wires is traced, out and insulated. Local rules and someone licensed come first.`,
        `${control.name}: mains`,
        [],
        about,
        true,
      );
    if (control.state === 'unknown' && wires.length > 0)
      say(
        `state/${id}`,
        'note',
        `Nobody knows yet whether ${control.name} works: measure it on its loose plug before it is wired.`,
        `${control.name} not tested`,
        [],
        about,
      );
  }
}

function wireFindings({ matched }: PanelReport, say: Say): void {
  for (const { id, control, wires } of matched.controls)
    for (const wire of wires)
      for (const problem of wire.problems) {
        // One sentence for a control that lacks several pins.
        if (problem.id === 'no pin' && wires.find((w) => w.problems.some((p) => p.id === 'no pin')) !== wire) continue;
        const lacking = wires.filter((w) => w.problems.some((p) => p.id === 'no pin')).length;
        say(
          `${problem.id.replaceAll(' ', '-')}/${id}/${wire.terminal.replaceAll(' ', '-')}`,
          problem.stop ? 'stop' : 'warn',
          `${control.name}: ${problem.words}${problem.id === 'no pin' && lacking > 1 ? ` The same goes for ${lacking - 1} more of its wires.` : ''}`,
          problem.id === 'volts' ? `${control.name}: too many volts` : `${control.name}: ${problem.id}`,
          problem.id === 'volts' && wire.to?.has.level !== undefined
            ? [{ label: `pin ${wire.to.pin}`, value: wire.to.has.level, unit: 'V', source: MATCH }]
            : [],
          aboutOf(control),
          true,
        );
      }
}

function matrixFindings({ panel }: Conversion, { matrices }: PanelReport, say: Say): void {
  for (const [id, m] of Object.entries(matrices)) {
    const { name, keys, control } = panel.matrices[id]!;
    const about = control === undefined ? [] : aboutOf(panel.controls[control]!);
    const figures: Figure[] = [
      { label: 'rows', value: m.rows.length, unit: 'count', source: COLOURING },
      { label: 'columns', value: m.columns.length, unit: 'count', source: COLOURING },
    ];
    const ring = m.doubtful.filter((d) => d.why === 'on an odd ring');
    const bad = new Set(m.doubtful.filter((d) => !d.fine).map((d) => d.key));
    if (ring.length > 0) say(`ring/${id}`, 'stop', `${name}: ${ring[0]!.words}`, 'no rows and columns', figures, about);
    if (m.solved) {
      say(
        `matrix/${id}`,
        'note',
        `${name}: ${m.rows.length} rows and ${m.columns.length} columns hold ${Object.keys(keys).length} keys on ${m.pins} lines${m.fewest.pins < m.pins ? `; with lines of its ${m.groups} groups tied together ${m.fewest.pins} would do${m.fewest.proven ? ', no fewer' : ', perhaps fewer'}` : ''}. Each was read twice: a wrong one that nobody saw has a chance of about 1 in ${Math.max(1, Math.round(1 / Math.max(m.unseen, 1e-9))).toLocaleString('en')}.`,
        `${m.rows.length} × ${m.columns.length} keys`,
        figures,
        about,
      );
      if (!m.diodes && m.ghosts.count > 0)
        say(
          `ghost/${id}`,
          m.ghosts.held.length > 0 ? 'warn' : 'note',
          `${name} has no diodes: ${m.ghosts.count} rectangles of keys, where three held down show a fourth.${
            m.ghosts.held.length > 0
              ? ` Keys that are held are among them (${m.ghosts.held
                  .slice(0, 3)
                  .map((k) => keys[k]!.legend)
                  .join(', ')}): a diode on each of these first.`
              : ' For typing that hardly matters; the controller drops the third key.'
          }`,
          `${m.ghosts.count} ghosts`,
          [{ label: 'rectangles', value: m.ghosts.count, unit: 'count', source: COLOURING }],
          about,
        );
    } else if (Object.keys(keys).length > 0)
      say(
        `map/${id}`,
        'warn',
        `${name}: ${Object.keys(keys).length - bad.size} of ${Object.keys(keys).length} keys are sure. ${m.next.why}`,
        `${bad.size} keys in doubt`,
        figures,
        about,
      );
  }
}

function rodFindings({ panel }: Conversion, { rods }: PanelReport, say: Say): void {
  for (const [id, rod] of Object.entries(rods)) {
    const control = panel.controls[id]!;
    const figures: Figure[] = [
      { label: 'closes after', value: rod.closesAt, unit: 'mm', source: EULER },
      { label: 'of travel', value: control.travel ?? 0, unit: 'mm', source: EULER },
    ];
    for (const p of rod.problems)
      say(
        `rod-${p.id.replaceAll(' ', '-')}/${id}`,
        p.stop ? 'stop' : 'warn',
        `${control.name}: ${p.words}.`,
        `${control.name}: ${p.id}`,
        figures,
        aboutOf(control),
        p.id === 'short' || p.id === 'crushed' || p.id === 'buckles' || p.id === 'wanders',
      );
    sayBlocked(id, control, rod.through, say, figures);
  }
}

const sayBlocked = (
  id: string,
  control: PanelControl,
  through: readonly string[],
  say: Say,
  figures: Figure[] = [],
) => {
  if (through.length > 0)
    say(
      `rod-through/${id}`,
      'stop',
      `The rod of ${control.name} goes through ${through.join(' and ')}: bend it around, or set the switch elsewhere.`,
      `${control.name}: rod blocked`,
      figures,
      aboutOf(control),
    );
};

/** Rods that something stands in the way of, and no more: what a search has to know of the panel. */
export function blockedRods(document: Conversion, assembly: Assembly): Finding[] {
  const findings: Finding[] = [];
  const say = teller('panel', findings);
  for (const [id, control] of Object.entries(document.panel.controls)) {
    const place = control.rod && placeOf(document, assembly, control);
    if (place) sayBlocked(id, control, throughOf(assembly, control, place), say);
  }
  return findings;
}

function harnessFindings(document: Conversion, { harness }: PanelReport, say: Say): void {
  for (const { on, wires } of harness.disconnects)
    say(
      `crosses/${on.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}`,
      'note',
      `${countOf(wires, 'wire')} ${wires === 1 ? 'goes' : 'go'} to ${on}, which comes off or moves: a plug in them beside the joint, a strain relief on both sides, and 120 mm more.`,
      `${countOf(wires, 'wire')} over ${on}`,
    );
  const open = harness.rows.filter((r) => !r.tested).length;
  if (harness.rows.length > 0 && open > 0)
    say(
      'tested',
      'note',
      `${open} of ${harness.rows.length} wires are not tested yet: each end to end and against its neighbours, before the first power.`,
      `${open} wires to test`,
    );
  const loose = Object.values(document.panel.headers).filter((h) => h.part === undefined);
  if (loose.length > 0)
    say(
      'loose',
      'note',
      `${loose.map((h) => h.name).join(', ')}: nothing says on which part ${loose.length > 1 ? 'they are' : 'it is'}, so that wires to it have no length.`,
      'header on nothing',
    );
}
