import { lidOf, type Conversion, type Placement } from '../document';
import { bodyOwner, type Wall } from '../assembly';
import { mm } from '../quantity';
import type { Margin } from './margin';

export { mm };

/** What a part, feature or face is called in a sentence. */
export function nameOf(document: Conversion, other: { kind: string; id: string }): string {
  if (other.kind === 'part')
    return document.kit.parts[other.id]?.name ?? document.shell.features[other.id]?.name ?? other.id;
  if (other.id === 'material') return 'the shell’s own material';
  const body = Object.entries(document.shell.bodies).find(([id]) => bodyOwner(id) === other.id)?.[1];
  if (body) return body.name || body.kind;
  if (other.kind === 'feature') return document.shell.features[other.id]?.name ?? other.id;
  return faceName(document, other.id);
}

/** The lid for the faces it lifts off, `rear wall` and so on for the rest. */
export function faceName(document: Conversion, face: string, walls?: readonly Wall[]): string {
  const wall = walls?.find((w) => w.face === face);
  if (face === 'top' || wall?.inLid) {
    const lid = lidOf(document.shell);
    return lid ? lid.body.name || 'lid' : 'top';
  }
  if (face === 'bottom') return 'floor';
  return face === 'slope' ? 'slope' : `${face} wall`;
}

/** `card to lid`, naming the block where it is not the part's main body. */
export function marginName(document: Conversion, margin: Margin): string {
  return `${nameOf(document, { kind: 'part', id: margin.part })} to ${nameOf(document, margin.other)}`;
}

/** `4.5 mm down and 2.0 mm to the left`. */
export function travel(from: Placement, to: Placement): string {
  const words = [
    [to.x - from.x, 'to the right', 'to the left'],
    [to.y - from.y, 'to the rear', 'to the front'],
    [to.z - from.z, 'up', 'down'],
  ] as const;
  const moves = words
    .filter(([by]) => Math.abs(by) > 0.005)
    .map(([by, plus, minus]) => `${mm(Math.abs(by))} ${by > 0 ? plus : minus}`);
  return moves.join(' and ') || 'nowhere';
}

/** “A”, “A and B”, “A, B and C”. */
export const listOf = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
