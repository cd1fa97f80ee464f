import { assemble } from '../assembly';
import { applyChange, validationIssuesAfter, type Change, type Conversion } from '../document';
import { RANK, type Finding, type Remedy } from '../findings';
import { drawOf, kindOf } from '../parts';
import { GAUGES, PLUGS, type Gauge } from '../standards';
import { assessPower } from './assess';
import { wireFindings } from './findings';
import { powerReport } from './report';
import { TRIGGER_OFFERS } from './sources';
import { cardPlugs } from './wires';

/** Changes that would help against a finding of this station; each is made on a copy and assessed again. */
export function powerRemedies(document: Conversion, finding: Finding): Remedy[] {
  const before = saidOf(document);
  return candidatesFor(document, finding).filter(({ change }) => {
    const next = tried(document, change);
    if (!next) return false;
    const after = saidOf(next);
    const then = after.find((f) => f.id === finding.id);
    const milder = !then || RANK[then.verdict] > RANK[finding.verdict];
    const stops = new Set(before.filter((f) => f.verdict === 'stop').map((f) => f.id));
    return milder && after.every((f) => f.verdict !== 'stop' || stops.has(f.id));
  });
}

/** What it says at once, and of wires by straight lengths. */
const saidOf = (document: Conversion): readonly Finding[] => {
  const assembly = assemble(document);
  return [...assessPower(document, assembly).findings, ...wireFindings(powerReport(document, assembly).wires)];
};

function tried(document: Conversion, change: Change): Conversion | undefined {
  try {
    const { document: next, operations } = applyChange(document, change);
    return validationIssuesAfter(next, operations).length > 0 ? undefined : next;
  } catch {
    return undefined;
  }
}

function candidatesFor(document: Conversion, finding: Finding): Remedy[] {
  const [, what, id = ''] = finding.id.split('/');
  const { power, kit } = document;
  switch (what) {
    case 'rating':
    case 'rail':
    case 'transient':
    case 'source':
      return [...staggered(document), ...limits(document), ...larger(document, id)];
    case 'wire': {
      const link = finding.id.slice('power/wire/'.length);
      const wire = powerReport(document, assemble(document)).wires.find((x) => x.link === link);
      if (!wire) return [];
      return [...GAUGES]
        .filter((g) => g < wire.gauge)
        .sort((a, b) => b - a)
        .map((gauge: Gauge): Remedy => ({
          id: `gauge-${gauge}`,
          label: `Wires of AWG ${gauge} instead of ${wire.gauge}`,
          price: 'another cable; thicker ones bend less',
          change: { type: 'setWire', link, wire: { gauge } },
        }));
    }
    case 'plug': {
      const link = finding.id.slice('power/plug/'.length);
      const wire = powerReport(document, assemble(document)).wires.find((x) => x.link === link);
      if (!wire) return [];
      const plugs = cardPlugs(drawOf(kit.parts[wire.part]!).peak);
      return [
        {
          id: 'plugs',
          label: `Feed it over ${plugs.map((p) => PLUGS[p].name).join(' and ')}`,
          price: 'the card and the supply have to have them; no splitter from one plug',
          change: { type: 'setWire', link, wire: { plugs } },
        } satisfies Remedy,
        ...limits(document),
      ];
    }
    case 'chain': {
      const adapter = power.adapters[id];
      if (!adapter) return [];
      const fed = Object.keys(adapter.feeds);
      const cards = fed.filter((p) => kindOf(kit.parts[p]!) === 'card');
      const off = (part: string): Change => ({
        type: 'setAdapter',
        id,
        adapter: { ...adapter, feeds: without(adapter.feeds, part) },
      });
      return [
        ...cards.map((p): Remedy => ({
          id: `own-${p}`,
          label: `${kit.parts[p]!.name} on a plug of its own from the supply`,
          price: 'a cable of the supply',
          change: off(p),
        })),
        ...fed
          .filter((p) => !cards.includes(p))
          .map((p): Remedy => ({
            id: `off-${p}`,
            label: `Take ${kit.parts[p]!.name} off ${adapter.name}, onto the supply`,
            price: 'a plug of the supply',
            change: off(p),
          })),
        ...(adapter.plug === 'sata'
          ? [
              {
                id: 'peripheral',
                label: `${adapter.name} from a 4-pin peripheral plug instead`,
                price: 'another splitter',
                change: { type: 'setAdapter', id, adapter: { ...adapter, plug: 'peripheral' } },
              } satisfies Remedy,
            ]
          : []),
        ...staggered(document),
      ];
    }
    case 'trigger':
      return triggers(document, id);
    case 'step':
      return [
        {
          id: 'relay',
          label: 'A relay for 12 V on the first supply pulls PS_ON of the second to ground',
          price: 'a relay module, two wires, grounds joined',
          change: {
            type: 'setTrigger',
            trigger: {
              how: 'relay',
              coil: 12,
              current: 40,
              from: '12 V',
              pulls: 'PS_ON to ground',
              commonGround: true,
            },
          },
        },
      ];
    case 'fuse': {
      const { fuse } = powerReport(document, assemble(document));
      return fuse.size === undefined
        ? []
        : [
            {
              id: 'fuse',
              label: `A slow fuse of ${fuse.size} A`,
              price: 'the next size over 1.35 times the current',
              change: { type: 'setMains', mains: { fuse: fuse.size, slow: true } },
            },
          ];
    }
    case 'switch':
      return [
        {
          id: 'set-on',
          label: 'Set its switch on before it is buried',
          price: 'the switch in the wall does its work',
          change: { type: 'setSupply', part: id, supply: { ownSwitch: 'set on' } },
        },
        {
          id: 'extend',
          label: 'Extend it to the outside',
          price: 'a rod through the wall',
          change: { type: 'setSupply', part: id, supply: { ownSwitch: 'extended' } },
        },
      ];
    case 'selector':
      return [
        {
          id: 'selector',
          label: `Set the selector to ${power.mains?.volts === '230' || !power.mains?.volts ? '230' : '115'} V`,
          price: 'with the plug out',
          change: {
            type: 'setSupply',
            part: id,
            supply: { selector: power.mains?.volts && power.mains.volts !== '230' ? '115 V' : '230 V' },
          },
        },
      ];
    default:
      return [];
  }
}

const without = (feeds: Record<string, true>, part: string): Record<string, true> =>
  Object.fromEntries(Object.entries(feeds).filter(([other]) => other !== part));

const staggered = ({ power }: Conversion): Remedy[] =>
  power.staggered
    ? []
    : [
        {
          id: 'staggered',
          label: 'Let the drives spin up one after the other',
          price: 'a setting of the board or the drives; the start takes longer',
          change: { type: 'setPower', power: { staggered: true } },
        },
      ];

/** Power limits that bring the peak down, the mildest first. */
function limits({ kit }: Conversion): Remedy[] {
  return Object.entries(kit.parts).flatMap(([part, made]): Remedy[] => {
    if (!['card', 'board'].includes(kindOf(made) ?? '') || drawOf(made).peak < 40) return [];
    const { idle, typical, peak } = drawOf(made);
    return [0.85, 0.7, 0.55].map((share): Remedy => {
      const to = Math.round(peak * share);
      return {
        id: `limit-${part}-${share}`,
        label: `Set the power limit of ${made.name} to ${to} W`,
        price: 'in its settings; slower at full load',
        change: {
          type: 'setPart',
          id: part,
          part: { draw: { idle: Math.min(idle, to), typical: Math.min(typical, to), peak: to } },
        },
      };
    });
  });
}

/** A supply of the size that would be right, in the same case: the one that is asked about, or the only one. */
function larger(document: Conversion, part: string): Remedy[] {
  const feeds = powerReport(document, assemble(document)).feeds.filter((f) => f.kind === 'supply');
  const feed = feeds.find((f) => f.part === part) ?? (feeds.length === 1 ? feeds[0] : undefined);
  if (!feed?.advice.buy) return [];
  return [
    {
      id: 'larger',
      label: `${feeds.length > 1 ? `For ${feed.name} a` : 'A'} supply of ${feed.advice.buy} W in the same case`,
      price: 'another supply: its plate has to say so on every rail',
      change: { type: 'setSupply', part: feed.part, supply: { rating: feed.advice.buy, rails: null } },
    },
  ];
}

function triggers({ power }: Conversion, what: string): Remedy[] {
  const { trigger } = power;
  if (!trigger) return [];
  const offer = TRIGGER_OFFERS[trigger.from];
  const set = (patch: Partial<typeof trigger>): Change => ({ type: 'setTrigger', trigger: { ...trigger, ...patch } });
  if (what === 'coil')
    return [
      {
        id: 'coil',
        label: `A ${trigger.how} for ${offer.volts} V`,
        price: 'another module',
        change: set({ coil: offer.volts }),
      },
      ...(trigger.coil === 12
        ? [
            {
              id: 'from',
              label: 'Feed it from 12 V of a plug',
              price: 'a wire to a 12 V contact',
              change: set({ from: '12 V' }),
            } satisfies Remedy,
          ]
        : []),
    ];
  if (what === 'current')
    return [
      {
        id: 'plug',
        label: `Feed its coil from ${trigger.coil > 6 ? '12' : '5'} V of a plug`,
        price: 'a wire to a plug',
        change: set({ from: trigger.coil > 6 ? '12 V' : '5 V' }),
      },
    ];
  if (what === 'ground')
    return [
      {
        id: 'ground',
        label: 'Join the grounds of both supplies',
        price: 'a wire of AWG 18',
        change: set({ commonGround: true }),
      },
    ];
  return [
    {
      id: 'low',
      label: 'Pull PS_ON to ground',
      price: 'the relay’s contact between PS_ON and a black wire',
      change: set({ pulls: 'PS_ON to ground' }),
    },
  ];
}
