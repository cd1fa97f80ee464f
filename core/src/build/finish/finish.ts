import type { Assembly } from '../../assembly';
import { openingsOf } from '../../cut';
import type { Conversion, Finish } from '../../document';
import { area } from '../../solid';

/** A finish as it is usually done. */
export interface System {
  name: string;
  finish: Finish;
  /** Grits of the paper, bare to last, in words. */
  grits: string;
  /** °C and % of the air in which it dries as the can says. */
  weather: { from: number; to: number; humidity: number };
  cautions: readonly string[];
}

/** m² of one can of 400 ml in one coat, and what dries how long. Common practice, no source: the can decides. */
const PAINT: Finish = {
  system: 'paint',
  colour: '',
  primer: 2,
  coats: 3,
  clear: 2,
  covers: 1.5,
  flash: 15,
  handle: 24,
  cure: 5,
};

export const SYSTEMS: Readonly<Record<Exclude<Finish['system'], 'none'>, System>> = {
  paint: {
    name: 'primer, colour, clear from cans',
    finish: PAINT,
    grits: '120 for shape, 240 before and between primer, 400 before colour, 800 and finer before clear',
    weather: { from: 15, to: 28, humidity: 65 },
    cautions: [
      'Outdoors or with a mask for vapours; no flame, no spark; gloves.',
      'Next coat within an hour or after a day: between that it wrinkles. The can decides.',
    ],
  },
  oil: {
    name: 'oil on wood',
    finish: { system: 'oil', colour: '', primer: 0, coats: 2, clear: 0, covers: 8, flash: 600, handle: 24, cure: 3 },
    grits: '120, 180, 240 along the grain',
    weather: { from: 12, to: 30, humidity: 70 },
    cautions: [
      'Rags with oil set themselves on fire: spread them flat outdoors, or keep them in water in a closed tin.',
    ],
  },
  film: {
    name: 'film, stuck on wet',
    finish: { system: 'film', colour: '', primer: 0, coats: 1, clear: 0, covers: 1, flash: 0, handle: 1, cure: 1 },
    grits: '240, then free of grease',
    weather: { from: 15, to: 30, humidity: 80 },
    cautions: ['A sharp blade towards nobody; warm the edges, do not burn them.'],
  },
  filler: {
    name: 'filler, sanded flat, then as its neighbours',
    finish: {
      system: 'filler',
      colour: '',
      primer: 2,
      coats: 3,
      clear: 0,
      covers: 0.8,
      flash: 40,
      handle: 24,
      cure: 5,
    },
    grits: '80 for shape, 120, 240, then primer; sand until a hand feels no edge',
    weather: { from: 15, to: 28, humidity: 65 },
    cautions: [
      'Mask for dust, wet where it may be; old paint may hold lead: test it first.',
      'Thin layers: a thick one cracks and shrinks.',
    ],
  },
  patina: {
    name: 'aged on purpose: toned coats, rubbed back, sealed',
    finish: {
      system: 'patina',
      colour: '',
      primer: 1,
      coats: 2,
      clear: 1,
      covers: 1.5,
      flash: 15,
      handle: 24,
      cure: 5,
    },
    grits: '400 before, 800 where hands would have worn it, none in corners',
    weather: { from: 15, to: 28, humidity: 65 },
    cautions: [
      'Try it on a hidden side, and let that dry before judging: wet is darker.',
      'Outdoors or with a mask for vapours.',
    ],
  },
  'false front': {
    name: 'a front of its own before the old one, which stays',
    finish: {
      system: 'false front',
      colour: '',
      primer: 1,
      coats: 2,
      clear: 1,
      covers: 1.5,
      flash: 15,
      handle: 24,
      cure: 5,
    },
    grits: '240 on the new piece only',
    weather: { from: 15, to: 28, humidity: 65 },
    cautions: ['Held by what is there (screws, magnets, clips): nothing glued to the old front.'],
  },
};

/** What a face takes. */
export interface FinishedFace {
  face: string;
  /** mm² outside, without what is cut out of it. */
  area: number;
  /** Openings and threads to mask. */
  masks: number;
  finish: Finish;
  /** Cans by layer, as they are bought; and the share of one that is really used. */
  cans: { what: string; coats: number; cans: number; used: number }[];
  /** Minutes at work, hours of drying between coats in all, days until it may be clamped. */
  minutes: number;
  drying: number;
}

/** Area outside of a face, mm²: its outline less what is cut out, now and before. */
export function faceArea(document: Conversion, assembly: Assembly, face: string): number {
  const frame = assembly.hull.frames.find((f) => f.face === face);
  if (!frame) return 0;
  const gone = openingsOf(document, assembly)
    .filter((o) => o.face === face && !o.inExisting && o.kind === 'cut')
    .reduce((sum, o) => sum + o.area, 0);
  const before = Object.values(document.shell.openings)
    .filter((o) => o.face === face)
    .reduce(
      (sum, { shape }) =>
        sum +
        (shape.kind === 'round' ? (Math.PI * shape.diameter.value ** 2) / 4 : shape.width.value * shape.height.value),
      0,
    );
  return Math.max(0, Math.abs(area(frame.outline)) - gone - before);
}

/** Spray goes beside a small face: so much more is used. Common practice, no source. */
const BESIDE = 1.3;
/** Minutes to sand, clean and mask; a coat on a square metre; both at least. Common practice, no source. */
const WORK = { prepare: 25, mask: 3, coat: 6, metre: 10 };

/** All faces that get a finish. */
export function finishedFaces(document: Conversion, assembly: Assembly): FinishedFace[] {
  return Object.entries(document.build.finish).flatMap(([face, finish]): FinishedFace[] => {
    if (finish.system === 'none' || !assembly.hull.frames.some((f) => f.face === face)) return [];
    const mm2 = faceArea(document, assembly, face);
    const m2 = mm2 / 1e6;
    const layers = [
      { what: 'primer', coats: finish.primer },
      {
        what:
          finish.system === 'oil'
            ? 'oil'
            : finish.system === 'film'
              ? 'film'
              : finish.system === 'filler'
                ? 'filler'
                : `colour${finish.colour ? ` ${finish.colour}` : ''}`,
        coats: finish.coats,
      },
      { what: 'clear', coats: finish.clear },
    ].filter((l) => l.coats > 0);
    const coats = layers.reduce((sum, l) => sum + l.coats, 0);
    const masks = openingsOf(document, assembly).filter((o) => o.face === face).length;
    return [
      {
        face,
        area: mm2,
        masks,
        finish,
        cans: layers.map(({ what, coats: n }) => {
          const used = (n * m2 * BESIDE) / finish.covers;
          return { what, coats: n, used, cans: Math.max(1, Math.ceil(used - 1e-9)) };
        }),
        minutes: WORK.prepare + WORK.mask * masks + coats * (WORK.coat + WORK.metre * m2),
        drying: (Math.max(0, coats - 1) * finish.flash) / 60,
      },
    ];
  });
}

/** It was knocked over, touched or rained on while wet: what now. Common practice, no source. */
export const SPOILT: readonly { what: string; then: string }[] = [
  {
    what: 'Dust, a hair, a small run',
    then: 'Leave it. Hard after a day: 800 wet until it is level, then the next thin coat.',
  },
  {
    what: 'A fingerprint or a wrinkle',
    then: 'Leave it for three days, sand to firm paint with 400, prime what shines through, then colour.',
  },
  {
    what: 'It lay on its wet face',
    then: 'Peel nothing. Lay it flat, let it cure a week, 240 over all of that face, primer, begin the colour again.',
  },
  {
    what: 'Rain or fog on it: white and dull',
    then: 'Warm and dry for a day; mostly it clears. Else 800 and one more coat of clear.',
  },
];
