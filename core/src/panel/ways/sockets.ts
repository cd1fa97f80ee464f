import type { PanelControl } from '../../document';
import type { PinSignal } from '../../standards';
import { buy, way, type End, type WiringOption } from './way';
import type { Offered } from './common';

/** V on the wires of a socket. Specifications of USB and of front audio, from memory. */
const socketVolts = (signal: PinSignal): number =>
  signal === '5 V'
    ? 5
    : signal === 'ground'
      ? 0
      : /send|receive/.test(signal)
        ? 1
        : signal.startsWith('USB')
          ? 3.3
          : 2.5;

/** Old sockets: extended from a header, or a panel socket in their opening. */
export function sockets(control: PanelControl, o: Offered): WiringOption[] {
  const { name, wish } = control;
  const usb: readonly PinSignal[] =
    wish === 'USB 3'
      ? ['5 V', 'USB −', 'USB +', 'ground', 'USB receive −', 'USB receive +', 'USB send −', 'USB send +']
      : ['5 V', 'USB −', 'USB +', 'ground'];
  const audio: readonly PinSignal[] = ['audio out left', 'audio out right', 'audio sense', 'ground'];
  const signals = wish === 'audio' ? audio : usb;
  const test: PinSignal = wish === 'audio' ? 'audio out left' : wish === 'USB 3' ? 'USB send +' : 'USB +';
  return [
    way({
      id: 'panel',
      label: `A panel socket in its opening, on the ${wish} header`,
      verdict: o.has(test) ? 'good' : 'stop',
      why: o.has(test)
        ? `A socket with a cable for the header; an adapter plate closes what the old opening has more. ${wish === 'audio' ? 'Twisted or screened, away from fans.' : wish === 'USB 3' ? 'Ready-made cable only, 50 cm at most: twisted pairs can’t be soldered well.' : 'Keep − and + twisted, 60 cm at most.'}`
        : `No ${wish} header is entered, or all its ports are taken: a hub inside, or an extension from a socket behind.`,
      chain: [`${wish} header`, 'cable', 'panel socket', name],
      ends: o.has(test)
        ? signals.map((s, i): End => ({
            terminal: s === 'ground' ? 'ground' : s,
            wants: [s],
            together: i > 0,
            volts: socketVolts(s),
            milliamps: s === '5 V' ? 500 : 5,
          }))
        : [],
      parts: [buy('panel socket', 1, `${wish} panel socket with cable`), buy('adapter plate')],
    }),
    way({
      id: 'extend',
      label: 'An extension from a socket behind',
      verdict: 'warn',
      why: 'Nothing is cut or soldered; it takes one of the sockets that look out at the back.',
      chain: [name, 'extension lead', 'a socket of the board'],
      ends: [],
      parts: [buy('panel socket', 1, 'extension lead with a flange')],
    }),
  ];
}
