import type { Timing } from './timing';

/**
 * A timing as a detailed timing descriptor of 18 bytes (VESA E-EDID, from memory). Of an interlaced one lines count by
 * field.
 * @param size of the picture, mm
 * @throws Error that names the figure that has no room in the block
 */
export function timingBlock(t: Timing, [width, height]: readonly [number, number] = [0, 0]): Uint8Array {
  const half = t.interlaced ? 2 : 1;
  const lines = (v: number) => Math.floor(v / half);
  const clock = Math.round(t.clock / 10);
  const hBlank = t.hTotal - t.hActive;
  const [vActive, vTotal] = [lines(t.vActive), lines(t.vTotal)];
  const vBlank = vTotal - vActive;
  const hFront = t.hSyncStart - t.hActive;
  const hSync = t.hSyncEnd - t.hSyncStart;
  const vFront = Math.floor((t.vSyncStart - t.vActive) / half);
  const vSync = Math.floor((t.vSyncEnd - t.vSyncStart) / half);
  const fits = (value: number, most: number, what: string) => {
    if (value < 0 || value > most || !Number.isInteger(value))
      throw new Error(`${what} of ${value} does not go into a timing block: it is a whole number up to ${most}.`);
  };
  fits(clock, 65_535, 'A clock in 10 kHz');
  fits(t.hActive, 4095, 'A width');
  fits(hBlank, 4095, 'A horizontal blanking');
  fits(vActive, 4095, 'A height');
  fits(vBlank, 4095, 'A vertical blanking');
  fits(hFront, 1023, 'A horizontal front porch');
  fits(hSync, 1023, 'A horizontal sync');
  fits(vFront, 63, 'A vertical front porch');
  fits(vSync, 63, 'A vertical sync');
  const [w, h] = [Math.round(width), Math.round(height)];
  fits(w, 4095, 'A picture width in mm');
  fits(h, 4095, 'A picture height in mm');
  return Uint8Array.from([
    clock & 255,
    clock >> 8,
    t.hActive & 255,
    hBlank & 255,
    ((t.hActive >> 8) << 4) | (hBlank >> 8),
    vActive & 255,
    vBlank & 255,
    ((vActive >> 8) << 4) | (vBlank >> 8),
    hFront & 255,
    hSync & 255,
    ((vFront & 15) << 4) | (vSync & 15),
    ((hFront >> 8) << 6) | ((hSync >> 8) << 4) | ((vFront >> 4) << 2) | (vSync >> 4),
    w & 255,
    h & 255,
    ((w >> 8) << 4) | (h >> 8),
    0,
    0,
    (t.interlaced ? 128 : 0) | 0x18 | (t.vPositive ? 4 : 0) | (t.hPositive ? 2 : 0),
  ]);
}

/** Bytes as two figures each, in one line. */
export const hex = (bytes: Uint8Array): string => [...bytes].map((b) => b.toString(16).padStart(2, '0')).join(' ');
