import type { SourceSetting, Trigger } from '../document';
import { PD_LEVELS } from '../standards';
import { MOST_LOADED } from './budget';

/** What is said of a source outside. */
export interface Judged {
  what: 'volts' | 'amps' | 'takes' | 'gives' | 'cable' | 'level';
  bad: boolean;
  words: string;
}

/** Is a level one that USB Power Delivery guarantees, and how many amps go with it? */
export function pdLevel(volts: number): (typeof PD_LEVELS)[number] | undefined {
  return PD_LEVELS.find((l) => Math.abs(l.volts - volts) < 0.25);
}

/** A source for a load of so many watts behind a DC board. */
export function judgeSource(source: SourceSetting, watts: number, efficiency: number): Judged[] {
  const said: Judged[] = [];
  const { volts, amps, takes, gives, kind } = source;
  const input = watts / efficiency;
  const has = volts * amps;
  if (kind === 'USB PD') {
    const level = pdLevel(volts);
    if (!level)
      said.push({
        what: 'level',
        bad: true,
        words: `${volts} V is no level that USB Power Delivery guarantees (5, 9, 15, 20 V; extended 28, 36, 48 V)${Math.abs(volts - 12) < 0.5 ? ': many sources leave 12 V out. Ask for 15 or 20 V and convert it down' : ''}.`,
      });
    else {
      const most = source.marked ? level.marked : level.amps;
      if (amps > most + 1e-9)
        said.push({
          what: 'cable',
          bad: true,
          words:
            most === 0 || (level.marked >= amps && !source.marked)
              ? `${amps} A at ${volts} V want a cable with a marker for 5 A${level.extended ? ' and for the extended range' : ''}.`
              : `USB Power Delivery gives at most ${most} A at ${volts} V, not ${amps}.`,
        });
    }
  }
  if (volts < takes.from - 1e-9 || volts > takes.to + 1e-9)
    said.push({
      what: 'takes',
      bad: true,
      words: `The DC board takes ${takes.from} to ${takes.to} V; this source gives ${volts} V.`,
    });
  if (watts > gives)
    said.push({
      what: 'gives',
      bad: true,
      words: `The DC board gives ${gives} W in all; ${watts.toFixed(0)} W are asked of it.`,
    });
  if (input > has)
    said.push({
      what: 'amps',
      bad: true,
      words: `The source gives ${has.toFixed(0)} W; with the loss of the DC board ${input.toFixed(0)} W are asked of it.`,
    });
  else if (input > MOST_LOADED * has)
    said.push({
      what: 'amps',
      bad: false,
      words: `The source gives ${has.toFixed(0)} W, and ${input.toFixed(0)} W are asked at peak: over ${100 * MOST_LOADED} % of it.`,
    });
  return said;
}

/** V and mA that the places of a trigger offer. Common practice, no source; a fan header: its makers’ 1 A. */
export const TRIGGER_OFFERS: Readonly<Record<Trigger['from'], { volts: number; milliamps: number }>> = {
  '12 V': { volts: 12, milliamps: 3000 },
  '5 V': { volts: 5, milliamps: 3000 },
  '5 V standby': { volts: 5, milliamps: 1000 },
  'fan header': { volts: 12, milliamps: 1000 },
  'LED header': { volts: 5, milliamps: 10 },
};
/** A coil pulls in from this share of its voltage, and is spoilt over that one. Common practice, no source; makers’ sheets lie around it. */
export const PULLS_IN = { from: 0.75, to: 1.3 };

/** What is wrong with the way a second supply is switched. */
export function judgeTrigger(trigger: Trigger): { id: string; words: string }[] {
  const offer = TRIGGER_OFFERS[trigger.from];
  const said: { id: string; words: string }[] = [];
  if (trigger.how !== 'wire') {
    if (offer.volts < PULLS_IN.from * trigger.coil)
      said.push({
        id: 'coil',
        words: `A ${trigger.how} for ${trigger.coil} V does not pull in on the ${offer.volts} V of ${trigger.from}: take one for ${offer.volts} V, or feed it from 12 V.`,
      });
    if (offer.volts > PULLS_IN.to * trigger.coil)
      said.push({
        id: 'coil',
        words: `A ${trigger.how} for ${trigger.coil} V burns on the ${offer.volts} V of ${trigger.from}.`,
      });
    if (trigger.current > offer.milliamps)
      said.push({
        id: 'current',
        words: `Its coil draws ${trigger.current} mA; ${trigger.from} gives ${offer.milliamps} mA. Put a transistor before it, or feed it from a plug.`,
      });
  }
  if (!trigger.commonGround)
    said.push({
      id: 'ground',
      words:
        'The grounds of both supplies are not joined: signals between their parts have nothing to go back on. Join them with a wire as thick as the power’s.',
    });
  if (trigger.pulls === 'PS_ON to 5 V')
    said.push({
      id: 'sense',
      words: 'PS_ON is active low: the supply starts when it is pulled to ground, not to 5 V.',
    });
  if (trigger.pulls === 'mains')
    said.push({
      id: 'mains',
      words:
        'Switching the mains of the second supply takes a relay rated for it and work on mains; pulling PS_ON to ground does the same at 5 V.',
    });
  return said;
}
