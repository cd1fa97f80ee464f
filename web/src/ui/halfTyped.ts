const KEY = 'young-shell/half-typed';

/** The one field that is being typed into: which, on which page, and what stands there. */
interface HalfTyped {
  page: string;
  field: string;
  text: string;
}

/** What was typed into a field of this page when it was last left by a reload, or nothing. */
export function halfTyped(field: string): string | undefined {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as HalfTyped | null;
    return kept?.page === location.pathname && kept.field === field ? kept.text : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what is typed until it is entered or given up. */
export function keepHalfTyped(field: string, text: string | undefined): void {
  try {
    if (text !== undefined) sessionStorage.setItem(KEY, JSON.stringify({ page: location.pathname, field, text }));
    else if (halfTyped(field) !== undefined) sessionStorage.removeItem(KEY);
  } catch {
    // A private window may refuse; then a reload loses the one field that was being typed into.
  }
}
