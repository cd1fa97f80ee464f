import type { Part } from '../document';
import { FAN_SIZES, SPIN_UP, usualDraw, usualFan, type Draw } from '../standards';
import { kindOf } from './partModel';

const NONE: Draw = {
  idle: 0,
  typical: 0,
  peak: 0,
  start: 0,
  rails: {},
  source: { kind: 'chosen', title: 'draws nothing itself' },
};

/**
 * What a part draws, W: as the user measured it, as an own part says, else as is usual for its row. A supply draws
 * nothing here: its loss follows from the others.
 */
export function drawOf(part: Part): Draw {
  const usual = part.own ? ownDraw(part) : standardDraw(part);
  if (!part.draw) return usual;
  const more = Math.max(0, usual.start - usual.peak);
  // Whatever is typed in, the peak is the most.
  const peak = Math.max(part.draw.idle, part.draw.typical, part.draw.peak);
  return { ...usual, ...part.draw, peak, start: peak + more, source: { kind: 'chosen', title: 'as the kit says' } };
}

function standardDraw(part: Part): Draw {
  const kind = kindOf(part);
  const size = (key: string) => part.dimensions[key]?.value ?? 0;
  if (kind === 'fan') return fanDraw(usualFan(size('size'), size('thickness')).watts, usualFan(80, 25).source);
  if (kind === 'radiator') {
    const width = size('width');
    const fans = Math.max(1, Math.floor(size('length') / Math.max(1, FAN_SIZES[width] ? width : 120)));
    const { watts, source } = usualFan(width, size('fanThickness'));
    return fanDraw(fans * watts, source);
  }
  return usualDraw(part.standard) ?? NONE;
}

const fanDraw = (watts: number, source: Draw['source']): Draw => ({
  idle: watts / 3,
  typical: watts / 2,
  peak: watts,
  start: watts,
  rails: { '12 V': 1 },
  source,
});

function ownDraw({ own }: Part): Draw {
  const { idle, typical, peak } = own!.power;
  const rails: Draw['rails'] =
    own!.kind === 'drive'
      ? { '12 V': 0.6, '5 V': 0.4 }
      : own!.kind === 'board'
        ? { '12 V': 0.9, '5 V': 0.1 }
        : { '12 V': 1 };
  return {
    idle,
    typical,
    peak,
    start: own!.kind === 'drive' && peak > 5 ? peak + SPIN_UP * 0.75 : peak,
    rails,
    source: { kind: 'chosen', title: own!.source || 'as the own part says' },
  };
}
