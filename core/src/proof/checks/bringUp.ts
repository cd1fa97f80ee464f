import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Matched } from '../../panel';
import { kindOf } from '../../parts';
import type { Check } from './check';

/** What has to be set and tried once it runs. */
export function bringUp(document: Conversion, assembly: Assembly, matched: Matched): Check[] {
  const { parts } = assembly;
  const board = parts.find((p) => kindOf(p.part) === 'board');
  if (!board) return [];
  const checks: Check[] = [];
  const add = (check: Omit<Check, 'group' | 'after' | 'faults' | 'cautions' | 'gate'> & Partial<Check>) =>
    checks.push({ group: 'bring-up', after: ['picture'], faults: [], cautions: [], gate: false, ...check });
  add({
    id: 'firmware',
    name: 'Firmware: no lock, no password',
    how: 'Used boards come with one; set clock and defaults; write down here what you change.',
    about: { kind: 'part', id: board.id },
    of: board.part.standard,
  });
  const drives = Object.values(document.links.nodes).filter((n) => /drive|ssd|m2/.test(n.type));
  const cards = parts.filter((p) => kindOf(p.part) === 'card');
  add({
    id: 'boot',
    name: 'Boot order',
    how: `The drive with the system first${drives.length > 1 ? `, of ${drives.length}` : ''}${cards.length > 0 ? '; a card with a boot chip before the adapter’s drives' : ''}.`,
    of: `${drives.length} ${cards.length}`,
  });
  add({
    id: 'drivers',
    name: 'Drivers: nothing unknown',
    how: `Every device has one${cards.length > 0 ? `: ${cards.map((c) => c.part.name).join(', ')}` : ''}; kernel modules that need a setting are written down.`,
    of: cards.map((c) => c.id).join(),
  });
  add({
    id: 'network',
    name: 'It can be reached without its screen',
    how: 'A fixed name or address, remote access tried from another machine, before the lid closes.',
    of: 'network',
  });
  for (const [id, screen] of Object.entries(document.links.screens))
    add({
      id: `mode.${id}`,
      name: `The mode of ${screen.name}`,
      how:
        screen.kind === 'tube'
          ? 'Load the modeline of Links at every start, and none besides it.'
          : `${screen.width} × ${screen.height}, whole pixels.`,
      faults: [
        {
          if: 'it rolls or whistles',
          then: 'the mode is not what the set takes',
          look: 'off within seconds; Links proposes the next try',
        },
      ],
      of: `${screen.kind} ${screen.width}x${screen.height}`,
    });
  for (const [id, matrix] of Object.entries(document.panel.matrices))
    add({
      id: `map.${id}`,
      name: `${matrix.name}: its map is on the controller`,
      how: 'Flash the table from Panel; type every key once in a text window.',
      of: String(Object.keys(matrix.keys ?? {}).length),
    });
  for (const { id, control, way } of matched.controls) {
    if (!way || control.wish === 'nothing') continue;
    checks.push({
      id: `control.${id}`,
      group: 'controls',
      name: `${control.name}: ${control.wish}`,
      how: way.chain.length > 0 ? way.chain.join(' → ') : 'Use it once.',
      after: ['picture'],
      faults: [],
      cautions: [],
      gate: false,
      of: `${way.id} ${control.wish}`,
    });
  }
  return checks;
}
