import { useEffect } from 'react';

const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex="0"]';
/** Within what the focus stays when what had it goes: the innermost of these. */
const REGION = '[role=dialog], aside, nav, footer, header, main, body';

const within = (region: Element) =>
  [...region.querySelectorAll<HTMLElement>(FOCUSABLE)].filter((e) => e.getClientRects().length > 0);

/** Can it no longer have the focus, though it is on the page? */
const isOff = (e: Element) => e.matches(':disabled') || e.getClientRects().length === 0;

/**
 * When what has the focus is taken off the page (the row that was deleted, the note that was answered) or switched off, the focus goes
 * to what comes after it, or before it where nothing does: not to the beginning of the page.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    let last: { element: Element; all: HTMLElement[]; index: number } | undefined;
    const noted = ({ target }: FocusEvent) => {
      const element = target as Element;
      const region = element.closest?.(REGION);
      if (!region) return;
      const all = within(region);
      last = { element, all, index: all.indexOf(element as HTMLElement) };
    };
    const observer = new MutationObserver((records) => {
      // What only came, or moved, takes the focus from nothing; to ask costs a layout.
      if (records.every((r) => r.type === 'childList' && r.removedNodes.length === 0)) return;
      if (!last || (last.element.isConnected && !isOff(last.element))) return;
      if (document.activeElement !== document.body && document.activeElement !== last.element) return;
      const { all, index, element } = last;
      // Dialogs give the focus back themselves.
      if (element.closest('[role=dialog], [role=alertdialog]')) return;
      // A tab that gets the focus opens its page: only the one that is open may have it.
      const there = (e: HTMLElement) => e.isConnected && !isOff(e) && !e.matches('[role=tab][aria-selected=false]');
      const next = all.slice(index + 1).find(there) ?? all.slice(0, Math.max(index, 0)).reverse().find(there);
      last = undefined;
      (next ?? document.querySelector<HTMLElement>('aside, main'))?.focus({ preventScroll: true });
    });
    document.addEventListener('focusin', noted);
    observer.observe(document.body, { childList: true, subtree: true, attributeFilter: ['disabled', 'hidden'] });
    return () => {
      document.removeEventListener('focusin', noted);
      observer.disconnect();
    };
  }, []);
}
