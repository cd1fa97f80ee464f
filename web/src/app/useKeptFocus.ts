import { useEffect } from 'react';

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex="0"]';
/** Within what the focus stays when what had it goes: the innermost of these. */
const REGION = '[role=dialog], aside, nav, footer, header, main, body';

const within = (region: Element) =>
  [...region.querySelectorAll<HTMLElement>(FOCUSABLE)].filter((e) => e.getClientRects().length > 0);

/**
 * When what has the focus is taken off the page (the row that was deleted, the note that was answered), the focus goes
 * to what stands in its place, not to the beginning of the page.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    let last: { element: Element; region: Element; index: number } | undefined;
    const noted = ({ target }: FocusEvent) => {
      const element = target as Element;
      const region = element.closest?.(REGION);
      if (region) last = { element, region, index: within(region).indexOf(element as HTMLElement) };
    };
    const observer = new MutationObserver(() => {
      if (!last || last.element.isConnected || document.activeElement !== document.body) return;
      const region = last.region.isConnected ? last.region : document.querySelector('aside, main');
      const all = region ? within(region) : [];
      const next = all[Math.min(Math.max(last.index, 0), all.length - 1)];
      last = undefined;
      next?.focus({ preventScroll: true });
    });
    document.addEventListener('focusin', noted);
    observer.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener('focusin', noted);
      observer.disconnect();
    };
  }, []);
}
