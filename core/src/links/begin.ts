import { nextId, type Change, type Conversion, type LinkNode } from '../document';
import { drawOf, kindOf } from '../parts';
import type { LinkTypeName } from '../standards';

/**
 * A first tree for a kit: processor and chipset with the sockets that a board of its size usually has (common practice,
 * no source), and every card and drive of the kit in the first place it goes into.
 */
export function beginLinks(document: Conversion): Change {
  const { kit, spent } = document;
  const nodes: Record<string, LinkNode> = {};
  const add = (stem: string, node: LinkNode): string => {
    const id = nextId({ ...document.links.nodes, ...nodes }, stem, spent);
    nodes[id] = node;
    return id;
  };
  const socket = (on: string, type: LinkTypeName, name: string, more: Partial<LinkNode> = {}) =>
    add('socket', { name, type, on, ...more });
  const board = Object.entries(kit.parts).find(([, p]) => kindOf(p) === 'board');
  const small = board ? drawOf(board[1]).peak < 40 : false;
  const processor = add('host', { name: 'Processor', type: 'processor', ...(board ? { part: board[0] } : {}) });
  const chipset = small ? processor : add('host', { name: 'Chipset', type: 'chipset' });
  const slot = small ? undefined : socket(processor, 'slot-x16', 'Card slot');
  const m2 = [socket(processor, 'm2-m', 'M.2 socket 1', small ? { lanes: 1, gen: 2 } : {})];
  if (!small) m2.push(socket(chipset, 'm2-m', 'M.2 socket 2', { gen: 3 }));
  const sata = small ? undefined : socket(chipset, 'sata-ports', 'SATA sockets');
  socket(chipset, 'usb-5', 'Rear USB sockets', { outside: true, count: 4 });
  if (!small) socket(chipset, 'usb-2', 'USB header inside');
  for (const [part, made] of Object.entries(kit.parts)) {
    const kind = kindOf(made);
    if (kind === 'card' && slot) add('link', { name: made.name, type: 'graphics', part, on: slot });
    if (kind === 'drive') {
      const m = made.standard.startsWith('drive/m2');
      const on = m ? m2.shift() : sata;
      add('link', {
        name: made.name,
        type: m ? 'm2-drive' : made.standard === 'drive/2.5-7' ? 'sata-flash' : 'sata-disc',
        part,
        ...(on ? { on } : {}),
      });
    }
  }
  return {
    type: 'all',
    what: 'links as the kit has them',
    changes: Object.entries(nodes).map(([id, node]): Change => ({ type: 'setLink', id, node })),
  };
}
