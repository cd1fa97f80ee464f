/** A complete display timing: pixels along a line and lines down a frame, from the first that is seen. */
export interface Timing {
  name: string;
  /** kHz. */
  clock: number;
  hActive: number;
  hSyncStart: number;
  hSyncEnd: number;
  hTotal: number;
  /** Lines of the frame; of an interlaced one of both its fields. */
  vActive: number;
  vSyncStart: number;
  vSyncEnd: number;
  vTotal: number;
  interlaced: boolean;
  hPositive: boolean;
  vPositive: boolean;
}

/** Lines a second, kHz. */
export const lineRate = ({ clock, hTotal }: Pick<Timing, 'clock' | 'hTotal'>): number => clock / hTotal;

/** Fields a second, Hz: what the tube is swept with. */
export const fieldRate = (t: Timing): number => ((lineRate(t) * 1000) / t.vTotal) * (t.interlaced ? 2 : 1);

/** Microseconds of a line: all of it, its blanking, front porch, sync, back porch. */
export function lineTimes({ clock, hActive, hSyncStart, hSyncEnd, hTotal }: Timing) {
  const us = (pixels: number) => (1000 * pixels) / clock;
  return {
    line: us(hTotal),
    blanking: us(hTotal - hActive),
    front: us(hSyncStart - hActive),
    sync: us(hSyncEnd - hSyncStart),
    back: us(hTotal - hSyncEnd),
  };
}

/** The common text form: name, MHz, four numbers across, four down, flags. */
export function modeline(t: Timing): string {
  const flags = [
    t.interlaced ? 'interlace' : '',
    t.hPositive ? '+hsync' : '-hsync',
    t.vPositive ? '+vsync' : '-vsync',
  ].filter((f) => f !== '');
  return `Modeline "${t.name}" ${(t.clock / 1000).toFixed(3)} ${t.hActive} ${t.hSyncStart} ${t.hSyncEnd} ${t.hTotal} ${t.vActive} ${t.vSyncStart} ${t.vSyncEnd} ${t.vTotal} ${flags.join(' ')}`;
}

/**
 * Reads the text form back. @throws Error that says what is missing or out of order
 */
export function readModeline(text: string): Timing {
  const found = /^\s*(?:modeline\s+)?"([^"]*)"\s+(.+)$/i.exec(text);
  if (!found)
    throw new Error(
      `“${text.slice(0, 60)}” is no modeline: it begins with a name in quotes, then MHz and eight numbers.`,
    );
  const words = found[2]!.trim().split(/\s+/);
  const numbers = words.slice(0, 9).map(Number);
  if (numbers.length < 9 || numbers.some((n) => !Number.isFinite(n)))
    throw new Error(`“${found[1]}” needs MHz and eight numbers; it has ${numbers.filter(Number.isFinite).length}.`);
  const [mhz, hActive, hSyncStart, hSyncEnd, hTotal, vActive, vSyncStart, vSyncEnd, vTotal] = numbers as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const flags = words.slice(9).map((w) => w.toLowerCase());
  const rising = (what: string, ...row: number[]) => {
    for (let i = 1; i < row.length; i++)
      if (row[i]! < row[i - 1]! || row[0]! <= 0)
        throw new Error(`“${found[1]}”: ${what} go ${row.join(', ')}; each is to be no less than the one before.`);
  };
  rising('pixels', hActive, hSyncStart, hSyncEnd, hTotal);
  rising('lines', vActive, vSyncStart, vSyncEnd, vTotal);
  if (!(mhz > 0)) throw new Error(`“${found[1]}”: ${mhz} MHz is no clock.`);
  return {
    name: found[1]!,
    clock: mhz * 1000,
    hActive,
    hSyncStart,
    hSyncEnd,
    hTotal,
    vActive,
    vSyncStart,
    vSyncEnd,
    vTotal,
    interlaced: flags.includes('interlace'),
    hPositive: flags.includes('+hsync'),
    vPositive: flags.includes('+vsync'),
  };
}
