import type { PanelControl } from '../../document';
import type { WiringOption } from './way';
import { wrong, type Offered } from './common';
import { switches } from './switches';
import { lamps } from './lamps';
import { meters } from './meters';
import { turned, codes, matrixWay } from './codes';
import { sockets } from './sockets';

/** Every way to give a control its wish, the best first; none for one that shall do nothing. Pure. */
export function waysOf(control: PanelControl, offered: Offered): WiringOption[] {
  const ways = found(control, offered);
  const rank = { good: 0, warn: 1, stop: 2 };
  // Stable: of equals the one that was thought of first.
  return ways.sort((a, b) => rank[a.verdict] - rank[b.verdict]);
}

function found(control: PanelControl, o: Offered): WiringOption[] {
  const { wish, kind } = control;
  if (wish === 'nothing') return [];
  const contact = ['momentary', 'latching', 'toggle', 'lever', 'lock', 'touch'].includes(kind);
  switch (wish) {
    case 'power':
    case 'reset':
      return contact
        ? switches(control, o)
        : [wrong(control, 'A machine is started by a button that closes for a moment')];
    case 'power light':
    case 'drive light':
    case 'network light':
    case 'power and drive light':
      return kind === 'lamp'
        ? lamps(control, o)
        : kind === 'meter'
          ? meters(control, o)
          : [wrong(control, 'A light wants a lamp or a meter')];
    case 'level':
      return kind === 'meter'
        ? meters(control, o)
        : kind === 'lamp'
          ? lamps(control, o)
          : [wrong(control, 'A level is shown by a meter or a lamp')];
    case 'volume':
    case 'fan speed':
      return turned(control, o);
    case 'codes':
      return codes(control, o);
    case 'keyboard':
      return kind === 'key field' ? [matrixWay(control, o)] : codes(control, o);
    case 'USB 2':
    case 'USB 3':
    case 'audio':
      return kind === 'socket' ? sockets(control, o) : [wrong(control, 'This wants a socket')];
  }
}
