import { Calendar, dayNumber } from './calendar';
import { criticalPath } from './criticalPath';

/** A step to be laid on days. */
export interface ToDo {
  id: string;
  /** Minutes of work, and hours after it that need nobody. */
  minutes: number;
  wait: number;
  after: readonly string[];
  /** It needs nobody at all: a printer, an oven. */
  unattended?: boolean;
  /** Not before this day (something has to come first). */
  notBefore?: string;
  /** It was done on this day. */
  done?: string;
}

/** When a step is worked on, hours from the midnight of day 0; `free` once what is after it may begin. */
export interface Slot {
  id: string;
  begin: number;
  end: number;
  free: number;
  done: boolean;
}

export interface Schedule {
  slots: Slot[];
  /** Hours; the last `free`. */
  end: number;
  /** Hours of work that are left, and of them. */
  left: number;
  /** Steps without slack, whoever does them. */
  critical: string[];
  slack: Map<string, number>;
  /** Steps that could be begun now. */
  ready: string[];
}

/**
 * One person lays the steps on days: of those that could be begun, the one with the least slack; unattended ones and
 * waiting run beside. A serial schedule by least slack: not always the shortest there is (that is a hard problem), never
 * shorter than the critical path.
 * @throws Error for a ring of "before", for hours that are none, for a day that is none
 */
export function scheduleOf(steps: readonly ToDo[], hours: readonly number[], start: string): Schedule {
  const calendar = new Calendar(hours);
  const week = hours.reduce((a, b) => a + b, 0);
  // In hours that go by: an hour of work is as long as the week spreads it.
  const spread = 168 / week;
  const network = criticalPath(
    steps.map(({ id, minutes, wait, after, unattended, done }) => ({
      id,
      after,
      length: done === undefined ? (minutes / 60) * (unattended ? 1 : spread) + wait : 0,
    })),
  );
  const slack = new Map([...network.windows].map(([id, w]) => [id, w.slack]));
  const from = dayNumber(start) * 24;
  const by = new Map(steps.map((s) => [s.id, s]));
  const slots = new Map<string, Slot>();
  for (const { id, done } of steps) {
    if (done === undefined) continue;
    const day = dayNumber(done) * 24 + 18;
    const { wait } = by.get(id)!;
    slots.set(id, { id, begin: day, end: day, free: day + wait, done: true });
  }
  const open = new Set(steps.filter((s) => s.done === undefined).map((s) => s.id));
  const ready = [...open].filter((id) => by.get(id)!.after.every((b) => !by.has(b) || slots.has(b)));
  let hand = from;
  while (open.size > 0) {
    // Of all whose befores are laid down: who can begin first goes first, of equals who has least slack.
    let best: { id: string; at: number; slack: number } | undefined;
    for (const id of open) {
      const step = by.get(id)!;
      let at = step.notBefore === undefined ? from : Math.max(from, dayNumber(step.notBefore) * 24);
      let laid = true;
      for (const before of step.after) {
        if (!by.has(before)) continue;
        const slot = slots.get(before);
        if (!slot) {
          laid = false;
          break;
        }
        at = Math.max(at, slot.free);
      }
      if (!laid) continue;
      if (!step.unattended) at = Math.max(at, hand);
      const s = slack.get(id)!;
      if (!best || at < best.at - 1e-9 || (at < best.at + 1e-9 && s < best.slack - 1e-9)) best = { id, at, slack: s };
    }
    if (!best) break;
    const { id, at } = best;
    const step = by.get(id)!;
    const length = step.minutes / 60;
    const { begin, end } = step.unattended ? { begin: at, end: at + length } : calendar.work(at, length);
    if (!step.unattended) hand = end;
    slots.set(id, { id, begin, end, free: end + step.wait, done: false });
    open.delete(id);
  }
  const all = [...slots.values()];
  return {
    slots: all,
    end: Math.max(from, ...all.map((s) => s.free)),
    left: steps.reduce((sum, s) => sum + (s.done === undefined && !s.unattended ? s.minutes / 60 : 0), 0),
    critical: network.critical.filter((id) => by.get(id)!.done === undefined),
    slack,
    ready,
  };
}
