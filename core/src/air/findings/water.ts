import type { Say } from '../../findings';
import { type Conversion } from '../../document';
import { kindOf } from '../../parts';
import { type AirReport } from '../report';
import { NETWORK } from './say';

/** Warmer than this, water ages tubes and pumps, °C. Common practice, no source. */
const WARM_WATER = 55;
/** Less than this moves too little through a block, L/min. Common practice, no source. */
const LEAST_WATER = 1.5;

/** A loop of water: enough of it, cool enough, filled and seen, and what a leak would meet. */
export function waterFindings({ air, kit }: Conversion, { loop }: AirReport, say: Say): void {
  if (!loop) return;
  if (loop.missing) {
    const known = Object.entries(kit.parts).find(
      ([, part]) => loop.missing === 'radiator' && kindOf(part) === 'radiator',
    );
    const inOrder = known !== undefined && air.loop!.order.includes(known[0]);
    const aside =
      known &&
      `${known[1].name} is ${inOrder ? 'in the loop of water, but not in the shell: place it.' : 'not in the loop of water, and no other radiator is: put it into the loop.'}`;
    say(
      'water/missing',
      'stop',
      aside ??
        `The loop of water has no ${loop.missing}: ${loop.missing === 'radiator' ? 'its heat has nowhere to go' : 'it cools nothing'}.`,
      `no ${loop.missing}`,
      [],
      [],
    );
    return;
  }
  if (loop.flow < LEAST_WATER)
    say(
      'water/flow',
      'warn',
      `The pump moves ${loop.flow.toFixed(1)} L/min through blocks, radiators and ${(loop.length / 10).toFixed(0)} cm of tube; ${LEAST_WATER} L/min are the least. A stronger pump, or a wider tube.`,
      `${loop.flow.toFixed(1)} L/min`,
      [],
      [],
    );
  if (loop.warmest > WARM_WATER)
    say(
      'water/warm',
      loop.warmest > WARM_WATER + 15 ? 'stop' : 'warn',
      `The water gets ${Math.min(loop.warmest, 150).toFixed(0)} °C: over ${WARM_WATER} °C tubes and pumps age fast. A larger radiator, or more air through it.`,
      `water ${Math.min(loop.warmest, 150).toFixed(0)} °C`,
      [{ label: 'water, warmest', value: loop.warmest, unit: '°C', source: NETWORK, worse: 'more' }],
      [],
    );
  const mains = loop.leaks.find((l) => l.mains);
  const worst = mains ?? loop.leaks[0];
  if (worst)
    say(
      'water/leak',
      mains ? 'warn' : 'note',
      `A leak at ${worst.from} would drip onto ${worst.onto}. Move the joint, turn it, or set a tray under it${mains ? '; water and mains kill' : ''}. Fill and run it for a day with nothing else switched on.`,
      'what a leak meets',
      [],
      loop.leaks.map((l) => ({ kind: 'part', id: l.part })),
    );
  if (air.loop && air.loop.filledAt === 'not yet')
    say(
      'water/filled',
      'note',
      'The loop has no place yet where it is filled and its level seen: lead a port outside, or put the reservoir where the lid comes off.',
      'how it is filled',
      [],
      [],
    );
}
