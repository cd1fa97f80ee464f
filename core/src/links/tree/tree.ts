import type { Conversion, LinkNode } from '../../document';
import { partedLanes } from './lanes';
import { LANE_RATE, LINK_TYPES, SATA_RATE, usbRate, type LinkType, type PortKind } from '../../standards';

/** A node of the tree with what its link gives and what goes over it. */
export interface Linked {
  id: string;
  node: LinkNode;
  type: LinkType;
  depth: number;
  /** How its link runs, in words: `×4 gen 3`. */
  link: string;
  /** What it could have from what it goes into. */
  lanes: number;
  gen: number;
  /** MB/s that its link up gives, and of what is asked over it under the usage. Infinity where a link has no rate. */
  rate: number;
  /** MB/s at which the link runs with what hangs on it, and over how many lanes of which generation where that is less. */
  runs: number;
  runsOver?: number;
  runsAt?: number;
  asked: number;
  /** MB/s that it would move with nothing in its way. */
  alone: number;
  /** What is wrong with the place it hangs in. */
  faults: Fault[];
  children: string[];
}

export interface Fault {
  id: 'key' | 'full' | 'power' | 'own-power' | 'dead' | 'loose' | 'reach' | 'reaches' | 'shared' | 'lanes' | 'no-lanes';
  stop: boolean;
  words: string;
}

const typeOf = (node: LinkNode): LinkType => LINK_TYPES[node.type];

/** Of hosts, what they give to sockets. */
const hostLanes = (node: LinkNode) => ({
  lanes: node.lanes ?? typeOf(node).lanes ?? 16,
  gen: node.gen ?? typeOf(node).gen ?? 4,
});

/** The rate of a link, MB/s. */
function rateOf(type: LinkType, port: PortKind | undefined, lanes: number, gen: number, megabits: number): number {
  if (port === 'SATA') return SATA_RATE[Math.min(3, gen)] ?? Infinity;
  if (port === 'USB') return usbRate(megabits);
  if (port === 'picture') return Infinity;
  if (port === undefined && type.kind === 'host') return Infinity;
  return lanes * (LANE_RATE[Math.min(5, Math.max(1, gen))] ?? 0);
}

/**
 * The tree of links: each negotiates the fewer lanes and the lower generation of its two ends, all the way up; what is
 * asked over an edge is the sum of the devices behind it under the usage: all of them, the two largest, or the largest.
 */
export function linkTree({ links }: Pick<Conversion, 'links'>): Linked[] {
  const { nodes, usage } = links;
  const below = new Map<string, string[]>();
  for (const [id, { on }] of Object.entries(nodes))
    if (on !== undefined && on in nodes) below.set(on, [...(below.get(on) ?? []), id]);
  const made: Linked[] = [];
  const dead = new Set(
    Object.values(nodes).flatMap((node) =>
      node.disables && isUsed(nodes, node, below) ? Object.keys(node.disables) : [],
    ),
  );
  const visit = (id: string, up: Linked | undefined, depth: number): { linked: Linked; busy: number[] } => {
    const node = nodes[id]!;
    const type = typeOf(node);
    const faults: Fault[] = [];
    const offer = up?.type.offers;
    const port = type.into;
    let lanes = node.lanes ?? type.lanes ?? 0;
    let gen = node.gen ?? type.gen ?? 0;
    let megabits = type.megabits ?? 0;
    if (type.kind === 'host') ({ lanes, gen } = hostLanes(node));
    else if (!up) faults.push({ id: 'loose', stop: false, words: `${node.name} hangs on nothing yet.` });
    else {
      const has: PortKind | undefined = up.type.kind === 'host' ? 'host' : offer?.port;
      if (port !== has)
        faults.push({
          id: 'key',
          stop: true,
          words:
            has === 'host'
              ? `${node.name} goes into ${portWords(port)}, and hangs on ${up.node.name} itself: add that socket between them.`
              : `${node.name} goes into ${portWords(port)}; ${up.node.name} has ${portWords(has)}.`,
        });
      if (up.type.kind === 'host') {
        // A socket takes its own lanes of its host, as many as are left for it, at most as new as it.
        const parted = partedOf(up, nodes, below);
        lanes = parted.lanes.get(id) ?? lanes;
        faults.push(...(parted.faults.get(id) ?? []));
        gen = Math.min(
          gen || hostLanes(up.node).gen,
          port === 'host' && type.offers?.port === 'SATA' ? 3 : hostLanes(up.node).gen,
        );
      } else {
        const wide = Math.min(up.lanes || Infinity, offer?.lanes ?? Infinity);
        if (lanes > 0) lanes = Math.min(lanes, wide);
        if (port === 'SATA') gen = Math.min(gen || 3, offer?.gen ?? 3);
        else if (gen > 0) gen = Math.min(gen, up.gen || gen);
        megabits = Math.min(megabits || Infinity, offer?.megabits ?? Infinity, up.type.megabits ?? Infinity);
      }
    }
    // Sockets of drives and of USB have a line each; a chipset shares the lanes that it has itself.
    const lines =
      type.kind === 'socket' && (type.offers?.port === 'SATA' || type.offers?.port === 'USB')
        ? (node.count ?? type.offers.count)
        : 1;
    const rate =
      node.type === 'chipset'
        ? lanes * (LANE_RATE[Math.min(5, gen)] ?? 0)
        : lines * rateOf(type, type.kind === 'socket' ? type.offers?.port : port, lanes, gen, megabits);
    const linked: Linked = {
      id,
      node,
      type,
      depth,
      lanes,
      gen,
      rate,
      runs: rate,
      asked: 0,
      alone: 0,
      faults,
      children: below.get(id) ?? [],
      link: linkWords(type, port, lanes, gen, megabits),
    };
    made.push(linked);
    if (dead.has(id))
      faults.push({
        id: 'dead',
        stop: true,
        words: `${node.name} is dead: another socket that is used takes its lanes.`,
      });
    const busy: number[] = [];
    if (type.kind === 'device') {
      linked.alone = Math.min(node.needs ?? type.needs ?? 0, ownRate(type, node));
      if (linked.alone > 0) busy.push(linked.alone);
    }
    const count = type.kind === 'host' ? Infinity : (node.count ?? offerCount(type));
    const under: Linked[] = [];
    linked.children.forEach((child, i) => {
      const { linked: one, busy: their } = visit(child, linked, depth + 1);
      under.push(one);
      if (i >= count)
        one.faults.push({
          id: 'full',
          stop: true,
          words: `${node.name} has ${count === 1 ? 'one place' : `${count} places`}, and ${one.node.name} would be the ${i + 1}${['st', 'nd', 'rd'][i] ?? 'th'} in it.`,
        });
      powerFaults(linked, one);
      lanesFault(linked, one, i);
      busy.push(...their);
    });
    reachFaults(linked, train(linked, under), faults);
    togetherFault(
      linked,
      linked.children.map((child) => typeOf(nodes[child]!)),
    );
    busy.sort((a, b) => b - a);
    const counted = usage === 'all' ? busy : busy.slice(0, usage === 'two' ? 2 : 1);
    linked.asked = counted.reduce((a, b) => a + b, 0);
    return { linked, busy };
  };
  for (const [id, node] of Object.entries(nodes))
    if (node.on === undefined || !(node.on in nodes)) visit(id, undefined, 0);
  return made;
}

const offerCount = (type: LinkType): number => type.offers?.count ?? 0;

/** What a device could do in the best place for it. */
const ownRate = (type: LinkType, node: LinkNode): number =>
  rateOf(type, type.into, node.lanes ?? type.lanes ?? 1, node.gen ?? type.gen ?? 1, type.megabits ?? 0);

function isUsed(_nodes: Conversion['links']['nodes'], node: LinkNode, below: ReadonlyMap<string, string[]>): boolean {
  const own = Object.entries(_nodes).find(([, n]) => n === node)?.[0];
  return own !== undefined && (below.get(own)?.length ?? 0) > 0;
}

const portWords = (port: PortKind | undefined) =>
  port === undefined
    ? 'no place for anything'
    : port === 'host'
      ? 'the processor or the chipset'
      : port === 'slot'
        ? 'a card slot'
        : port === 'cable 40'
          ? 'a socket of 40 Gb/s'
          : port === 'picture'
            ? 'a picture socket'
            : port === 'SATA' || port === 'USB'
              ? `a ${port} socket`
              : `an ${port} socket`;

function linkWords(type: LinkType, port: PortKind | undefined, lanes: number, gen: number, megabits: number): string {
  const side = type.kind === 'socket' ? type.offers?.port : port;
  if (side === 'SATA') return `SATA ${[1.5, 3, 6][gen - 1] ?? 6} Gb/s`;
  if (side === 'USB') return megabits >= 1000 ? `USB ${megabits / 1000} Gb/s` : `USB ${megabits} Mb/s`;
  if (side === 'picture') return 'picture';
  return lanes > 0 ? `×${lanes} gen ${gen}` : '';
}

/**
 * A slot, a ribbon and what sits in it are one link: it runs as its farther end can. Several places on one adapter are a
 * link each, of which it is as new as the newest. What turns lanes into something else ends the link.
 * @returns the generation at which it runs
 */
function train(linked: Linked, under: readonly Linked[]): number {
  const { lanes, gen } = linked;
  const { offers, into } = linked.type;
  if (!offers || !into || !BY_LANES.has(offers.port) || (into !== 'host' && !BY_LANES.has(into)) || lanes <= 0)
    return gen;
  const ends = under.filter((u) => u.lanes > 0 && u.gen > 0 && (u.type.kind === 'device' || u.children.length > 0));
  if (ends.length === 0) return gen;
  const as = Math.min(gen, Math.max(...ends.map((u) => newest(u))));
  const over = offers.count === 1 ? Math.min(lanes, ends[0]!.runsOver ?? ends[0]!.lanes) : lanes;
  linked.runsAt = as;
  linked.runsOver = over;
  linked.runs = over * (LANE_RATE[as] ?? 0);
  linked.link = `×${over} gen ${as}`;
  return as;
}

const newest = ({ runsAt, gen }: Linked) => runsAt ?? gen;

function reachFaults({ node, type }: Linked, gen: number, faults: Fault[]): void {
  if (type.reach && node.length !== undefined) {
    const most = type.reach[gen] ?? type.reach[3] ?? Infinity;
    if (node.length > most)
      faults.push({
        id: 'reach',
        stop: false,
        words: `${node.name} is ${node.length} mm long; at generation ${gen} such a cable is good for about ${most} mm. Set the slot one generation lower, or take a shorter one.`,
      });
  }
  if (node.length !== undefined && node.second !== undefined && node.second < node.length)
    faults.push({
      id: 'reaches',
      stop: false,
      words: `The power cable beside ${node.name} is ${node.second} mm and does not reach as far as its ${node.length} mm.`,
    });
  if (type.ownPower && !node.fed)
    faults.push({
      id: 'own-power',
      stop: true,
      words: `${node.name} needs 12 V of its own: its socket gives a few watts on 3.3 V, no card runs from that.`,
    });
}

function powerFaults(up: Linked, under: Linked): void {
  const gives = up.type.gives;
  const draws = under.type.draws;
  if (gives === undefined || draws === undefined || draws <= gives + 1e-9) return;
  under.faults.push({
    id: 'power',
    stop: true,
    words: `${under.node.name} takes ${draws} W from its place; ${up.node.name} gives ${gives} W.`,
  });
}

/** A passive adapter parts its lanes among its places and has no switch: on a narrow slot the last ones get none. */
function lanesFault({ node, type, lanes }: Linked, under: Linked, index: number): void {
  const { offers } = type;
  if (type.kind !== 'adapter' || !offers?.lanes || offers.count < 2 || lanes <= 0) return;
  const works = Math.floor(lanes / offers.lanes);
  if (index < works) return;
  under.faults.push({
    id: 'no-lanes',
    stop: true,
    words: `${under.node.name} gets no lane: ${node.name} has no switch of its own, and of the ${lanes} lanes it sits on ${works === 0 ? 'none of its places works' : `${works === 1 ? 'one place works' : `${works} places work`}`}. A slot of ${offers.count * offers.lanes} lanes that the board parts, or an adapter with a switch.`,
  });
}

const BY_LANES: ReadonlySet<PortKind> = new Set(['slot', 'M.2 M', 'M.2 B', 'M.2 E']);

/** How the lanes of a host are parted among its sockets that are used, and what is to be said of that, by socket. */
function partedOf(
  host: Linked,
  nodes: Conversion['links']['nodes'],
  below: ReadonlyMap<string, string[]>,
): { lanes: Map<string, number>; faults: Map<string, Fault[]> } {
  const has = hostLanes(host.node).lanes;
  const sockets = host.children
    .map((id) => ({ id, node: nodes[id]!, type: typeOf(nodes[id]!) }))
    .filter(({ id, type }) => type.offers && BY_LANES.has(type.offers.port) && (below.get(id)?.length ?? 0) > 0)
    .map(({ id, node, type }) => ({
      id,
      name: node.name,
      lanes: node.lanes ?? type.lanes ?? 0,
      typed: node.lanes !== undefined,
    }));
  const lanes = partedLanes(has, sockets);
  const faults = new Map<string, Fault[]>();
  const less = sockets.filter((s) => lanes.get(s.id)! < s.lanes);
  const sum = [...lanes.values()].reduce((a, b) => a + b, 0);
  const [first] = less;
  if (first)
    faults.set(first.id, [
      {
        id: 'shared',
        stop: false,
        words: `${host.node.name} has ${has} lanes, and ${sockets.map((s) => s.name).join(', ')} ask for ${sockets.reduce((a, s) => a + s.lanes, 0)}. Counted as boards usually part them: ${sockets.map((s) => `${s.name} ×${lanes.get(s.id)}`).join(', ')}. The board’s sheet says it surely: type it as the lanes of each slot.`,
      },
    ]);
  const last = sockets.at(-1);
  if (last && sum > has)
    faults.set(last.id, [
      ...(faults.get(last.id) ?? []),
      {
        id: 'lanes',
        stop: false,
        words: `${sockets.map((s) => `${s.name} ×${lanes.get(s.id)}`).join(', ')} are ${sum} lanes together, and ${host.node.name} has ${has}: the board switches one of them off, or makes it slower. Its sheet says which.`,
      },
    ]);
  return { lanes, faults };
}

/** What hangs on a hub by itself may be little, and together more than the socket above gives. */
function togetherFault({ node, type, faults }: Linked, children: readonly LinkType[]): void {
  if (node.type !== 'usb-hub' || type.gives === undefined || node.fed) return;
  const all = children.reduce((sum, c) => sum + (c.draws ?? 0), type.draws ?? 0);
  if (all > type.gives + 1e-9)
    faults.push({
      id: 'power',
      stop: false,
      words: `All that hangs on ${node.name} takes ${all.toFixed(1)} W; the socket it hangs on gives ${type.gives} W. Feed the hub by itself.`,
    });
}

/** Edges over which more is asked than they give, the worst first; of some in a row that are as narrow the uppermost. */
export function overloaded(tree: readonly Linked[]): Linked[] {
  const all = narrowEdges(tree);
  const by = new Map(all.map((l) => [l.id, l]));
  return all.filter((edge) => {
    for (let on = edge.node.on; on !== undefined; on = tree.find((l) => l.id === on)?.node.on) {
      const up = by.get(on);
      if (up && up.rate <= edge.rate + 1e-6 && Math.abs(up.asked - edge.asked) < 1e-6) return false;
    }
    return true;
  });
}

const narrowEdges = (tree: readonly Linked[]): Linked[] =>
  tree.filter((l) => l.asked > l.rate * 1.001 && l.asked > 0).sort((a, b) => b.asked / b.rate - a.asked / a.rate);

/** May a machine start from a node: does everything on its way up pass that through? */
export function bootable(tree: readonly Linked[], id: string): string | undefined {
  const by = new Map(tree.map((l) => [l.id, l]));
  for (let at = by.get(id); at; at = at.node.on === undefined ? undefined : by.get(at.node.on))
    if (at.id !== id && at.type.boots === false) return at.node.name;
  return undefined;
}

/** What may hang on a node: nodes that go into what it offers, while it has a place left. */
export function mayHang(tree: readonly Linked[], id: string, on: string): boolean {
  const by = new Map(tree.map((l) => [l.id, l]));
  const [node, up] = [by.get(id), by.get(on)];
  if (!node || !up || id === on) return false;
  for (let at: Linked | undefined = up; at; at = at.node.on === undefined ? undefined : by.get(at.node.on))
    if (at.id === id) return false;
  const has = up.type.kind === 'host' ? 'host' : up.type.offers?.port;
  const left =
    up.type.kind === 'host' || up.children.filter((c) => c !== id).length < (up.node.count ?? offerCount(up.type));
  return node.type.into === has && left;
}
