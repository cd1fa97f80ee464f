import { HAZARD_KINDS, type Conversion, type HazardKind } from '../document';
import type { Finding } from '../findings';

/** What a shell may contain that hurts: where it is found, and what to do. From the trade; defer to local rules. */
export const HAZARDS: Readonly<
  Record<HazardKind, { name: string; ask: string; caution: string; where: readonly string[]; grave: boolean }>
> = {
  asbestos: {
    name: 'Asbestos',
    ask: 'Old insulation, heat shields, felt or board near lamps, heaters or valves?',
    caution:
      'Do not drill, sand or tear it. Leave it alone, close the bag, and have it tested and removed by a licensed firm.',
    where: ['other', 'bakelite', 'wood'],
    grave: true,
  },
  'lead paint': {
    name: 'Lead paint',
    ask: 'Old paint, above all thick or cracked layers?',
    caution: 'No dry sanding and no heat gun. Test strip first; wet-scrape with a mask, keep children away.',
    where: ['wood', 'steel'],
    grave: true,
  },
  capacitors: {
    name: 'Old capacitors and ballasts',
    ask: 'Large old capacitors, oil-filled cans, lamp ballasts?',
    caution:
      'They may hold a charge, and old ones PCBs. Discharge is for someone who knows how; leaking ones go to hazardous waste, gloves on.',
    where: ['steel', 'bakelite', 'other'],
    grave: true,
  },
  radium: {
    name: 'Radium paint',
    ask: 'Dials or hands that glowed in the dark, brownish now?',
    caution: 'Do not open the dial or scrape the paint; the dust is the danger. Keep the glass on, ask the authority.',
    where: ['other'],
    grave: true,
  },
  'picture tube': {
    name: 'Picture tube',
    ask: 'A picture tube, in use or not?',
    caution:
      'It holds a lethal charge long after unplugging and can implode. Leave removal and any work at its neck to a trained person.',
    where: ['wood', 'other'],
    grave: true,
  },
  rust: {
    name: 'Rusty edges',
    ask: 'Rust, torn sheet, sharp edges?',
    caution: 'Gloves; see that your tetanus protection is current. Brush and vacuum outside before measuring.',
    where: ['steel'],
    grave: false,
  },
  mould: {
    name: 'Mould and rodents',
    ask: 'Musty smell, droppings, nests, water stains?',
    caution: 'Open it outdoors with a mask and gloves; wet-clean, do not brush dry. Throw away what is soft.',
    where: ['wood', 'plywood', 'fibreboard'],
    grave: false,
  },
  rare: {
    name: 'Worth keeping whole?',
    ask: 'Could a working original be rare?',
    caution:
      'Ask a collector before stripping it: a working original may be worth more whole than any conversion. Photograph everything first.',
    where: ['wood', 'bakelite', 'steel', 'plastic', 'aluminium', 'other', 'plywood', 'fibreboard'],
    grave: false,
  },
};

/** Cautions that apply: what was found or is suspected, and a reminder of what nobody has looked for. */
export function hazardFindings(document: Conversion): Finding[] {
  const findings: Finding[] = [];
  const open: HazardKind[] = [];
  for (const kind of HAZARD_KINDS) {
    const { name, caution, grave } = HAZARDS[kind];
    const state = document.shell.hazards[kind]?.state ?? 'unknown';
    if (state === 'unknown') open.push(kind);
    if (state !== 'present' && state !== 'suspected') continue;
    findings.push({
      id: `shell/hazard/${kind.replace(' ', '-')}`,
      station: 'shell',
      verdict: grave ? (state === 'present' ? 'stop' : 'warn') : 'warn',
      sentence: `${name}${state === 'suspected' ? ' (suspected)' : ''}: ${caution}`,
      brief: name.toLowerCase(),
      figures: [],
      about: [],
    });
  }
  const answered = HAZARD_KINDS.length - open.length;
  if (answered > 0 && open.length > 0)
    findings.push({
      id: 'shell/hazards/open',
      station: 'shell',
      verdict: 'note',
      sentence: `${open.length} of ${HAZARD_KINDS.length} questions of the hazard survey are open, first: ${HAZARDS[open[0]!].ask}`,
      brief: `${open.length} to look for`,
      figures: [],
      about: [],
    });
  return findings;
}
