/** A step as time sees it. */
export interface Timed {
  id: string;
  /** How long it takes, in any one unit. */
  length: number;
  /** Ids of steps that have to be over before. */
  after: readonly string[];
}

/** When a step can begin and has to, at the earliest and the latest. */
export interface Window {
  earliest: number;
  latest: number;
  slack: number;
}

export interface Network {
  windows: Map<string, Window>;
  /** When all is over. */
  end: number;
  /** Steps that hold everything up if they do, in order. */
  critical: string[];
  /** In an order that obeys every "before". */
  order: string[];
}

/**
 * Critical path: earliest begin = the latest end of what is before; backwards the latest begin that delays nothing; slack
 * is their difference (Kelley and Walker 1959, from memory). What comes after something that is not there comes after
 * nothing.
 * @throws Error with the steps of a ring, where some come before themselves
 */
export function criticalPath(steps: readonly Timed[]): Network {
  const by = new Map(steps.map((s) => [s.id, s]));
  const order = sorted(steps, by);
  const windows = new Map<string, Window>();
  let end = 0;
  for (const id of order) {
    const { length, after } = by.get(id)!;
    let earliest = 0;
    for (const before of after) {
      const other = by.get(before);
      if (other) earliest = Math.max(earliest, windows.get(before)!.earliest + other.length);
    }
    windows.set(id, { earliest, latest: Infinity, slack: 0 });
    end = Math.max(end, earliest + length);
  }
  for (const id of [...order].reverse()) {
    const window = windows.get(id)!;
    const { length, after } = by.get(id)!;
    if (window.latest === Infinity) window.latest = end - length;
    window.slack = window.latest - window.earliest;
    for (const before of after) {
      const other = by.get(before);
      if (!other) continue;
      const w = windows.get(before)!;
      w.latest = Math.min(w.latest, window.latest - other.length);
    }
  }
  const hair = 1e-9 * Math.max(1, end);
  return { windows, end, order, critical: order.filter((id) => windows.get(id)!.slack <= hair) };
}

/** An order that obeys every "before", as they come otherwise. @throws Error with the steps of a ring */
function sorted(steps: readonly Timed[], by: ReadonlyMap<string, Timed>): string[] {
  const order: string[] = [];
  const state = new Map<string, 'open' | 'done'>();
  const way: string[] = [];
  const visit = (id: string): void => {
    if (state.get(id) === 'done') return;
    if (state.get(id) === 'open')
      throw new Error(`These come before each other in a ring: ${way.slice(way.indexOf(id)).join(', ')}.`);
    state.set(id, 'open');
    way.push(id);
    for (const before of by.get(id)!.after) if (by.has(before)) visit(before);
    way.pop();
    state.set(id, 'done');
    order.push(id);
  };
  for (const { id } of steps) visit(id);
  return order;
}

/** Steps of a ring that a new "before" would close; empty where it closes none. */
export function ringWith(steps: readonly Timed[], id: string, after: string): string[] {
  const by = new Map(steps.map((s) => [s.id, s]));
  const seen = new Set<string>();
  const way: string[] = [];
  const reaches = (at: string): boolean => {
    if (at === id) return true;
    if (seen.has(at)) return false;
    seen.add(at);
    way.push(at);
    for (const before of by.get(at)?.after ?? []) if (reaches(before)) return true;
    way.pop();
    return false;
  };
  return reaches(after) ? [...way, id] : [];
}
