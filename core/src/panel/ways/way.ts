import type { PinSignal } from '../../standards';

/** One end of a control and the pin it wants. */
export interface End {
  /** `contact`, `common`, `lamp +` … as written on the harness. */
  terminal: string;
  /** Any of these signals will do, the best first. */
  wants: readonly PinSignal[];
  /** On the same header and port as the other ends. */
  together?: boolean;
  /** What sits in the wire. */
  through?: string;
  /** V and mA on it. */
  volts?: number;
  milliamps?: number;
}

/** Something to buy for a way; money in minor units, common practice. */
export interface Bought {
  what: string;
  count: number;
  cost: number;
}

/** One way to make a control do what is wished. */
export interface WiringOption {
  id: string;
  label: string;
  /** It works, it works with a catch, it must not be done. */
  verdict: 'good' | 'warn' | 'stop';
  /** Why it works or not, in one sentence. */
  why: string;
  /** From the hand to the machine, in words. */
  chain: readonly string[];
  ends: readonly End[];
  parts: readonly Bought[];
  cost: number;
  cautions: readonly string[];
  /** Pins of a controller and of its converter that it takes. */
  controllerPins: number;
}

/** Prices of small parts, minor units of money. Common practice, no source. */
export const PRICES = {
  controller: 800,
  resistor: 10,
  capacitor: 20,
  diode: 10,
  transistor: 30,
  optocoupler: 60,
  button: 60,
  'button module': 150,
  'pulse circuit': 120,
  LED: 20,
  'panel socket': 600,
  'adapter plate': 100,
  'level shifter': 150,
  'DC converter': 300,
} as const;

export const buy = (what: keyof typeof PRICES, count = 1, named: string = what): Bought => ({
  what: named,
  count,
  cost: count * PRICES[what],
});

/** Puts a way together; what it costs and how many controller pins it takes follow. */
export function way(
  given: Pick<WiringOption, 'id' | 'label' | 'verdict' | 'why' | 'chain' | 'ends'> &
    Partial<Pick<WiringOption, 'parts' | 'cautions'>>,
): WiringOption {
  const { parts = [], cautions = [] } = given;
  return {
    ...given,
    parts,
    cautions,
    cost: parts.reduce((sum, p) => sum + p.cost, 0),
    controllerPins: given.ends.filter((e) => e.wants[0] === 'controller pin' || e.wants[0] === 'analogue pin').length,
  };
}
