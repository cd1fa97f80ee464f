import { assemble } from '../assembly';
import type { Verb } from '../station';
import { linksReport } from './report';
import { hex, timingBlock } from './timings/block';
import { cvt } from './timings/cvt';
import { modeline } from './timings/timing';
import { searchTube } from './timings/tube';

/** The tree of links, and timings of every screen as text and as blocks. */
export const links: Verb = (document) => {
  const { tree, outside } = linksReport(document, assemble(document));
  return {
    print: {
      tree: tree.map(({ id, node, depth, link, rate, asked, faults }) => ({
        id,
        name: node.name,
        depth,
        link,
        rate: Number.isFinite(rate) ? rate : null,
        asked,
        faults: faults.map((f) => f.words),
      })),
      outside,
      screens: Object.fromEntries(
        Object.entries(document.links.screens).map(([id, screen]) => {
          const timings =
            screen.kind === 'tube'
              ? searchTube(screen).found.map((f) => f.timing)
              : [cvt(screen.width, screen.height, screen.refresh, true)];
          return [id, timings.map((t) => ({ modeline: modeline(t), block: hex(timingBlock(t, screen.size)) }))];
        }),
      ),
    },
  };
};
