import type { Assembly } from '../../assembly';
import { openingsOf, standsBehind, toolPlan } from '../../cut';
import { ANTENNA_WORDS, faceWord, faceWords, KEPT_WORDS, OUTSIDE_WORDS, type Conversion } from '../../document';
import { holderOf, type Order } from '../../fit';
import { holdsOf, mountingWords } from '../../hold';
import { kindOf } from '../../parts';
import { panelReport } from '../../panel';
import { ENDED, openedHow, sizeWords } from '../../shell';
import { finishedFaces, SYSTEMS } from '../finish/finish';
import { TIE_EVERY, tiesOf } from '../ties';
import { DUST, EYES } from './cautions';
import { closureSteps } from './closures';
import { makingOf } from './make';
import type { Before, Step } from './step';

/** Minutes, common practice, no source. */
const MINUTES = {
  bench: 45,
  strip: 25,
  trial: 40,
  mark: 15,
  deburr: 10,
  wash: 25,
  place: { board: 20, supply: 15, card: 12, drive: 8, fan: 10, radiator: 20, brick: 5, jack: 10, other: 12 } as Record<
    string,
    number
  >,
  cable: 6,
  wire: 4,
  earth: 20,
  mains: 40,
  close: 20,
  check: 60,
};
/** mm³ a minute that a printer lays down, and usual size where its mesh is not made here. Common practice, no source. */
const PRINT_MINUTES = 90;

/** Of one piece with the shell: it is sawn off, not unscrewed. */
const MOULDED: ReadonlySet<string> = new Set(['rib', 'boss', 'bulge', 'shelf', 'rail']);

/** Minutes that one stays beside a coat that dries. Common practice, no source. */
const STAYS = 45;

const STATIC = 'Touch bare earthed metal first; hold boards by their edges.';
const MAINS = 'Plug out, capacitors empty. Local rules and someone licensed come first.';

/**
 * Steps that follow from the plan, with all their "before": process (all cutting before any electronics), safety (bench test
 * before cutting, earth before mains), reversibility (trial fit before cutting and glue), and geometry where the order of
 * Fit is given. Pure.
 */
export function generateSteps(document: Conversion, assembly: Assembly, order?: Order): Step[] {
  const steps: Step[] = [];
  const add = (step: Omit<Step, 'tools' | 'materials' | 'cautions' | 'wait'> & Partial<Step>) =>
    steps.push({ tools: [], materials: [], cautions: [], wait: 0, ...step });
  const before = (id: string, kind: Before['kind'], why: string): Before => ({ id, kind, why });
  // What is wished for some day only keeps its room.
  const placed = assembly.parts.filter((p) => !p.part.later);
  const electronics = placed.filter((p) => !['jack', 'fan'].includes(kindOf(p.part) ?? ''));

  if (placed.length > 0)
    add({
      id: 'bench',
      name: 'Run the whole kit on the bench',
      phase: 'bench',
      minutes: MINUTES.bench,
      after: [],
      cautions: [STATIC, 'On cardboard, nothing conducting under the board; a hand on the switch.'],
      of: placed.map((p) => p.id).join(),
    });
  const fresh = openingsOf(document, assembly).filter((o) => !o.inExisting && !o.made);
  // What may be cut stays until something needs its room: a part stands there only once it is removed in the plan, an
  // opening goes through it.
  const inTheWay = new Map(
    fresh.flatMap((opening) => standsBehind(assembly, opening).map(({ id }) => [id, opening.name] as const)),
  );
  const removed = Object.entries(document.shell.features).filter(
    ([id, f]) => f.fate === 'removed' || (f.fate === 'cut' && inTheWay.has(id)),
  );
  const sawn = removed.filter(([, f]) => MOULDED.has(f.kind));
  for (const [id, f] of removed) {
    const cut = MOULDED.has(f.kind);
    add({
      id: `strip.${id}`,
      name: `${cut ? 'Cut away' : 'Take out'} ${f.name}${f.fate === 'cut' ? `, where ${inTheWay.get(id)} goes through it` : ''}`,
      phase: 'strip',
      minutes: cut ? 20 : 10,
      after: [],
      tools: cut ? ['rotary tool'] : ['screwdriver'],
      cautions: cut ? [EYES, DUST] : [],
      about: { kind: 'feature', id },
      of: f.fate,
    });
  }
  const forced = Object.entries(document.shell.bodies).filter(([, body]) => openedHow(body) !== '');
  for (const step of closureSteps(document)) add(step);
  for (const { board, name, by } of panelReport(document, assembly).starts)
    if (by?.kind === 'mains')
      add({
        id: `start.${board}`,
        name: `Set ${name} to start when the mains come, and try it`,
        phase: 'bench',
        minutes: 10,
        after: [],
        tools: ['screen and keyboard'],
        about: { kind: 'part', id: board },
        of: name,
      });
  const notched = Object.entries(document.shell.features).flatMap(([id, f]) =>
    f.fate !== 'removed' && f.cutAway && f.cutAway.length > 0 ? [{ id, f, blocks: f.cutAway }] : [],
  );
  for (const { id, f, blocks } of notched)
    add({
      id: `cut-away.${id}`,
      name: `Cut ${blocks.map((b) => sizeWords([b.width.value, b.depth.value, b.height.value])).join(' and ')} out of ${f.name}; the rest stays`,
      phase: 'strip',
      minutes: 15 * blocks.length,
      after: [],
      tools: ['rotary tool'],
      cautions: [EYES, DUST, 'Mark it on both sides; hold what stays while the last of it is cut.'],
      about: { kind: 'feature', id },
      of: JSON.stringify(blocks),
    });
  // What comes out for the work goes back in its turn.
  const back = Object.entries(document.shell.features).filter(([, f]) => f.fate === 'out');
  for (const [id, f] of back)
    add({
      id: `out.${id}`,
      name: `Take out ${f.name}: it goes back`,
      phase: 'strip',
      minutes: 10,
      after: [],
      tools: ['screwdriver'],
      cautions: ['Mark which screw was where; a picture before it comes out.'],
      about: { kind: 'feature', id },
      of: f.fate,
    });
  // Trays are cut down and frames put together before anything stands on them: without them there is no trial fit.
  const carriers: string[] = [];
  for (const [id, { name, own }] of Object.entries(document.kit.parts)) {
    const making = own?.made && makingOf(name, own.made);
    if (!making) continue;
    add({
      id: `carrier.${id}`,
      phase: 'make',
      after: placed.length > 0 ? [before('bench', 'safety', 'a dead kit is found before anything is made for it')] : [],
      ...making,
      cautions: [EYES, DUST],
      about: { kind: 'part', id },
      of: JSON.stringify(own.made),
    });
    carriers.push(`carrier.${id}`);
  }
  if (placed.length > 0)
    add({
      id: 'trial',
      name: 'Trial fit with everything, lid on',
      phase: 'trial fit',
      minutes: MINUTES.trial,
      after: [
        before('bench', 'reversibility', 'what does not run is not fitted'),
        ...removed.map(([id]) => before(`strip.${id}`, 'process', 'it stands in the way')),
        ...forced.map(([id]) => before(`open.${id}`, 'process', 'nothing goes in before it is open')),
        ...notched.map(({ id }) => before(`cut-away.${id}`, 'process', 'it stands in the way')),
        ...carriers.map((id) => before(id, 'process', 'parts stand on it')),
      ],
      cautions: [
        sawn.length + notched.length + carriers.length > 0
          ? 'No opening is cut and nothing is glued yet: this is the last moment to change the rest of the plan.'
          : 'Nothing is cut or glued yet: this is the last moment to change the plan.',
      ],
      of: placed.map((p) => `${p.id}:${p.low.map((v) => v.toFixed(0)).join(' ')}`).join(),
    });

  // Cutting, face by face.
  const cuts: string[] = [];
  for (const plan of toolPlan(document, assembly, fresh)) {
    const { face } = plan;
    const of = fresh
      .filter((o) => o.face === face)
      .map((o) => `${o.id}@${o.centre.map((c) => c.toFixed(1)).join(' ')}`)
      .join(';');
    add({
      id: `mark.${face}`,
      name: `Lay the sheet on the ${faceWord(face)} and mark it`,
      phase: 'cut',
      minutes: MINUTES.mark,
      after: [before('trial', 'reversibility', 'a trial fit costs nothing, a hole can’t be undone')],
      tools: ['printed sheet', 'punch', 'rule'],
      cautions: ['Hold a rule to the printed 100 mm: a printer that shrinks spoils the shell.'],
      about: { kind: 'face', id: face },
      of,
    });
    add({
      id: `cut.${face}`,
      name: `Drill and cut the ${faceWord(face)}`,
      phase: 'cut',
      minutes: Math.round(plan.minutes),
      after: [
        before(`mark.${face}`, 'process', 'the marks guide it'),
        before('bench', 'safety', 'a dead kit is found before the shell is cut'),
      ],
      tools: [...new Set(plan.steps.map((s) => s.tool).filter((t) => t !== 'none'))],
      cautions: [EYES, DUST],
      about: { kind: 'face', id: face },
      of,
    });
    add({
      id: `deburr.${face}`,
      name: `Deburr the ${faceWord(face)}`,
      phase: 'cut',
      minutes: MINUTES.deburr,
      after: [before(`cut.${face}`, 'process', 'edges are sharp now')],
      tools: ['file', 'countersink'],
      cautions: ['Sharp edges go before hands go in.'],
      about: { kind: 'face', id: face },
      of,
    });
    cuts.push(`deburr.${face}`);
  }
  // Boards of drawers, all of one drawer in one go.
  for (const [id, names] of inBoardsToCut(assembly)) {
    add({
      id: `boards.${id}`,
      name: `Cut ${names.join(' and ')} of ${document.shell.bodies[id]?.name || 'the drawer'} by the sheets`,
      phase: 'cut',
      minutes: MINUTES.mark * names.length,
      after: [
        before('trial', 'reversibility', 'a trial fit costs nothing, a hole can’t be undone'),
        before('bench', 'safety', 'a dead kit is found before the shell is cut'),
      ],
      tools: ['printed sheet', 'jigsaw', 'drill'],
      cautions: [EYES, DUST, 'Take the drawer out first.'],
      of: names.join(),
    });
    cuts.push(`boards.${id}`);
  }
  const dirty = [...cuts, ...carriers, ...removed.map(([id]) => `strip.${id}`)];
  if (dirty.length > 0)
    add({
      id: 'wash',
      name: 'Wash the shell, blow out the dust, let it dry',
      phase: 'cut',
      minutes: MINUTES.wash,
      wait: 12,
      after: dirty.map((id) => before(id, 'process', 'all dust at once')),
      of: dirty.join(),
    });

  // Prints need nobody.
  for (const [id, print] of Object.entries(document.cut.prints))
    add({
      id: `print.${id}`,
      name: `Print ${print.name}`,
      phase: 'print',
      minutes: PRINT_MINUTES * print.count,
      unattended: true,
      after: [],
      materials: [document.cut.tools.filament ?? 'PETG'],
      of: JSON.stringify(print.sizes),
    });

  // Finish, face by face.
  const clean = steps.some((s) => s.id === 'wash') ? 'wash' : 'trial';
  const finished: string[] = [];
  for (const face of finishedFaces(document, assembly)) {
    const system = SYSTEMS[face.finish.system as keyof typeof SYSTEMS];
    const of = `${face.finish.system} ${face.finish.colour} ${face.cans.map((c) => c.coats).join()}`;
    add({
      id: `test-patch.${face.face}`,
      name: `Test patch for the ${faceWord(face.face)}, on a hidden side`,
      phase: 'finish',
      minutes: 10,
      wait: face.finish.handle,
      after: [before(clean, 'process', 'on a clean face')],
      of,
    });
    // Coats that dry for long are steps of their own: nobody stands beside them.
    const layers = face.cans.flatMap((c) => Array.from({ length: c.coats }, () => c.what));
    const apart = face.finish.flash > STAYS;
    const verb = face.finish.system === 'paint' ? 'Paint' : face.finish.system === 'oil' ? 'Oil' : 'Cover';
    const coats = apart
      ? layers.map((what, k) => `${what}, coat ${k + 1} of ${layers.length}`)
      : [face.cans.map((c) => `${c.coats} × ${c.what}`).join(', ')];
    coats.forEach((what, k) =>
      add({
        id: k === coats.length - 1 ? `finish.${face.face}` : `finish.${face.face}.${k + 1}`,
        name: `${verb} the ${faceWord(face.face)}: ${what}`,
        phase: 'finish',
        minutes: Math.round(face.minutes / coats.length + (apart ? 0 : face.drying * 60)),
        wait: k === coats.length - 1 ? face.finish.handle : face.finish.flash / 60,
        after:
          k > 0
            ? [before(`finish.${face.face}.${k}`, 'process', 'the coat before has to dry')]
            : [
                before(clean, 'process', 'dust and grease show through'),
                before(`test-patch.${face.face}`, 'reversibility', 'old paint may lift'),
              ],
        tools: [system.grits],
        materials: k === 0 ? face.cans.map((c) => `${c.cans} × ${c.what}`) : [],
        cautions: system.cautions,
        about: { kind: 'face', id: face.face },
        of,
      }),
    );
    add({
      id: `cure.${face.face}`,
      name: `The ${faceWord(face.face)} cures`,
      phase: 'finish',
      minutes: 0,
      wait: Math.max(0, face.finish.cure * 24 - face.finish.handle),
      unattended: true,
      after: [before(`finish.${face.face}`, 'process', 'it is soft until then: nothing is clamped to it')],
      of,
    });
    finished.push(`cure.${face.face}`);
  }

  // Parts, in the order that geometry asks.
  const ready = finished.length > 0 ? finished : steps.some((s) => s.id === 'wash') ? ['wash'] : ['trial'];
  const holds = holdsOf(document, assembly);
  for (const p of placed) {
    const prints = Object.entries(document.cut.prints).filter(([, print]) => print.of?.split('.')[0] === p.id);
    const hold = holds.get(p.id)!;
    // What holds it is there first, unless it could not go in any more then.
    const whole = order?.steps.find((s) => s.parts.includes(p.id) && holderOf(s, assembly) !== undefined);
    const inWhole = whole && holderOf(whole, assembly) !== p.id;
    const holder =
      hold.by?.kind === 'part' && !inWhole && !order?.first[p.id]?.includes(hold.by.id) ? hold.by : undefined;
    const inside = whole && !inWhole ? whole.parts.filter((id) => id !== p.id) : [];
    const glued = ['glue', 'tape'].includes(document.cut.mounts[p.id]?.kind ?? '');
    add({
      id: `place.${p.id}`,
      name: mountingWords(p.part.name, hold),
      phase: 'mount',
      minutes: MINUTES.place[kindOf(p.part) ?? 'other'] ?? MINUTES.place.other!,
      wait: document.cut.mounts[p.id]?.kind === 'glue' ? 24 : 0,
      after: [
        ...ready.map((id) =>
          before(
            id,
            'process',
            id.startsWith('cure.')
              ? 'paint has to be hard before anything is clamped to it'
              : 'metal dust kills electronics',
          ),
        ),
        ...prints.map(([id]) => before(`print.${id}`, 'process', 'it stands on it')),
        ...Object.entries(order?.first ?? {}).flatMap(([inner, outer]) =>
          outer.includes(p.id) && placed.some((x) => x.id === inner)
            ? [before(`place.${inner}`, 'geometry', `it would stand in the way of ${document.kit.parts[inner]!.name}`)]
            : [],
        ),
        ...back.flatMap(([id, f]) =>
          hold.by?.id === id || order?.first[id]?.includes(p.id)
            ? [before(`back.${id}`, 'geometry', `${f.name} is under it`)]
            : [],
        ),
        ...inside.map((id) =>
          before(`place.${id}`, 'geometry', `${document.kit.parts[id]!.name} has no way into it once it stands there`),
        ),
        ...(holder ? [before(`place.${holder.id}`, 'geometry', `${holder.name} holds it`)] : []),
        ...(glued ? [before('trial', 'reversibility', 'glue is for good: a dry fit first')] : []),
      ],
      cautions: [...(electronics.includes(p) ? [STATIC] : []), ...(glued ? ['Glue is for good.'] : [])],
      about: { kind: 'part', id: p.id },
      of: `${p.low.map((v) => v.toFixed(0)).join(' ')} ${document.cut.mounts[p.id]?.kind ?? ''}`,
    });
  }

  for (const p of assembly.outer)
    add({
      id: `place.${p.id}`,
      name: `Screw ${p.part.name} to the outside of the ${faceWords(p.outerFace!)}, its lead through its own opening`,
      phase: 'mount',
      minutes: MINUTES.place.fan ?? MINUTES.place.other!,
      after: ready.map((id) => before(id, 'process', 'its opening is cut and the face is hard')),
      cautions: ['A guard before its blades: it is in reach of fingers now.'],
      about: { kind: 'part', id: p.id },
      of: p.low.map((v) => v.toFixed(0)).join(' '),
    });
  for (const [id, { where, kept, on }] of Object.entries(document.layout.outside ?? {}))
    if (kept && !on && document.kit.parts[id])
      add({
        id: `keep.${id}`,
        name: `Fix ${document.kit.parts[id].name} ${OUTSIDE_WORDS[where]}: ${KEPT_WORDS[kept].toLowerCase()}`,
        phase: 'mount',
        minutes: 10,
        after: ready.map((r) => before(r, 'process', 'the shell is clean and hard')),
        about: { kind: 'part', id },
        of: `${where} ${kept}`,
      });

  for (const [id, f] of back)
    add({
      id: `back.${id}`,
      name: `Put ${f.name} back`,
      phase: 'mount',
      minutes: 10,
      after: [
        before(`out.${id}`, 'process', 'it is out'),
        ...ready.map((r) => before(r, 'process', 'the shell is clean and hard')),
        ...Object.entries(order?.first ?? {}).flatMap(([inner, outer]) =>
          outer.includes(id) && placed.some((p) => p.id === inner)
            ? [before(`place.${inner}`, 'geometry', `it would stand in the way of ${document.kit.parts[inner]!.name}`)]
            : [],
        ),
      ],
      tools: ['screwdriver'],
      about: { kind: 'feature', id },
      of: f.fate,
    });

  // Controls and their wires.
  const { matched, harness } = panelReport(document, assembly);
  for (const { id, control, way, wires } of matched.controls) {
    if (!way || wires.length === 0) continue;
    const on = new Set(harness.rows.filter((r) => r.control === id).map((r) => document.panel.headers[r.header]?.part));
    add({
      id: `wire.${id}`,
      name: `Wire ${control.name}: ${way.label.toLowerCase()}`,
      phase: 'wire',
      minutes: MINUTES.wire * wires.length + (way.parts.length > 0 ? 10 : 0),
      after: [
        ...ready.map((r) => before(r, 'process', 'the shell is clean and hard')),
        ...[...on].flatMap((part) =>
          part !== undefined && placed.some((p) => p.id === part)
            ? [before(`place.${part}`, 'process', 'its wires end there')]
            : [],
        ),
      ],
      tools: ['soldering iron', 'crimp tool', 'meter'],
      materials: way.parts.map((p) => `${p.count} × ${p.what}`),
      cautions: ['Power off; each wire end to end and against its neighbours.', ...(control.mains ? [MAINS] : [])],
      ...(control.feature === undefined ? {} : { about: { kind: 'feature' as const, id: control.feature } }),
      of: `${way.id} ${wires.map((w) => `${w.to?.header ?? ''}/${w.to?.pin ?? ''}`).join()}`,
    });
  }
  for (const [id, antenna] of Object.entries(document.links.antennas))
    if (antenna.kept && antenna.part === undefined)
      add({
        id: `antenna.${id}`,
        name: `Fix ${antenna.name}: ${ANTENNA_WORDS[antenna.kept].toLowerCase()}`,
        phase: 'mount',
        minutes: 10,
        after: ready.map((r) => before(r, 'process', 'the shell is clean and hard')),
        of: `${antenna.where} ${antenna.kept}`,
      });
  const mains = document.power.mains !== undefined || placed.some((p) => kindOf(p.part) === 'supply');
  const places = placed.map((p) => `place.${p.id}`);
  const tied = tiesOf(document, assembly);
  if (placed.length > 1)
    add({
      id: 'cables',
      name:
        tied === 0 ? 'Lead the cables' : `Lead the cables, and tie them in ${tied} places: one every ${TIE_EVERY} mm`,
      phase: 'wire',
      minutes: MINUTES.cable * placed.length,
      after: places.map((id) => before(id, 'process', 'both ends are there')),
      cautions: ['Cables away from blades; bends no tighter than they allow.'],
      of: places.join(),
    });
  if (mains) {
    add({
      id: 'earth',
      name: 'Bond everything that conducts to the earth of the inlet, and measure it',
      phase: 'wire',
      minutes: MINUTES.earth,
      after: places.map((id) => before(id, 'process', 'what is touched is there')),
      tools: ['meter', 'ring terminals'],
      cautions: [MAINS],
      of: Object.keys(document.power.earth).join(),
    });
    add({
      id: 'mains',
      name: 'Connect the mains',
      phase: 'wire',
      minutes: MINUTES.mains,
      after: [before('earth', 'safety', 'no mains without an earth')],
      cautions: [MAINS],
      of: '',
    });
  }
  const all = steps.filter((s) => s.phase === 'wire' || s.phase === 'mount').map((s) => s.id);
  if (placed.length > 0) {
    add({
      id: 'check',
      name: 'Before the first power: everything on the list of Proof',
      phase: 'check',
      minutes: MINUTES.check,
      after: all.map((id) => before(id, 'safety', 'it is looked at before it is switched on')),
      cautions: ['With a current limit; a hand on the switch; one thing at a time.', ...(mains ? [MAINS] : [])],
      of: all.join(),
    });
    add({
      id: 'close',
      name:
        forced.length === 0
          ? 'Close it'
          : `Close it: ${forced
              .map(
                ([, b]) =>
                  `new ${b.closures
                    .filter((c) => ENDED.has(c.kind))
                    .map((c) => (c.kind === 'glue' ? 'glue' : `rivets (${c.count})`))
                    .join(' and ')} for ${b.name || b.kind}`,
              )
              .join('; ')}`,
      phase: 'close',
      minutes: MINUTES.close,
      after: [before('check', 'reversibility', 'it comes apart again if it does not run')],
      of: '',
    });
  }
  return steps;
}

/** Boards in which something is to be cut by hand, with what, by their drawer. */
function inBoardsToCut(assembly: Assembly): [string, string[]][] {
  const by = new Map<string, string[]>();
  for (const { body, opening } of assembly.inBoards)
    if (!opening.there)
      by.set(body, [...(by.get(body) ?? []), `${opening.name.toLowerCase()} into the ${opening.board}`]);
  return [...by];
}
