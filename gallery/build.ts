import { writeFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { applyChange, validationIssuesOf, writeConversion, type Conversion } from '@young-shell/core/document';
import { placeFor } from '@young-shell/core/fit';
import { saidAtRest, saidInTheWay, worstOf } from '@young-shell/core/plan';
import { markedLayouts, searchClearLayouts, withLayout } from '@young-shell/core/search';
import { loadSolidKernel } from '@young-shell/core/solid';
import type { Tools } from '@young-shell/core/station';
import { everything, settled } from '@young-shell/core/work';
import { GALLERY } from './index';

// Writes the conversions of the gallery from their readable sources: laid out by the search, nothing by hand.

/** A search that has found nothing by then is stopped, s. */
const PATIENCE = 60;

const tools: Tools = {
  kernel: () => loadSolidKernel(),
  fonts: () => Promise.reject(new Error('no sheets here')),
  assess: saidAtRest,
  inTheWay: saidInTheWay,
  settle: (document) => settled(document, tools),
  everything: (document) => everything(document, tools),
};

/** The best layout of the whole kit; where there is none, each part where it can go beside those before it. */
async function laidOut(document: Conversion): Promise<{ document: Conversion; by: string }> {
  const until = Date.now() + PATIENCE * 1000;
  const { layouts } = searchClearLayouts(
    document,
    { seed: 1, wanted: 4, stop: () => Date.now() > until, assess: saidAtRest },
    saidInTheWay,
  );
  const [best] = await markedLayouts(document, layouts, tools.everything);
  if (best)
    return {
      document: withLayout(document, best.placements),
      by: `layout of the search, ${best.stops?.length ?? 0} stops`,
    };
  let next = document;
  const out: string[] = [];
  for (const [id, part] of Object.entries(document.kit.parts)) {
    if (id in next.layout.placements) continue;
    const tried = placeFor(next, assemble(next), id).proposals.map(
      ({ placement }) => applyChange(next, { type: 'placePart', id, placement }).document,
    );
    const quiet = tried.find((plan) => worstOf(saidAtRest(plan).filter((f) => f.station === 'fit')) !== 'stop');
    if (quiet ?? tried[0]) next = (quiet ?? tried[0])!;
    else out.push(part.name);
  }
  return { document: next, by: `no layout: one after the other${out.length > 0 ? `, without ${out.join(', ')}` : ''}` };
}

const only = process.argv.slice(2);
for (const [name, make] of Object.entries(GALLERY)) {
  if (only.length > 0 && !only.includes(name)) continue;
  const began = Date.now();
  const { document, by } = await laidOut(make());
  const [issue] = validationIssuesOf(document);
  if (issue) throw new Error(`${name}: ${issue.path}: ${issue.message}`);
  writeFileSync(new URL(`./${name}.json`, import.meta.url), writeConversion(document));
  console.log(`gallery/${name}.json: ${by} (${((Date.now() - began) / 1000).toFixed(0)} s)`);
}
