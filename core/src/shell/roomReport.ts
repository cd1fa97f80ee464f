import { assemble } from '../assembly';
import type { Conversion } from '../document';
import type { Axis } from '../solid';
import { emptyBoxes, slab, stick, volume, type EmptyBox } from './emptyBoxes';
import { roomOf, type Room, type RoomOptions } from './room';
import { roomMap, type RoomMap } from './roomMap';

/** What is asked of the room in a shell. */
export interface RoomQuestion extends RoomOptions {
  /** Along which axis free runs are mapped: 2 height, 1 depth, 0 width. */
  axis: Axis;
  /** A slab counts from this thickness, a stick from this section, mm. */
  slabThickness: number;
  stickSection: [number, number];
}

export const ROOM_QUESTION: RoomQuestion = {
  axis: 2,
  withParts: false,
  without: [],
  slabThickness: 25,
  stickSection: [40, 111.15],
};

export interface RoomReport {
  map: RoomMap;
  /** The largest free blocks, by volume; two of them share at most half of the smaller. */
  blocks: EmptyBox[];
  /** The largest lying slab and the longest stick, where there is one. */
  slab: EmptyBox | undefined;
  stick: EmptyBox | undefined;
  /** All were found for certain; else the search ended at its limit. */
  complete: boolean;
}

/** Cells a map may have: a shell of furniture size is mapped in coarser ones. */
const MOST_CELLS = 60e6;

/** Size of the cells a room is mapped in, whole mm: 1 up to about 60 litres. */
function stepFor({ low, high }: Room): number {
  const volume = low.reduce((v, l, i) => v * Math.max(0, high[i]! - l), 1);
  return Math.max(1, Math.ceil(Math.cbrt(volume / MOST_CELLS)));
}

/** Room map and largest free blocks of a shell at 1 mm (a map of a large one coarser: its `step` says so). */
export function roomReport(document: Conversion, question: RoomQuestion, blocks = 5): RoomReport {
  const room = roomOf(assemble(document), question);
  const byVolume = emptyBoxes(room, volume, blocks);
  const flat = emptyBoxes(room, slab(question.slabThickness));
  const long = emptyBoxes(room, stick(...question.stickSection));
  return {
    map: roomMap(room, question.axis, stepFor(room)),
    blocks: byVolume.boxes,
    slab: flat.boxes[0],
    stick: long.boxes[0],
    complete: byVolume.complete && flat.complete && long.complete,
  };
}
