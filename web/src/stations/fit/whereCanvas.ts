import { isFree, valueOf, type Positions } from '@young-shell/core/fit';
import type { Where } from '@young-shell/core/search';
import { SECTION_AXES, type SectionMode } from '../../view/projection';

/** A picture of where the middle of a part may be, seen along an axis, and where it lies in the view, mm. */
export interface WherePicture {
  canvas: HTMLCanvasElement;
  /** Low corner and size in (across, up). */
  u: number;
  v: number;
  width: number;
  height: number;
  /** Place along the axis of the view at which it was cut, mm. */
  into: number;
}

/** Free at the part's own depth; free at another depth only. */
const HERE = [150, 232, 140, 175] as const;
const ELSEWHERE = [150, 232, 140, 62] as const;

/** Pictures of the maps of a part, one for each way its faces can be met. */
export function wherePictures({ maps, size }: Where, mode: SectionMode, at: readonly number[]): WherePicture[] {
  const { across, up, into } = SECTION_AXES[mode];
  return maps.map(({ positions }) => {
    const [ru, rv, rw] = [positions.runs[across], positions.runs[up], positions.runs[into]];
    const canvas = window.document.createElement('canvas');
    // A coordinate that is fixed is drawn as wide as a step.
    canvas.width = ru.count;
    canvas.height = rv.count;
    const context = canvas.getContext('2d')!;
    const image = context.createImageData(ru.count, rv.count);
    const k = Math.min(rw.count - 1, Math.max(0, Math.round((at[into]! - rw.from) / rw.step)));
    const any = projected(positions, mode);
    const index = [0, 0, 0];
    index[into] = k;
    for (let v = 0; v < rv.count; v++)
      for (let u = 0; u < ru.count; u++) {
        if (any[v * ru.count + u] === 0) continue;
        index[across] = u;
        index[up] = v;
        image.data.set(
          isFree(positions, index[0]!, index[1]!, index[2]!) ? HERE : ELSEWHERE,
          ((rv.count - 1 - v) * ru.count + u) * 4,
        );
      }
    context.putImageData(image, 0, 0);
    const [su, sv] = [ru.count > 1 ? ru.step : 3, rv.count > 1 ? rv.step : 3];
    return {
      canvas,
      u: ru.from + size[across] / 2 - su / 2,
      v: rv.from + size[up] / 2 - sv / 2,
      width: ru.count * su,
      height: rv.count * sv,
      into: valueOf(rw, k) + size[into] / 2,
    };
  });
}

/** For each place of a view: 1 where any position along its axis is free. */
function projected({ runs, words, bits }: Positions, mode: SectionMode): Uint8Array {
  const { across, up, into } = SECTION_AXES[mode];
  const [nx, ny, nz] = runs.map((r) => r.count) as [number, number, number];
  const n = runs[across].count;
  const any = new Uint8Array(n * runs[up].count);
  const index = [0, 0, 0];
  for (let z = 0; z < nz; z++)
    for (let y = 0; y < ny; y++)
      for (let w = 0; w < words; w++) {
        let free = ~bits[(z * ny + y) * words + w]!;
        if (into === 0 && free !== 0) {
          any[z * n + y] = 1;
          continue;
        }
        while (free !== 0) {
          const low = free & -free;
          const x = (w << 5) + 31 - Math.clz32(low);
          free ^= low;
          if (x >= nx) break;
          index[0] = x;
          index[1] = y;
          index[2] = z;
          any[index[up]! * n + index[across]!] = 1;
        }
      }
  return any;
}
