import { MaxRectsPacker } from 'maxrects-packer';

/** A flat piece, mm. */
export interface FlatPiece {
  name: string;
  width: number;
  height: number;
}

/** A piece where it lies on its sheet, from the lower left. */
export interface Nested extends FlatPiece {
  x: number;
  y: number;
  turned: boolean;
}

export interface NestedSheet {
  pieces: Nested[];
  /** Share of the sheet that pieces take. */
  used: number;
  /** The largest rectangle that stays whole along an edge, mm. */
  offcut: [number, number];
}

/**
 * Pieces on sheets with a cut between them, by maximal free rectangles (best area first). A sheet with grain has its pieces
 * as they are.
 * @throws Error for a piece that is larger than the sheet
 */
export function nest(
  pieces: readonly FlatPiece[],
  width: number,
  height: number,
  kerf: number,
  grain: boolean,
): NestedSheet[] {
  for (const p of pieces) {
    const straight = p.width <= width + 1e-9 && p.height <= height + 1e-9;
    const turned = !grain && p.height <= width + 1e-9 && p.width <= height + 1e-9;
    if (!straight && !turned)
      throw new Error(
        `${p.name} of ${p.width} × ${p.height} mm does not go on a sheet of ${width} × ${height} mm${grain ? ' with its grain' : ''}.`,
      );
  }
  const packer = new MaxRectsPacker(width, height, kerf, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: !grain,
  });
  packer.addArray(pieces.map((p) => ({ x: 0, y: 0, width: p.width, height: p.height, data: p }) as never));
  return packer.bins.map(({ rects }) => {
    const placed = rects.map((r): Nested => {
      const { x, y, data } = r as unknown as { x: number; y: number; data: FlatPiece };
      const turned = (r as { rot?: boolean }).rot === true;
      return { ...data, x, y, turned, ...(turned ? { width: data.height, height: data.width } : {}) };
    });
    const right = Math.max(...placed.map((p) => p.x + p.width));
    const top = Math.max(...placed.map((p) => p.y + p.height));
    const beside: [number, number] = [Math.max(0, width - right - kerf), height];
    const above: [number, number] = [width, Math.max(0, height - top - kerf)];
    return {
      pieces: placed,
      used: placed.reduce((sum, p) => sum + p.width * p.height, 0) / (width * height),
      offcut: beside[0] * beside[1] > above[0] * above[1] ? beside : above,
    };
  });
}
