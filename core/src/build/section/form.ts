import {
  content,
  id,
  keyed,
  list,
  matching,
  name,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yes,
  yesOrNo,
  type Form,
  type Of,
} from '../../form';

/** `cut.rear`, `place.board-1`: steps that follow from the plan keep their ids while what they are about is there. */
export const stepKey = matching(/^[a-z][a-z0-9-]{0,63}(\.[a-z0-9~-]{1,64}){0,3}$/);
/** `2026-11-30`. */
const day: Form<string> = matching(/^[0-9]{4}-[0-9]{2}-[0-9]{2}$/);

/** What the user says of a step that follows from the plan. */
const said = object({
  minutes: optional(number(0, 10_000)),
  /** Hours after it in which nothing of it can be touched, and that need nobody. */
  wait: optional(number(0, 2000)),
  /** Not before this day, whatever else would allow it. */
  from: optional(day),
  /** Not in this build. */
  left: optional(yesOrNo),
  /** Steps that have to be done before, besides those that follow from the plan. */
  after: optional(keyed(stepKey, yes, 40)),
  note: optional(text(300)),
});

const ownStep = object({
  name: name(120),
  minutes: number(0, 10_000),
  wait: number(0, 2000),
  after: keyed(stepKey, yes, 40),
  caution: text(300),
});

/** A step that was done: when, how long it took, and what it looked like then. */
const done = object({ on: day, minutes: optional(number(0, 10_000)), of: text(64) });

export const FINISHES = ['none', 'paint', 'oil', 'film', 'filler', 'patina', 'false front'] as const;

/** How a face is finished. */
const finish = object({
  system: oneOf(FINISHES),
  colour: text(60),
  /** Coats of primer (or filler), colour and clear (or oil). */
  primer: whole(0, 10),
  coats: whole(0, 10),
  clear: whole(0, 10),
  /** m² that one can covers in one coat. */
  covers: number(0.1, 20),
  /** Minutes until the next coat, hours until it may be handled, days until it may be clamped. */
  flash: number(0, 600),
  handle: number(0, 500),
  cure: number(0, 60),
});

/** Something to buy: price in minor units, days until it is there. */
const item = object({
  state: oneOf(['buy', 'ordered', 'have', 'sold']),
  price: optional(number(0, 100_000_000)),
  lead: optional(number(0, 365)),
  ordered: optional(day),
  from: optional(text(120)),
  link: optional(text(300)),
});

/** Hinges, rails and the like: so many of a kind, kg that one of them is rated for, and what hangs on it. */
const hold = object({
  name: name(80),
  kind: oneOf(['hinge', 'rail', 'strap', 'hook', 'caster']),
  count: whole(1, 40),
  rating: number(0.01, 5000),
  /** All of it, or one part. */
  carries: optional(id),
});

const entry = object({
  on: day,
  kind: oneOf(['note', 'decision', 'mistake', 'lesson', 'reading']),
  text: text(2000),
  step: optional(stepKey),
  /** The part, the thing in the shell or the face that it is about. */
  about: optional(object({ kind: oneOf(['part', 'feature', 'face']), id })),
  /** What was read, with its unit. */
  value: optional(number(-1e9, 1e9)),
  unit: optional(text(12)),
  /** Money in minor units and minutes that a mistake cost. */
  cost: optional(number(0, 100_000_000)),
  minutes: optional(number(0, 100_000)),
  /** A photo, kept by its content, without what the camera wrote into it. */
  photo: optional(object({ content, width: whole(1, 10_000), height: whole(1, 10_000) })),
});

export const form = object({
  /** The first day of work. */
  start: optional(day),
  /** Hours of work on each day of the week, Monday first. */
  hours: list(number(0, 16), 7, 7),
  steps: keyed(stepKey, said, 600),
  own: record(ownStep, 200),
  done: keyed(stepKey, done, 800),
  finish: keyed(id, finish, 40),
  items: keyed(matching(/^[a-z][a-z0-9.-]{0,120}$/), item, 600),
  log: record(entry, 1000),
  /** What carries the weight, where something does: hinges, rails, straps, hooks. */
  holds: record(hold, 40),
  /** How it is lifted: hands from the body, height of them at the begin and the end, mm. */
  lift: optional(object({ reach: number(100, 1200), from: number(0, 2500), to: number(0, 2500), people: whole(1, 6) })),
  /** Money for it, minor units. */
  budget: optional(number(0, 100_000_000)),
});

export type Build = Of<typeof form>;
export type StepSaid = Of<typeof said>;
export type OwnStep = Of<typeof ownStep>;
export type StepDone = Of<typeof done>;
export type Finish = Of<typeof finish>;
export type BuildItem = Of<typeof item>;
export type LogEntry = Of<typeof entry>;
export type Hold = Of<typeof hold>;
export type Lift = NonNullable<Build['lift']>;
