import type { Page } from 'playwright-core';
import { Bench, DEMO } from '../e2e/bench';
import type { Row } from './measure';

/** Notes when the strips of tape are put over their points, which the first drawn frame does. */
const MARK_FIRST_FRAME = `new MutationObserver(() => {
  if (!('firstFrame' in window) && document.querySelector('[data-label="board-1"]')?.style.transform && document.querySelector('footer'))
    window.firstFrame = performance.now();
}).observe(document, { subtree: true, childList: true, attributes: true })`;

const median = (times: number[]) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;

/** From typing the address to the first drawn view of the demo with its verdicts, each time in a fresh context. */
export async function coldLoad(times: number): Promise<Row> {
  const bench = await new Bench().open();
  try {
    const path = await bench.pathOf(DEMO, 'fit');
    // The page's own clock, from the start of the navigation: opening a browser window is not ours.
    const timed = async (to: string, ready: (page: Page) => Promise<unknown>) => {
      const all: number[] = [];
      for (let i = 0; i < times; i++) {
        const fresh = await (await bench.browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
        await fresh.addInitScript(MARK_FIRST_FRAME);
        await fresh.goto(bench.address + to);
        await ready(fresh);
        all.push(await fresh.evaluate(() => (window as { firstFrame?: number }).firstFrame ?? performance.now()));
        await fresh.context().close();
      }
      return median(all);
    };
    const againstMs = await timed('/api/health', (page) => page.waitForLoadState());
    const ms = await timed(path, (page) => page.waitForFunction(() => 'firstFrame' in window));
    return {
      what: 'first view of the demo, cold, software rendering',
      ms,
      limit: 1500,
      against: 'a bare answer in the same browser',
      againstMs,
    };
  } finally {
    await bench.close();
  }
}
