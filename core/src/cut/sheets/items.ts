import type { FaceId } from '../../document';
import type { Point2 } from '../../solid';

/** Something drawn on a sheet, in mm from the face's datum; layers as in a DXF of the same sheet. */
export type SheetItem = { layer: 'cut' | 'drill' | 'reference' | 'engrave' } & (
  | { kind: 'circle'; centre: Point2; radius: number }
  | { kind: 'rectangle'; centre: Point2; half: [number, number]; radius: number }
  | { kind: 'line'; points: Point2[]; closed: boolean; dashed?: boolean }
  | {
      kind: 'text';
      at: Point2;
      text: string;
      size: number;
      anchor: 'start' | 'middle';
      /** It belongs on the face; other words are for the reader of the sheet. */
      label?: true;
    }
);

/** A row of the hole table; u and v are the centre's distances from the datum, mm. */
export interface HoleRow {
  number: number;
  name: string;
  kind: 'cut' | 'drill';
  u: number;
  v: number;
  size: string;
}

/** One face at 1:1. */
export interface Sheet {
  face: FaceId;
  title: string;
  /** Size of the face's bounding box, mm. */
  width: number;
  height: number;
  mirrored: boolean;
  /** Said under the title; otherwise from where the face is seen and what its datum is. */
  caption?: string;
  items: SheetItem[];
  holes: HoleRow[];
}
