import { airReport } from '../../air';
import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Check } from './check';

/** Hours that a loop is watched. Common practice, no source; some do 8. */
export const LEAK_HOURS = 24;

/** How a loop is filled and watched; nothing where there is none. */
export function liquidChecks(document: Conversion, assembly: Assembly): Check[] {
  const { loop } = document.air;
  if (!loop) return [];
  const report = airReport(document, assembly, undefined, true).loop;
  const names = loop.order.map((id) => document.kit.parts[id]?.name ?? id);
  const of = `${loop.order.join()} ${report ? Math.round(report.volume / 10) : 0}`;
  const dry = Object.values(document.proof.leaks).filter((l) => l.dry);
  const hours = dry.reduce((most, l) => Math.max(most, l.hours), 0);
  const make = (check: Omit<Check, 'group' | 'after' | 'faults' | 'cautions' | 'gate'> & Partial<Check>): Check => ({
    group: 'liquid',
    after: [],
    faults: [],
    cautions: ['The board and all else have no power while the loop is filled.'],
    gate: true,
    ...check,
  });
  return [
    make({
      id: 'loop.order',
      name: 'The loop in its order',
      how: `${names.join(' → ')}; the reservoir before the pump’s inlet, so that it never runs dry. The order hardly alters temperatures, but much how it fills.`,
      of,
    }),
    make({
      id: 'loop.fill',
      name: report ? `Fill in about ${Math.round(report.volume / 10) * 10} mL` : 'Fill it',
      how: `${loop.filledAt === 'outside' ? 'From outside' : 'With the lid off'}; only the pump runs, in bursts, and is never dry; paper towels under every joint.`,
      ...(report ? { expect: { from: 0.7 * report.volume, to: 1.4 * report.volume, unit: 'mL' as const } } : {}),
      faults: [
        {
          if: 'much less goes in',
          then: 'air in a block or radiator',
          look: 'tilt it to all sides with the pump running',
        },
      ],
      after: ['loop.order'],
      of,
    }),
    make({
      id: 'loop.leak',
      name: `Dry for ${LEAK_HOURS} h with the pump running`,
      how: `Paper under every joint, looked at after 1, 8 and ${LEAK_HOURS} h${hours > 0 ? `; ${hours} h were dry so far` : ''}.`,
      expect: { from: LEAK_HOURS, unit: 'h' },
      faults: [
        {
          if: 'a spot on the paper',
          then: 'the joint above it',
          look: 'empty, dry, new ring; then begin the hours again',
        },
      ],
      after: ['loop.fill'],
      of,
    }),
    make({
      id: 'loop.level',
      name: 'Mark the level',
      how: 'Tilt it all ways, fill up, mark the level outside with the date.',
      after: ['loop.leak'],
      gate: false,
      of,
    }),
  ];
}
