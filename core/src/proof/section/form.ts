import {
  id,
  keyed,
  list,
  matching,
  name,
  nullable,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yesOrNo,
  type Form,
  type Of,
} from '../../form';
import { STATES } from '../../air/section';

/** What a channel is. */
export const CHANNELS = [
  'ambient',
  'inside',
  'exhaust',
  'part',
  'watts',
  'part watts',
  'fan',
  'clock',
  'none',
] as const;
export type ChannelKind = (typeof CHANNELS)[number];

/** `standoffs.board-1`, `rail.12v`: checks that follow from the plan keep their ids while what they are about is there. */
export const checkKey = matching(/^[a-z][a-z0-9-]{0,63}(\.[a-z0-9~-]{1,64}){0,3}$/);
const day: Form<string> = matching(/^[0-9]{4}-[0-9]{2}-[0-9]{2}$/);

/** What was seen at a check. */
const seen = object({
  on: day,
  result: oneOf(['good', 'bad', 'not here']),
  /** In the unit of the check. */
  value: optional(number(-1e6, 1e9)),
  note: optional(text(300)),
  simulated: optional(yesOrNo),
  /** What the check rested on then: if the plan changes, it is asked for again. */
  of: text(64),
});

const temperature = number(-60, 400);

/** How warm one part was in a run; half-widths hold 95 %. */
const measured = object({
  temperature,
  highest: temperature,
  /** ± of its rise from noise, K. */
  noise: number(0, 1000),
  steady: yesOrNo,
  /** K a minute at the end. */
  slope: number(-1000, 1000),
  watts: optional(number(0, 5000)),
  /** Where a first-order answer would end, K over the room, and its time constant, s. */
  end: optional(number(-500, 1000)),
  endDoubt: optional(number(0, 10_000)),
  tau: optional(number(0, 1e8)),
  tauDoubt: optional(number(0, 1e9)),
  /** Share of the load’s time in which it held back, and how far down it went. */
  throttled: optional(number(0, 1)),
  down: optional(number(0, 1)),
});

/** A burn-in. */
const run = object({
  name: name(80),
  on: day,
  state: oneOf(STATES),
  lid: oneOf(['closed', 'open']),
  /** Which of several layouts, cases or settings it is: `its old case`, `fan turned`. */
  variant: text(80),
  from: text(200),
  simulated: optional(yesOrNo),
  rows: whole(0, 1_000_000_000),
  /** s under load. */
  seconds: number(0, 1e9),
  ambient: temperature,
  inside: optional(temperature),
  exhaust: optional(temperature),
  /** W at the wall. */
  watts: optional(number(0, 20_000)),
  parts: keyed(id, measured, 60),
  /** What is drawn of it: s, and by channel °C, W, rpm or MHz. */
  trace: object({
    time: list(number(0, 1e9), 0, 400),
    channels: list(
      object({
        ...{ column: text(120), is: oneOf(CHANNELS), part: optional(id) },
        values: list(nullable(number(-1e6, 1e6)), 0, 400),
      }),
      0,
      24,
    ),
  }),
  note: optional(text(600)),
});

const level = number(-20, 160);

export const form = object({
  checks: keyed(checkKey, seen, 600),
  runs: record(run, 60),
  /** Loudness, dB(A): with it running, and without; where the meter stood, mm. */
  noises: record(
    object({
      name: name(80),
      on: day,
      running: level,
      background: level,
      distance: number(10, 20_000),
      simulated: optional(yesOrNo),
    }),
    60,
  ),
  /** MB/s that went over a link. */
  speeds: record(
    object({ on: day, link: id, together: yesOrNo, rate: number(0, 1e6), simulated: optional(yesOrNo) }),
    200,
  ),
  /** Scores of one test with one setting, in one case or layout. */
  scores: record(
    object({
      test: name(80),
      settings: text(200),
      variant: text(80),
      unit: text(20),
      better: oneOf(['more', 'less']),
      values: list(number(0, 1e12), 1, 30),
    }),
    200,
  ),
  /** A leak test. */
  leaks: record(object({ on: day, hours: number(0, 1000), dry: yesOrNo, note: text(300) }), 60),
  /** What stands for a target of the brief that is not measured elsewhere. */
  evidence: keyed(id, object({ on: day, value: optional(number(-1e9, 1e9)), met: yesOrNo, words: text(300) }), 60),
  signed: optional(object({ on: day, by: name(80), words: text(600), of: text(64) })),
});

export type Proof = Of<typeof form>;
export type CheckSeen = Of<typeof seen>;
export type BurnIn = Of<typeof run>;
export type MeasuredPart = Of<typeof measured>;
export type Loudness = Proof['noises'][string];
export type Speed = Proof['speeds'][string];
export type Scores = Proof['scores'][string];
export type LeakTest = Proof['leaks'][string];
export type Evidence = Proof['evidence'][string];
export type SignOff = NonNullable<Proof['signed']>;
