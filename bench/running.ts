import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { assessAir } from '@young-shell/core/air';
import { applyChange, readConversion } from '@young-shell/core/document';
import { assessLinks, searchTube } from '@young-shell/core/links';
import { assessPower } from '@young-shell/core/power';
import { solveFlows, type FlowEdge } from '../core/src/air/network/flow';
import { medianOf, type Row } from './measure';

const demo = readConversion(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8'));

/** 40 zones in a ring and across, 120 resistances, 12 fans. */
function network(): FlowEdge[] {
  let state = 11;
  const next = () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
  const edges: FlowEdge[] = Array.from({ length: 40 }, (_, i) => ({ from: i, to: i + 1, r: 10 ** (4 + 2 * next()) }));
  while (edges.length < 120)
    edges.push({ from: Math.floor(next() * 41), to: Math.floor(next() * 41), r: 10 ** (4 + 2 * next()) });
  for (let i = 0; i < 12; i++)
    edges.push({
      from: 1 + Math.floor(next() * 40),
      to: i % 3 === 0 ? 1 + Math.floor(next() * 40) : 0,
      r: 10,
      fan: [
        [0, 20],
        [0.01, 14],
        [0.02, 9],
        [0.03, 0],
      ],
    });
  return edges;
}

/** Figures of Air, Power and Links. */
export async function runningRows(short: boolean): Promise<Row[]> {
  const runs = short ? 1 : 40;
  const copy = await medianOf(() => JSON.parse(JSON.stringify(demo)), short ? 3 : 60);
  const against = { against: 'copying the plan through JSON', againstMs: copy };
  const edges = network();
  let step = 0;
  const moved = () => {
    const from = demo.layout.placements['card-1']!;
    const placement = { ...from, x: from.x - (step++ % 50) / 10 };
    return applyChange(demo, { type: 'placePart', id: 'card-1', placement }).document;
  };
  // What stations share is made before: the solids of the plan.
  const plans = Array.from({ length: 80 }, moved).map((document) => ({ document, assembly: assemble(document) }));
  let k = 0;
  return [
    {
      what: 'a network of 40 zones, 120 resistances, 12 fans',
      ms: await medianOf(() => solveFlows(41, edges), runs),
      limit: 5,
      ...against,
    },
    {
      what: 'air, power and links after a drag',
      ms: await medianOf(() => {
        const { document, assembly } = plans[k++ % plans.length]!;
        assessAir(document, assembly);
        assessPower(document, assembly);
        assessLinks(document, assemble(document));
      }, runs),
      limit: 10,
      ...against,
    },
    {
      what: 'all timings that a tube takes',
      ms: await medianOf(
        () => searchTube({ horizontal: [15, 16.5], vertical: [47, 63], interlace: true, clock: [25, 400] }),
        runs,
      ),
      limit: 50,
      ...against,
    },
  ];
}
