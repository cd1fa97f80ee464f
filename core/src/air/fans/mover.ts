import type { Conversion, FanSetting, Part, State } from '../../document';
import { drawOf, kindOf } from '../../parts';
import { FAN_SIZES, FEEDS, FOLLOWS, usualFan } from '../../standards';
import { atSpeed, falling, type FanCurve } from '../network/curve';

/** Something that moves air, as it runs. */
export interface Mover {
  part: string;
  name: string;
  kind: 'fan' | 'supply' | 'radiator' | 'blower' | 'cooler' | 'card';
  /** Frame, mm. */
  size: number;
  /** Share of its full speed, and that in rpm. */
  speed: number;
  rpm: number;
  /** dB(A) at 1 m, at that speed; −Infinity where it stands. */
  noise: number;
  /** At full speed, in air of 1.2 kg/m³, and as it runs; m³/s and Pa. All of it together where there are several. */
  full: FanCurve;
  curve: FanCurve;
  /** Fans that work side by side in it. */
  count: number;
  /** What its own case costs at full speed, Pa/(m³/s)². */
  inner: number;
  /** Nothing of it is known but its size. */
  usual: boolean;
  stopped: boolean;
}

/** Fan laws: level by speed, 50 log10(n₂/n₁) (ASHRAE Handbook). */
export const levelAt = (level: number, speed: number): number =>
  speed > 0 ? level + 50 * Math.log10(speed) : Number.NEGATIVE_INFINITY;

/** Sum of levels by energy, dB: two equal ones are 3 dB more. */
export const sumOfLevels = (levels: readonly number[]): number =>
  10 * Math.log10(levels.reduce((sum, l) => sum + 10 ** (l / 10), 0));

/** A share of what its fan gives with nothing around it passes a supply’s own case. Common practice, no source. */
const SUPPLY_SHARE = 0.55;

/** Share of its speed that a fan runs at. */
export function speedOf(setting: FanSetting, state: State): number {
  if (setting.stopped) return 0;
  const feed = setting.feed ?? 'header';
  if (feed === 'controller') return (setting.speed ?? 60) / 100;
  if (feed === 'header') return FOLLOWS[state];
  return FEEDS[feed];
}

const M3H = 1 / 3600;

/** A plain fan of a size as the user has it, several side by side. */
function moverOf(
  id: string,
  name: string,
  kind: Mover['kind'],
  [size, thickness]: [number, number],
  setting: FanSetting,
  state: State,
  count = 1,
  inner = 0,
): Mover {
  const usual = usualFan(size, thickness);
  const rpm = setting.rpm ?? usual.speed;
  // Without a curve of its own, one that turns otherwise than usual follows the fan laws.
  const ratio = setting.rpm === undefined ? 1 : setting.rpm / usual.speed;
  const points: FanCurve = setting.curve
    ? setting.curve.map(([q, p]) => [q * M3H, p] as const)
    : atSpeed(usualCurve(usual.flow * M3H, usual.pressure), ratio);
  const full = falling(points.map(([q, p]) => [q * count, p] as const));
  const speed = speedOf(setting, state);
  const noise = setting.noise ?? levelAt(usual.noise, ratio);
  return {
    part: id,
    name,
    kind,
    size,
    speed,
    rpm: rpm * speed,
    noise: levelAt(noise, speed) + (count > 1 ? 10 * Math.log10(count) : 0),
    full,
    curve: atSpeed(full, speed),
    count,
    inner,
    usual: setting.curve === undefined,
    stopped: speed <= 0,
  };
}

/**
 * The curve of an axial fan by its ends: it falls steeply, then flatter where the blades stall, then steeply again to the
 * free flow. Common practice, no source.
 */
export const usualCurve = (flow: number, pressure: number): FanCurve =>
  (
    [
      [0, 1],
      [0.25, 0.78],
      [0.5, 0.58],
      [0.75, 0.36],
      [1, 0],
    ] as const
  ).map(([q, p]) => [q * flow, p * pressure]);

/** All that moves air in a kit, in the shell or not. */
export function moversOf({ kit, air }: Conversion, state: State): Mover[] {
  return Object.entries(kit.parts).flatMap(([id, part]) => {
    const made = moverOfPart(id, part, air.fans[id] ?? {}, state);
    return made ? [made] : [];
  });
}

function moverOfPart(id: string, part: Part, setting: FanSetting, state: State): Mover | undefined {
  const size = (key: string) => part.dimensions[key]?.value ?? 0;
  const of = (kind: Mover['kind'], frame: [number, number], count = 1, inner = 0) =>
    moverOf(id, part.name, kind, frame, setting, state, count, inner);
  switch (kindOf(part)) {
    case 'fan':
      return of('fan', part.own ? ownFrame(part) : [size('size'), size('thickness')]);
    case 'radiator': {
      const width = FAN_SIZES[Math.round(size('width'))] ? size('width') : 120;
      return of('radiator', [width, size('fanThickness') || 25], Math.max(1, Math.floor(size('length') / width)));
    }
    case 'supply': {
      const across = Math.min(size('width'), size('depth')) - 8;
      const frame = across >= 118 ? 120 : across >= 90 ? 92 : across >= 78 ? 80 : across >= 58 ? 60 : 40;
      const { flow, pressure } = usualFan(frame, 15);
      const free = flow * M3H * SUPPLY_SHARE;
      return of('supply', [frame, 15], 1, ((1 - SUPPLY_SHARE) * pressure) / free ** 2);
    }
    case 'board':
      // Small ones get along with a bare heat sink; so does one whose fan the user took off.
      return drawOf(part).peak >= 40 ? of('cooler', [92, 15]) : undefined;
    case 'card': {
      if (setting.blower) return of('blower', [70, 15], 1, 8e4);
      const two = size('length') > 140;
      return drawOf(part).peak >= 50 ? of('card', [80, 15], two ? 2 : 1) : undefined;
    }
    default:
      return undefined;
  }
}

/** Frame of an own fan: the two larger sides of its first block. */
function ownFrame(part: Part): [number, number] {
  const block = Object.values(part.own!.blocks)[0];
  const sides = block
    ? [block.width.value, block.depth.value, block.height.value].sort((a, b) => b - a)
    : [120, 120, 25];
  return [sides[1]!, sides[2]!];
}
