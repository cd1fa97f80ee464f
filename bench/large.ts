import { readFileSync } from 'node:fs';
import { readConversion, type Conversion } from '@young-shell/core/document';
import { STATIONS } from '@young-shell/core/plan';
import { Bench } from '../e2e/bench';
import { largePlan } from './largePlan';
import type { Row } from './measure';

/** So long a page is watched after it was asked for, ms: by then it stands. */
const WATCHED = 7000;

/**
 * Notes what keeps the page from answering. Nothing is painted into the view: without a graphics card that is done by the
 * processor, and read back from it.
 */
const NOTE_BLOCKS = `window.blocks = [];
new PerformanceObserver((list) => { for (const { duration } of list.getEntries()) window.blocks.push(duration); })
  .observe({ type: 'longtask', buffered: true });
for (const { prototype } of [WebGLRenderingContext, WebGL2RenderingContext]) {
  prototype.drawArrays = prototype.drawElements = () => undefined;
  if ('drawArraysInstanced' in prototype) prototype.drawArraysInstanced = prototype.drawElementsInstanced = () => undefined;
}`;

/** The longest time for which the page did not answer while a plan was opened at each station, ms; the worst of all. */
async function worstBlock(bench: Bench, document: Conversion): Promise<number> {
  const path = await bench.bring(document, '');
  let worst = 0;
  for (const { id } of STATIONS) {
    const page = await bench.page('about:blank');
    await page.addInitScript(NOTE_BLOCKS);
    await page.goto(bench.address + path + id);
    await page.getByRole('contentinfo').waitFor();
    await page.waitForTimeout(WATCHED);
    const blocks = await page.evaluate(() => (window as unknown as { blocks: number[] }).blocks);
    worst = Math.max(worst, ...blocks);
    await page.context().close();
  }
  return worst;
}

/** What a plan of 200 parts and 400 features costs the page's own thread, beside the demo. */
export async function largeRow(): Promise<Row> {
  const bench = await new Bench().open();
  try {
    const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));
    return {
      what: '200 parts, 400 features opened: worst block of any station',
      ms: await worstBlock(bench, largePlan(200, 400)),
      limit: 200,
      against: 'the demo',
      againstMs: await worstBlock(bench, demo),
    };
  } finally {
    await bench.close();
  }
}
