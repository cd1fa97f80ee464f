import { assemble, ductedFrom, ductLength, materialOf, wallOf, type Assembly } from '../assembly';
import { mayCut, survives } from '../brief';
import { assessCut, clearPlace, leastWeb, proposeVents, type VentProposal } from '../cut';
import {
  faceWord,
  applyChange,
  validationIssuesAfter,
  nextId,
  type Change,
  type Conversion,
  type OwnOpening,
} from '../document';
import type { Finding, Remedy } from '../findings';
import { assessFit, marginsOfPart, shortAt } from '../fit';
import { drawOf, kindOf } from '../parts';
import { FAN_SIZES, FINGER, standardPart } from '../standards';
import { ORIENTATIONS } from '../solid';
import { airReport, type AirReport } from './report';

/** What a remedy has to bring to be worth a saw, K; dB; share. */
const WORTH = { kelvin: 0.4, level: 0.7, share: 0.05 };
/** Free areas of a new vent that are tried, cm². */
const AREAS = [20, 40, 80];
const MOST_OFFERED = 7;

/** What a finding wants to be less. */
interface Aim {
  of: (report: AirReport) => number;
  unit: 'K' | 'dB' | '%';
  worth: number;
  /** It must not be bought with this. */
  keeps?: (before: AirReport, after: AirReport) => boolean;
}

const heat = (report: AirReport) => Math.max(report.rise, report.around);

function aimOf(finding: Finding): Aim | undefined {
  const [, what, id] = finding.id.split('/');
  switch (what) {
    case 'none':
    case 'rise':
    case 'supply':
    case 'flat':
    case 'feet':
    case 'filter':
      return { of: heat, unit: 'K', worth: what === 'rise' || what === 'none' ? WORTH.kelvin : 0.05 };
    case 'against':
      return { of: (r) => -(r.fans.find((f) => f.part === id)?.flow ?? 0) * 3600, unit: 'K', worth: 1 };
    case 'part':
      return { of: (r) => r.temperatures.find((t) => t.part === id)?.temperature ?? 0, unit: 'K', worth: WORTH.kelvin };
    case 'passes':
      return {
        of: (r) => -100 * (r.passes.find((p) => p.part === id)?.share ?? 0),
        unit: '%',
        worth: 100 * WORTH.share,
        keeps: (before, after) => heat(after) <= heat(before) + 0.5,
      };
    case 'noise':
      return {
        of: (r) => r.noise,
        unit: 'dB',
        worth: WORTH.level,
        // Quieter, but no hotter than what is wanted, or than it is.
        keeps: (before, after) => heat(after) <= Math.max(before.wantedRise, heat(before)) + 0.1,
      };
    default:
      return undefined;
  }
}

/** How many parts are over what they stand that were not before. */
const hotter = (before: AirReport, after: AirReport) =>
  after.temperatures.filter((t) => {
    const was = before.temperatures.find((b) => b.part === t.part);
    return t.temperature > t.limit && (!was || was.temperature <= was.limit);
  }).length;

type Candidate = Omit<Remedy, 'label'> & { label: (gain: string) => string };

/** Changes that would help against a finding of this station; each is made on a copy, and the air computed anew. */
export function airRemedies(document: Conversion, finding: Finding): Remedy[] {
  const aim = aimOf(finding);
  if (!aim) return [];
  const assembly = assemble(document);
  const before = airReport(document, assembly, undefined, true);
  const stops = stopsOf(document, assembly);
  const offered: { remedy: Remedy; gain: number }[] = [];
  for (const { label, ...candidate } of candidatesFor(document, assembly, before, finding)) {
    const next = tried(document, candidate.change);
    if (!next) continue;
    const there = assemble(next);
    const after = airReport(next, there, undefined, true);
    const gain = aim.of(before) - aim.of(after);
    if (gain < aim.worth || (aim.keeps && !aim.keeps(before, after))) continue;
    if (hotter(before, after) > 0) continue;
    if ([...stopsOf(next, there)].some((id) => !stops.has(id))) continue;
    // What it does to the rest is said as well.
    const rise = heat(after) - heat(before);
    const noise = after.noise - before.noise;
    const also = [
      aim.unit !== 'K' && Math.abs(rise) > 0.2 ? signed(rise, 'K') : '',
      aim.unit !== 'dB' && Number.isFinite(noise) && Math.abs(noise) > 0.4 ? signed(noise, 'dB') : '',
    ].filter((w) => w !== '');
    const words =
      aim.unit === '%'
        ? `+${gain.toFixed(0)} % passes it`
        : finding.id.startsWith('air/against')
          ? `+${gain.toFixed(0)} m³/h`
          : signed(-gain, aim.unit);
    offered.push({
      remedy: { ...candidate, label: label(words), price: [candidate.price, ...also].join('; ') },
      gain,
    });
  }
  return offered
    .sort((a, b) => b.gain - a.gain)
    .slice(0, MOST_OFFERED)
    .map(({ remedy }) => remedy);
}

const signed = (by: number, unit: string) =>
  `${by < 0 ? '−' : '+'}${Math.abs(by).toFixed(Math.abs(by) < 10 ? 1 : 0)} ${unit}`;

function tried(document: Conversion, change: Change): Conversion | undefined {
  try {
    const { document: next, operations } = applyChange(document, change);
    return validationIssuesAfter(next, operations).length > 0 ? undefined : next;
  } catch {
    return undefined;
  }
}

const stopsOf = (document: Conversion, assembly: Assembly) =>
  new Set(
    [...assessFit(document, assembly).findings, ...assessCut(document, assembly).findings]
      .filter((f) => f.verdict === 'stop')
      .map((f) => f.id),
  );

function candidatesFor(document: Conversion, assembly: Assembly, report: AirReport, finding: Finding): Candidate[] {
  const [, what, id] = finding.id.split('/');
  if (what === 'noise') return [...slower(document, report), ...larger(assembly)];
  const all = [
    ...vents(document, assembly, report),
    ...coarser(document),
    ...feet(document, report),
    ...turned(document, report),
    ...ducts(document, report, what === 'part' || what === 'passes' ? id : undefined),
    ...faster(document, report),
    ...cleaner(document, report),
  ];
  if (what === 'passes') return [...all, ...cardsTurned(assembly)];
  return [...all, ...lighter(document, report), ...cardsTurned(assembly), ...larger(assembly)];
}

/** New vents where the policy lets them be, near the warmest place and away from the fans that blow out. */
function vents(document: Conversion, assembly: Assembly, report: AirReport): Candidate[] {
  const { brief, cut, spent } = document;
  const made: Candidate[] = [];
  for (const frame of assembly.hull.frames) {
    const { face } = frame;
    if (!mayCut(brief, face) || survives(brief, 'face', face) || brief.blockedFaces.includes(face)) continue;
    const flat = face === 'bottom' && report.feet <= 0;
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const size = [Math.max(...us), Math.max(...vs)] as const;
    const web = leastWeb(materialOf(document, assembly.hull, face), wallOf(assembly.hull, face)?.thickness ?? 2);
    for (const area of AREAS) {
      const most: [number, number] = [Math.min(140, size[0] * 0.5), Math.min(110, size[1] * 0.7)];
      const way = proposeVents(area * 100, web, FINGER.fan, most)[0] ?? meshed(area * 100, most);
      if (!way) continue;
      const id = nextId(cut.openings, 'vent', spent);
      const hot = [...report.zones].sort((a, b) => b.rise - a.rise)[0];
      const at = hot
        ? [0, 1].map((k) => {
            const axis = k === 0 ? frame.u : frame.v;
            const there = [0, 1, 2].reduce((sum, i) => sum + axis[i]! * (hot.at[i]! - frame.origin[i]!), 0);
            const half = (k === 0 ? way.width : way.height) / 2 + web;
            return Math.min(Math.max(there, half), size[k]! - half);
          })
        : [size[0] / 2, size[1] / 2];
      const own: OwnOpening = {
        name: face === 'bottom' ? 'Floor vent' : `Vent, ${face}`,
        use: 'grille',
        face,
        u: Math.round(at[0]!),
        v: Math.round(at[1]!),
        shape: { kind: 'rectangle', width: way.width, height: way.height, radius: 0 },
        pattern: way.pattern,
        screws: [],
      };
      const place = clearPlace(document, assembly, id, own);
      if (!place) continue;
      const vent: Change = { type: 'setCutOpening', id, opening: place };
      made.push({
        id: `vent-${face}-${area}`,
        label: (gain) => `+${area} cm² of vent in the ${faceWord(face)}${flat ? ' on feet of 15 mm' : ''}: ${gain}`,
        price:
          'air' in way
            ? `${(way as VentProposal).air.holes} holes, about ${way.minutes} min`
            : 'one cut, a piece of coarse mesh and its frame',
        change: flat
          ? {
              type: 'all',
              what: 'floor vent on feet',
              changes: [
                vent,
                { type: 'setBrief', brief: { blockedFaces: brief.blockedFaces.filter((f) => f !== 'bottom') } },
                { type: 'setAir', air: { feet: 15 } },
              ],
            }
          : vent,
      });
    }
  }
  return made;
}

/** Where webs leave no room for so many holes: one opening with mesh in a frame. */
function meshed(
  wanted: number,
  [width, height]: readonly [number, number],
): Pick<VentProposal, 'pattern' | 'width' | 'height' | 'minutes'> | undefined {
  const free = 0.65;
  const share = Math.sqrt(wanted / free / (width * height));
  if (share > 1) return undefined;
  const tidy = (v: number) => Math.ceil(v * share * 10) / 10;
  return { pattern: { kind: 'grille', free, from: 'mesh' }, width: tidy(width), height: tidy(height), minutes: 40 };
}

/** Vents whose holes could be larger, or a grille instead. */
function coarser({ cut }: Conversion): Candidate[] {
  return Object.entries(cut.openings).flatMap(([id, own]): Candidate[] => {
    if (
      own.use !== 'grille' ||
      own.pattern.kind === 'open' ||
      (own.pattern.kind === 'grille' && own.pattern.free >= 0.65)
    )
      return [];
    return [
      {
        id: `coarser-${id}`,
        label: (gain) => `Cut ${own.name} out and set a mesh of 65 % in it: ${gain}`,
        price: 'one cut, a piece of coarse mesh and its frame',
        change: {
          type: 'setCutOpening',
          id,
          opening: { ...own, pattern: { kind: 'grille', free: 0.65, from: 'mesh' } },
        },
      },
    ];
  });
}

function feet({ brief }: Conversion, report: AirReport): Candidate[] {
  const below = report.ways.filter((w) => w.outward[2] < -0.9 && w.area > 0).reduce((sum, w) => sum + w.area, 0);
  if (below === 0) return [];
  return [10, 20].map((more): Candidate => {
    const height = Math.round(report.feet + more);
    const free: Change = { type: 'setAir', air: { feet: height } };
    return {
      id: `feet-${more}`,
      label: (gain) => `Feet of ${height} mm instead of ${report.feet.toFixed(0)}: ${gain}`,
      price: 'four feet; it stands higher',
      change: brief.blockedFaces.includes('bottom')
        ? {
            type: 'all',
            what: 'feet',
            changes: [
              free,
              { type: 'setBrief', brief: { blockedFaces: brief.blockedFaces.filter((f) => f !== 'bottom') } },
            ],
          }
        : free,
    };
  });
}

const turned = ({ air }: Conversion, report: AirReport): Candidate[] =>
  report.fans
    .filter((f) => f.kind !== 'supply' && f.kind !== 'blower' && !f.inside)
    .map((f): Candidate => {
      const now = air.fans[f.part]?.turned ?? false;
      return {
        id: `turn-${f.part}`,
        label: (gain) => `Turn ${f.name} round, so that it blows ${now ? 'out' : 'in'}: ${gain}`,
        price: 'four screws; mind its arrow',
        change: { type: 'setFan', part: f.part, fan: { turned: !now } },
      };
    });

/** Can a duct be led straight from a fan to a part, through nothing? It is put into a copy of the plan and asked of Fit. */
function hasDuctRoom(document: Conversion, fan: string, ductTo: string): boolean {
  const assembly = assemble(applyChange(document, { type: 'setFan', part: fan, fan: { ductTo } }).document);
  const from = assembly.parts.find((p) => p.id === fan);
  const to = assembly.parts.find((p) => p.id === ductTo);
  const outward = from && ductedFrom(from);
  if (!from || !to || !outward || ductLength(from, outward, to) <= 0) return false;
  return !shortAt(marginsOfPart(assembly, from)).some((m) => m.kind === 'duct');
}

/** A deflector behind the largest intakes, a duct to the fan that blows out. */
function ducts(document: Conversion, report: AirReport, only: string | undefined): Candidate[] {
  const { kit } = document;
  const hot = report.heats
    .filter((h) => (only === undefined ? h.watts > 0.2 * report.watts : h.part === only))
    .filter((h) => kindOf(kit.parts[h.part]!) !== 'supply');
  const intakes = report.ways.filter(
    (w) => !w.shut && w.in > 0.08 * report.through && (w.kind === 'vent' || w.kind === 'shell'),
  );
  const out = report.fans.filter((f) => f.kind === 'fan' && !f.inside && !f.stopped);
  return hot.slice(0, 2).flatMap((h): Candidate[] => [
    ...intakes.slice(0, 4).map((w): Candidate => ({
      id: `deflector-${w.id}-${h.part}`,
      label: (gain) => `A deflector from ${w.name} to ${h.name}: ${gain}`,
      price: 'a piece of plastic sheet, bent and taped',
      change: { type: 'setWay', way: w.id, name: w.name, patch: { ductTo: h.part } },
    })),
    // Only where one can be led straight, through nothing.
    ...out
      .filter((f) => hasDuctRoom(document, f.part, h.part))
      .map((f): Candidate => ({
        id: `duct-${f.part}-${h.part}`,
        label: (gain) => `A duct from ${h.name} to ${f.name}: ${gain}`,
        price: 'printed, or of cardboard first',
        change: { type: 'setFan', part: f.part, fan: { ductTo: h.part } },
      })),
  ]);
}

const faster = ({ air }: Conversion, report: AirReport): Candidate[] =>
  report.fans
    .filter((f) => f.kind !== 'supply' && f.speed < 0.99)
    .map((f): Candidate => ({
      id: `faster-${f.part}`,
      label: (gain) =>
        `${f.name} at full speed, ${air.fans[f.part]?.feed === 'controller' ? 'set on the controller' : 'straight on 12 V'}: ${gain}`,
      price: 'louder',
      change: { type: 'setFan', part: f.part, fan: { feed: '12 V', speed: null, stopped: null } },
    }));

const cleaner = ({ air }: Conversion, report: AirReport): Candidate[] =>
  report.ways
    .filter((w) => w.filter && (w.filter.clogged > 0 || w.filter.kind !== 'mesh'))
    .map((w): Candidate => ({
      id: `filter-${w.id}`,
      label: (gain) =>
        w.filter!.clogged > 0
          ? `Clean the filter of ${w.name}: ${gain}`
          : `A mesh instead of ${w.filter!.kind} at ${w.name}: ${gain}`,
      price: w.filter!.clogged > 0 ? 'five minutes' : 'lets finer dust through',
      change: {
        type: 'setWay',
        way: w.id,
        name: w.name,
        patch: {
          filter: { ...air.ways[w.id]!.filter!, ...(w.filter!.clogged > 0 ? { clogged: 0 } : { kind: 'mesh' }) },
        },
      },
    }));

/** Less heat: the limit of a card or a board set lower. */
const lighter = ({ kit }: Conversion, report: AirReport): Candidate[] =>
  report.heats
    .filter((h) => ['board', 'card'].includes(kindOf(kit.parts[h.part]!) ?? '') && h.watts > 40)
    .map((h): Candidate => {
      const { idle, typical, peak } = drawOf(kit.parts[h.part]!);
      const to = Math.round(peak * 0.75);
      return {
        id: `lighter-${h.part}`,
        label: (gain) => `Set the power limit of ${h.name} to ${to} W: ${gain}`,
        price: 'in its settings; about a tenth slower at full load (common practice, no source)',
        change: {
          type: 'setPart',
          id: h.part,
          part: { draw: { idle: Math.min(idle, to), typical: Math.min(typical, to), peak: to } },
        },
      };
    });

/** A card the other way round in the room it has. */
function cardsTurned(assembly: Assembly): Candidate[] {
  return assembly.parts
    .filter((p) => kindOf(p.part) === 'card' && !p.placement.locked && p.pluggedInto === undefined)
    .flatMap((p) =>
      ORIENTATIONS.filter((o) => o.rear === p.placement.rear && o.top !== p.placement.top).map((o): Candidate => ({
        id: `card-${p.id}-${o.top}`,
        label: (gain) => `Turn ${p.part.name} about its length, its top to the ${o.top}: ${gain}`,
        price: 'its riser and bracket turn with it',
        change: { type: 'placePart', id: p.id, placement: { ...p.placement, top: o.top } },
      })),
    );
}

/** All fans on a controller as slow as the heat allows: the slowest of a few settings that still keeps it. */
function slower(document: Conversion, report: AirReport): Candidate[] {
  const fans = report.fans.filter((f) => f.kind === 'fan' && !f.stopped);
  const loud = [...report.noises].filter((n) => ['board', 'card'].includes(kindOf(document.kit.parts[n.part]!) ?? ''));
  const set = (parts: readonly string[], speed: number): Change => ({
    type: 'all',
    what: `fans at ${speed} %`,
    changes: parts.map((part): Change => ({ type: 'setFan', part, fan: { feed: 'controller', speed } })),
  });
  const made: Candidate[] = [];
  for (const speed of [85, 70, 60, 50, 40]) {
    if (fans.length > 0)
      made.push({
        id: `slow-${speed}`,
        label: (gain) => `All case fans at ${speed} % on a controller: ${gain}`,
        price: 'a controller, or the board’s own setting',
        change: set(
          fans.map((f) => f.part),
          speed,
        ),
      });
    for (const n of loud)
      made.push({
        id: `slow-${n.part}-${speed}`,
        label: (gain) => `The fans of ${n.name} at ${speed} %: ${gain}`,
        price: 'in its settings',
        change: set([n.part], speed),
      });
  }
  for (const feed of ['7 V', '5 V'] as const)
    for (const f of fans)
      made.push({
        id: `feed-${f.part}-${feed}`,
        label: (gain) => `${f.name} on ${feed}: ${gain}`,
        price: 'an adapter; some fans don’t start on 5 V: try it',
        change: { type: 'setFan', part: f.part, fan: { feed, speed: null } },
      });
  return made;
}

/** The next larger fan in the same place: slower for the same air. */
function larger(assembly: Assembly): Candidate[] {
  const sizes = Object.keys(FAN_SIZES)
    .map(Number)
    .sort((a, b) => a - b);
  return assembly.parts
    .filter((p) => kindOf(p.part) === 'fan' && !p.part.own && !p.placement.locked)
    .flatMap((p): Candidate[] => {
      const size = p.part.dimensions.size?.value ?? 0;
      return sizes
        .filter((s) => s > size && s <= 140)
        .slice(0, 2)
        .flatMap((next): Candidate[] => {
          const row = standardPart(`fan/${next}x25`) ?? standardPart(`fan/${next}x15`);
          if (!row) return [];
          const by = (next - size) / 2;
          const along = ([0, 1, 2] as const).map((i) => Math.abs(p.high[i] - p.low[i] - size) < 1);
          const [x, y, z] = [p.placement.x, p.placement.y, p.placement.z].map((v, i) => (along[i] ? v - by : v));
          const dimensions = Object.fromEntries(
            Object.entries(row.dimensions).map(([key, d]) => [
              key,
              { value: d.value, tool: d.tool, uncertainty: d.uncertainty ?? 0.2 },
            ]),
          );
          return [
            {
              id: `larger-${p.id}-${next}`,
              label: (gain) => `A ${next} mm fan instead of ${p.part.name}, slower: ${gain}`,
              price: 'another fan, a larger opening',
              change: {
                type: 'all',
                what: `${next} mm fan`,
                changes: [
                  { type: 'setPart', id: p.id, part: { standard: row.key, dimensions } },
                  { type: 'placePart', id: p.id, placement: { ...p.placement, x: x!, y: y!, z: z! } },
                ],
              },
            },
          ];
        });
    });
}
