/** Instruments of the bench. */
export const INSTRUMENTS = ['calipers', 'multimeter', 'prober', 'logger', 'supply', 'tube'] as const;
export type InstrumentKind = (typeof INSTRUMENTS)[number];

/** One of the three that each simulated instrument may be put on. */
export type Sample = 'A' | 'B' | 'C';

interface About {
  name: string;
  /** In a sentence. */
  short: string;
  /** What is put between its tips. */
  on: Readonly<Partial<Record<Sample, string>>>;
  /** Where its readings go into the plan. */
  station: string;
  tab: string;
}

export const ABOUT: Readonly<Record<InstrumentKind, About>> = {
  calipers: { name: 'Calipers', short: 'calipers', on: { A: 'this shell' }, station: 'shell', tab: 'Survey' },
  multimeter: {
    name: 'Multimeter',
    short: 'multimeter',
    on: { A: 'plug A', B: 'plug B', C: 'plug C' },
    station: 'panel',
    tab: 'Pins',
  },
  prober: {
    name: 'Matrix prober',
    short: 'prober',
    on: { A: 'A: 48 keys, a little dirty', B: 'B: 48 keys, a diode each', C: 'C: 48 keys, one of them spoilt' },
    station: 'panel',
    tab: 'Keys',
  },
  logger: {
    name: 'Temperature and fan logger',
    short: 'logger',
    on: { A: 'this machine' },
    station: 'proof',
    tab: 'Burn-in',
  },
  supply: {
    name: 'Bench supply',
    short: 'bench supply',
    on: { A: 'a machine that is well', B: 'one with a short', C: 'one whose board does not start' },
    station: 'proof',
    tab: 'Checks',
  },
  tube: {
    name: 'Tube monitor',
    short: 'tube monitor',
    on: { A: 'set A', B: 'set B', C: 'set C' },
    station: 'links',
    tab: 'Tube',
  },
};
