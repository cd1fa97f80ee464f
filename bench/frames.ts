import { writeConversion, type Conversion } from '@young-shell/core/document';
import type { CDPSession, Page } from 'playwright-core';
import { Bench } from '../e2e/bench';
import type { Row } from './measure';

/** Processor time of the page's own thread since it began, ms: scripts, styles and layout. */
async function ownWork(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  const seconds = (name: string) => metrics.find((m) => m.name === name)!.value;
  return 1000 * (seconds('ScriptDuration') + seconds('RecalcStyleDuration') + seconds('LayoutDuration'));
}

/**
 * Drags a part over the plan of the shell as long as something goes on; the work of each move with the two frames that
 * are waited for after it, ms, from the least to the most.
 */
async function dragged(page: Page, session: CDPSession, moves: number, goesOn: () => Promise<boolean>) {
  const box = (await page.locator('[data-part="drive-1"]').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 5, y);
  const work: number[] = [];
  for (let i = 1; i <= moves && (await goesOn()); i++) {
    const before = await ownWork(session);
    const turn = (2 * Math.PI * i) / moves;
    await page.mouse.move(x + 40 * Math.sin(turn), y - 10 * Math.sin(turn));
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))));
    work.push((await ownWork(session)) - before);
  }
  await page.mouse.up();
  return work.sort((a, b) => a - b);
}

/** What a move of a dragged part costs the page's own thread while a search for ways out runs. */
export async function frames(document: Conversion, moves: number): Promise<Row> {
  const bench = await new Bench().open();
  try {
    await fetch(`${bench.address}/api/conversions/import`, { method: 'POST', body: writeConversion(document) });
    const page = await bench.page(await bench.pathOf(document.name, 'fit'));
    const session = await page.context().newCDPSession(page);
    await session.send('Performance.enable', { timeDomain: 'threadTicks' });
    await page.getByRole('radio', { name: 'Plan' }).click();
    await page.waitForTimeout(2500);
    await page.getByRole('tab', { name: 'Ways out', exact: true }).click();
    const always = () => Promise.resolve(true);
    // A browser compiles what it has run often: the first moves are not what a drag is like.
    await dragged(page, session, 2 * moves, always);
    const quiet = await dragged(page, session, moves, always);
    await page.getByRole('button', { name: 'Find ways out' }).click();
    const running = page.getByRole('progressbar');
    await running.waitFor();
    const busy = await dragged(page, session, moves, () => running.isVisible());
    if (busy.length === 0) throw new Error('The search ended before the drag began.');
    const nearlyAll = (all: number[]) => all[Math.floor(0.9 * all.length)]!;
    return {
      what: 'page’s own thread, a move of a part while a search runs (nine of ten are under it)',
      ms: nearlyAll(busy),
      limit: 8,
      against: 'the same without a search',
      againstMs: nearlyAll(quiet),
    };
  } finally {
    await bench.close();
  }
}
