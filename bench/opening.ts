import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { readConversion, type Conversion } from '@young-shell/core/document';
import { openedAt, sweepsOf } from '@young-shell/core/fit';
import { saidAtRest } from '@young-shell/core/plan';
import { fitTogether, whatFits } from '@young-shell/core/search';
import { medianOf, type Row } from './measure';

const demo = (name: string) => readConversion(readFileSync(new URL(`../demo/${name}.json`, import.meta.url), 'utf8'));

/** Motions of what opens, and the question asked backwards. */
export async function openingRows(short: boolean): Promise<Row[]> {
  const cabinet = demo('map-cabinet');
  const assembly = assemble(cabinet);
  const against = 'copying the plan through JSON';
  const againstMs = await medianOf(() => JSON.parse(JSON.stringify(cabinet)) as unknown, short ? 3 : 20);
  const rows: Row[] = [
    {
      what: 'every motion of the map cabinet, with all it carries',
      ms: await medianOf(() => sweepsOf(cabinet, assembly), short ? 3 : 20),
      limit: 30,
      against,
      againstMs,
    },
  ];
  let share = 0;
  rows.push({
    what: 'a step of scrubbing it',
    ms: await medianOf(() => openedAt(cabinet, assembly, 'drawer-1', (share += 0.005) % 1), short ? 3 : 60),
    limit: 8,
    against,
    againstMs,
  });
  if (short) return rows;
  const deck: Conversion = { ...demo('tape-deck'), layout: { ...demo('tape-deck').layout, placements: {} } };
  const begun = performance.now();
  let first = 0;
  const options = whatFits(deck, {
    assess: saidAtRest,
    onFound: (found) => {
      if (first === 0 && found.length > 0) first = performance.now() - begun;
    },
  });
  const alone = performance.now() - begun;
  fitTogether(deck, options, { assess: saidAtRest });
  const all = performance.now() - begun;
  rows.push(
    { what: 'what would fit into the empty deck, the first answer', ms: first, limit: 1000, against, againstMs },
    { what: 'all of it, alone', ms: alone, limit: 30_000, against, againstMs },
    { what: 'and together', ms: all, limit: 30_000, against, againstMs },
  );
  return rows;
}
