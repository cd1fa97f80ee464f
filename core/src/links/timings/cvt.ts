import type { Timing } from './timing';

/** Constants of VESA CVT 1.2: steps of clock and pixels, porches, least blanking, blanking formula. */
const STEP = 250;
const CELL = 8;
const MIN_PORCH = 3;
const MIN_BACK = 6;
const MIN_VSYNC_BACK = 550;
const SYNC_SHARE = 0.08;
const C = 30;
const M = 300;
const REDUCED = { least: 460, blank: 160, sync: 32, front: 3 };

/** Lines of vertical sync tell the aspect. */
function syncLines(width: number, height: number): number {
  const is = (a: number, b: number) => height % b === 0 && (height * a) / b === width;
  if (is(4, 3)) return 4;
  if (is(16, 9)) return 5;
  if (is(16, 10)) return 6;
  if (is(5, 4) || is(15, 9)) return 7;
  return 10;
}

/**
 * A timing by VESA’s Coordinated Video Timings 1.2, without margins. Pictures of under about 400 lines have six lines of
 * back porch at least, as the standard has it (from memory); the common program leaves three there.
 * @param refresh frames a second, Hz
 * @param reduced with reduced blanking, for displays that need no beam to fly back
 * @throws Error for sizes that are none
 */
export function cvt(width: number, height: number, refresh: number, reduced = false, interlaced = false): Timing {
  if (!(width >= 8 && height >= 1 && refresh > 0))
    throw new Error(`${width} × ${height} at ${refresh} Hz is no picture.`);
  const hActive = Math.ceil(width / CELL) * CELL;
  const fields = interlaced ? refresh * 2 : refresh;
  const lines = interlaced ? Math.floor(height / 2) : height;
  const half = interlaced ? 0.5 : 0;
  const sync = syncLines(width, height);
  const name = `${width}x${height}_${refresh.toFixed(2)}${interlaced ? 'i' : ''}`;
  let hTotal: number;
  let vTotal: number;
  let clock: number;
  let hSyncStart: number;
  let hSyncEnd: number;
  if (reduced) {
    const period = (1e6 / fields - REDUCED.least) / lines;
    let blanking = Math.floor(REDUCED.least / period) + 1;
    if (blanking < REDUCED.front + sync + MIN_BACK) blanking = REDUCED.front + sync + MIN_BACK;
    vTotal = lines + half + blanking;
    hTotal = hActive + REDUCED.blank;
    // From the estimated period, as those who wrote the formula’s programs do.
    clock = (hTotal * 1000) / period;
    clock -= clock % STEP;
    hSyncEnd = hActive + REDUCED.blank / 2;
    hSyncStart = hSyncEnd - REDUCED.sync;
  } else {
    const period = (1e6 / fields - MIN_VSYNC_BACK) / (lines + MIN_PORCH + half);
    const wanted = Math.floor(MIN_VSYNC_BACK / period) + 1;
    const syncBack = Math.max(wanted, sync + MIN_BACK);
    vTotal = lines + syncBack + half + MIN_PORCH;
    const share = Math.max(20, C - (M * period) / 1000);
    let blank = (hActive * share) / (100 - share);
    blank -= blank % (2 * CELL);
    hTotal = hActive + blank;
    clock = (hTotal * 1000) / period;
    clock -= clock % STEP;
    hSyncEnd = hActive + blank / 2;
    hSyncStart = hSyncEnd - Math.floor(hTotal * SYNC_SHARE);
    hSyncStart += CELL - (hSyncStart % CELL);
  }
  const front = reduced ? REDUCED.front : MIN_PORCH;
  const times = interlaced ? 2 : 1;
  return {
    name,
    clock,
    hActive,
    hSyncStart,
    hSyncEnd,
    hTotal,
    vActive: height,
    vSyncStart: height + front,
    vSyncEnd: height + front + sync,
    vTotal: Math.floor(vTotal * times),
    interlaced,
    hPositive: reduced,
    vPositive: !reduced,
  };
}
