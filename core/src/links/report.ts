import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { sightOf, type Sight } from './sight';
import { linkTree, overloaded, type Linked } from './tree/tree';

/** USB sockets: how many look out, how many of those are taken. */
export interface Outside {
  sockets: number;
  taken: number;
  left: number;
  wanted: number;
}

export interface LinksReport {
  tree: Linked[];
  /** Edges that hold back what is behind them, the worst first. */
  bottlenecks: Linked[];
  outside: Outside;
  /** Lines of sight of antennas that say which part they are on, by id. */
  sights: Record<string, Sight>;
}

/** Sockets outside for a keyboard, a dongle and a stick. Common practice, no source. */
const WANTED = 3;

export function linksReport(document: Conversion, assembly: Assembly): LinksReport {
  const tree = linkTree(document);
  const usb = tree.filter((l) => l.type.offers?.port === 'USB' && l.node.outside);
  const sockets = usb.reduce((sum, l) => sum + (l.node.count ?? l.type.offers!.count), 0);
  const taken = usb.reduce((sum, l) => sum + l.children.length, 0);
  const sights: Record<string, Sight> = {};
  for (const [id, { part, where }] of Object.entries(document.links.antennas)) {
    const sight =
      part === undefined || where === 'outside' || where === 'slot' ? undefined : sightOf(document, assembly, part);
    if (sight) sights[id] = sight;
  }
  return {
    tree,
    bottlenecks: overloaded(tree),
    outside: { sockets, taken, left: sockets - taken, wanted: document.links.outside ?? WANTED },
    sights,
  };
}
