import type { Part } from '../document';
import { standardPart } from '../standards';
import type { Connector } from './model';
import { boardOf, isJoined, joinedConnectors } from './joined';
import { partModel } from './partModel';

type Spec = Omit<Connector, 'name' | 'gives'> & { name?: string; gives?: boolean };

/** Where on common parts the sockets are: common practice, no source. Blocks that a part lacks are left out. */
const COMMON: Readonly<Record<string, readonly Spec[]>> = {
  board: [
    { id: 'main', kind: 'main power', block: 'main-plug', at: [0.5, 0.5, 0], direction: 'top', straight: 25 },
    { id: 'data', kind: 'data', gives: true, block: 'sata-plugs', at: [0.5, 0.5, 0], direction: 'top', straight: 36 },
    { id: 'slot', kind: 'riser', gives: true, block: 'slot', at: [0.5, 0.5, 1], direction: 'top', straight: 22 },
    {
      id: 'processor',
      kind: 'processor power',
      block: 'processor-plug',
      at: [0.5, 0.5, 0],
      direction: 'top',
      straight: 20,
    },
    { id: 'fan', kind: 'fan lead', gives: true, block: 'plate', at: [0.12, 0.72, 1], direction: 'top', straight: 10 },
    { id: 'loop', kind: 'tube', gives: true, block: 'cooler', at: [0.5, 0.5, 1], direction: 'top', straight: 15 },
    { id: 'lead', kind: 'lead', gives: true, block: 'plate', at: [0.5, 0.03, 1], direction: 'top', straight: 12 },
  ],
  card: [
    { id: 'riser', kind: 'riser', block: 'riser', at: [0.5, 0.5, 1], direction: 'bottom', straight: 15 },
    { id: 'power', kind: 'card power', block: 'power-plug', at: [0.5, 0.5, 0], direction: 'top', straight: 22 },
  ],
  drive: [
    { id: 'data', kind: 'data', block: 'plugs', at: [0.2, 1, 0.5], direction: 'front', straight: 20 },
    { id: 'power', kind: 'drive power', block: 'plugs', at: [0.8, 1, 0.5], direction: 'front', straight: 20 },
  ],
  supply: [
    {
      id: 'main',
      kind: 'main power',
      gives: true,
      block: 'cables',
      at: [0.7, 1, 0.5],
      direction: 'front',
      straight: 15,
    },
    {
      id: 'processor',
      kind: 'processor power',
      gives: true,
      block: 'cables',
      at: [0.55, 1, 0.5],
      direction: 'front',
      straight: 15,
    },
    {
      id: 'card',
      kind: 'card power',
      gives: true,
      block: 'cables',
      at: [0.4, 1, 0.5],
      direction: 'front',
      straight: 15,
    },
    {
      id: 'drive',
      kind: 'drive power',
      gives: true,
      block: 'cables',
      at: [0.2, 1, 0.5],
      direction: 'front',
      straight: 15,
    },
  ],
  brick: [
    {
      id: 'main',
      kind: 'main power',
      gives: true,
      block: 'main-lead',
      at: [0.5, 0.5, 1],
      direction: 'bottom',
      straight: 20,
    },
    {
      id: 'processor',
      kind: 'processor power',
      gives: true,
      block: 'case',
      at: [0.5, 0, 0.5],
      direction: 'front',
      straight: 12,
    },
    {
      id: 'drive',
      kind: 'drive power',
      gives: true,
      block: 'case',
      at: [0.5, 0, 0.8],
      direction: 'front',
      straight: 12,
    },
    { id: 'inlet', kind: 'DC lead', block: 'case', at: [0.5, 1, 0.5], direction: 'rear', straight: 12 },
  ],
  jack: [
    { id: 'inlet', kind: 'DC lead', gives: true, block: 'body', at: [0.5, 0, 0.5], direction: 'front', straight: 8 },
  ],
  fan: [{ id: 'lead', kind: 'fan lead', block: 'frame', at: [0, 0.2, 0.1], direction: 'left', straight: 4 }],
  radiator: [{ id: 'loop', kind: 'tube', block: 'core', at: [1, 0.3, 0.5], direction: 'right', straight: 15 }],
};

const cache = new WeakMap<Part, Connector[]>();

/** The connectors of a part in its own axes; those of an own part are its connector blocks. */
export function connectorsOf(id: string, part: Part): Connector[] {
  const known = cache.get(part);
  if (known) return known;
  if (isJoined(part)) {
    const joined = joinedConnectors(
      partModel(id, part),
      connectorsOf(id, boardOf(part)),
      part.plugged.map((other) => ({ id: other.id, connectors: connectorsOf(other.id, other.part) })),
    );
    cache.set(part, joined);
    return joined;
  }
  const { blocks } = partModel(id, part);
  const has = (block: string) => blocks.some((b) => b.id === block);
  const connectors = part.own
    ? ownConnectors(part)
    : (COMMON[standardPart(part.standard)?.kind ?? ''] ?? [])
        .map(
          (spec) =>
            (spec.id === 'main' && !has(spec.block) ? { ...spec, block: 'plate', at: [0.08, 0.3, 1] } : spec) as Spec,
        )
        .map(
          (spec) =>
            (spec.id !== 'data' || has(spec.block)
              ? spec
              : has('sata-front-plugs')
                ? { ...spec, block: 'sata-front-plugs', at: [0.5, 1, 0.5], direction: 'front' }
                : { ...spec, block: 'plate', at: [0.3, 0.05, 1] }) as Spec,
        )
        .filter((spec) => has(spec.block))
        .map((spec): Connector => ({ name: spec.name ?? spec.kind, gives: spec.gives ?? false, ...spec }));
  cache.set(part, connectors);
  return connectors;
}

function ownConnectors({ own }: Part): Connector[] {
  return Object.entries(own!.blocks)
    .filter(([, block]) => block.role === 'connector' && block.direction)
    .map(([id, { name, direction, plug, cable, gives }]): Connector => {
      const at: Connector['at'] = [0.5, 0.5, 0.5];
      const axis = { left: 0, right: 0, front: 1, rear: 1, bottom: 2, top: 2 }[direction!];
      at[axis] = direction === 'right' || direction === 'rear' || direction === 'top' ? 1 : 0;
      return {
        id,
        name,
        kind: cable ?? 'lead',
        gives: gives ?? false,
        block: id,
        at,
        direction: direction!,
        straight: Math.min(plug, 20),
      };
    });
}
