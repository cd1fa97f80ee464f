import type { Page } from 'playwright-core';

/** So long nothing may have changed, ms; and it may take so long until that is so. */
const QUIET = 200;
const LONGEST = 20_000;

/**
 * Waits until the page stands still: no text, element or state was altered for a while. What only moves (labels over a
 * view that turns) does not count. For what can't be waited for by name: "nothing more comes".
 * @throws Error when it never does.
 */
export async function still(page: Page, quiet = QUIET): Promise<void> {
  await page.evaluate(
    ([quiet, longest]) =>
      new Promise<void>((resolve, reject) => {
        const end = (finish: () => void) => {
          observer.disconnect();
          clearTimeout(rest);
          clearTimeout(most);
          finish();
        };
        // What is marked as still to come is not there yet, however long nothing moves on a busy machine.
        const rested = () => {
          if (!document.querySelector('[data-to-come]')) return end(resolve);
          rest = setTimeout(rested, quiet);
        };
        const observer = new MutationObserver((changes) => {
          if (changes.every((c) => c.type === 'attributes' && ['style', 'transform'].includes(c.attributeName!)))
            return;
          clearTimeout(rest);
          rest = setTimeout(rested, quiet);
        });
        let rest = setTimeout(rested, quiet);
        const most = setTimeout(() => end(() => reject(new Error('The page never stands still.'))), longest);
        observer.observe(document.body, { subtree: true, childList: true, attributes: true, characterData: true });
      }),
    [quiet, LONGEST] as const,
  );
}

/** Waits until a new size of the window is laid out. */
export const laidOut = (page: Page): Promise<void> =>
  page.evaluate(() => new Promise<void>((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => drawn()))));

/**
 * Goes to a station by its link and waits until the page is there: the router changes it in its own time, and
 * the station one comes from stands still too.
 */
export async function goToStation(page: Page, id: string): Promise<void> {
  const link = page.locator(`nav a[href$="/${id}"]`);
  await link.click();
  await link.and(page.locator('[aria-current="page"]')).waitFor({ timeout: 20_000 });
}
