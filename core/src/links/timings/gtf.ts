import type { Timing } from './timing';

const CELL = 8;
const MIN_PORCH = 1;
const V_SYNC = 3;
const SYNC_SHARE = 0.08;
const MIN_VSYNC_BACK = 550;
const C = 30;
const M = 300;

/**
 * A timing by VESA’s Generalized Timing Formula 1.1, without margins, from a wanted vertical rate.
 * @throws Error for sizes that are none
 */
export function gtf(width: number, height: number, refresh: number): Timing {
  if (!(width >= 8 && height >= 1 && refresh > 0))
    throw new Error(`${width} × ${height} at ${refresh} Hz is no picture.`);
  const hActive = Math.round(width / CELL) * CELL;
  const estimate = (1e6 / refresh - MIN_VSYNC_BACK) / (height + MIN_PORCH);
  const syncBack = Math.round(MIN_VSYNC_BACK / estimate);
  const vTotal = height + syncBack + MIN_PORCH;
  const rate = 1e6 / estimate / vTotal;
  const period = estimate / (refresh / rate);
  const share = C - (M * period) / 1000;
  const blank = Math.round((hActive * share) / (100 - share) / (2 * CELL)) * 2 * CELL;
  const hTotal = hActive + blank;
  const sync = Math.round((SYNC_SHARE * hTotal) / CELL) * CELL;
  const front = blank / 2 - sync;
  return {
    name: `${width}x${height}_${refresh.toFixed(2)}`,
    clock: (1000 * hTotal) / period,
    hActive,
    hSyncStart: hActive + front,
    hSyncEnd: hActive + front + sync,
    hTotal,
    vActive: height,
    vSyncStart: height + MIN_PORCH,
    vSyncEnd: height + MIN_PORCH + V_SYNC,
    vTotal,
    interlaced: false,
    hPositive: false,
    vPositive: true,
  };
}
