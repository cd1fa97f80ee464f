import type { Conversion, Part } from '../document';
import { kindOf } from '../parts';
import type { Direction } from '../solid';
import type { Outlook } from './section';

/** Where sockets, inlets and brackets look unless the user chose: plugs and their cables behind or beside the shell. */
export const USUAL_OUTLOOK: Outlook = 'sides';

const LOOKS: Readonly<Record<Outlook, readonly Direction[]>> = {
  rear: ['rear'],
  sides: ['rear', 'left', 'right'],
  any: ['rear', 'left', 'right', 'front', 'top'],
};

/** Kinds with sockets, inlets and brackets. The faces of others are looked at or breathe, and belong wherever that is. */
const WITH_SOCKETS: readonly (string | undefined)[] = ['board', 'supply', 'card', 'jack'];

export const outlookOf = ({ layout }: Conversion): Outlook => layout.outlook ?? USUAL_OUTLOOK;

/**
 * Is it chosen that a face of a part looks out of the shell in a direction? What stands on the floor has nothing to look
 * through it for; sockets, inlets and brackets look where the layout says; a wish for that part comes before both.
 */
export function isChosen(document: Conversion, id: string, direction: Direction, face: string): boolean {
  const wished = Object.values(document.layout.wishes).some(
    (w) =>
      w.part === id && ((w.kind === 'on face' && w.face === face) || (w.kind === 'facing' && w.face === direction)),
  );
  if (wished) return true;
  const looks = WITH_SOCKETS.includes(kindOf(document.kit.parts[id]!)) ? outlookOf(document) : 'any';
  return LOOKS[looks].includes(direction);
}

/**
 * Does a part that rides on something that opens do without a wall before its faces? Its sockets are led out by cables or
 * reached with it open; a fan or a radiator that looks at nothing only stirs.
 */
export const ledOut = (part: Part, on: string | undefined): boolean =>
  on !== undefined && !['fan', 'radiator'].includes(kindOf(part) ?? '');
