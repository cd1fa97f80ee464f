import type { PanelControl } from '../../document';
import type { PinSignal } from '../../standards';
import { buy, way, type Bought, type WiringOption } from './way';

/** What the machine has to connect to: how many pins of each signal, and the volts of a controller. */
export interface Offered {
  has: (signal: PinSignal) => boolean;
  /** V of the controller’s pins; 3.3 where there is none yet. */
  volts: number;
  /** V of the pin that feeds a light. */
  level: (signal: PinSignal) => number;
  /** Pins of the key field, where it is solved or counted. */
  matrixPins: number;
  controller: boolean;
}

/** V of a power switch’s pin. */
export const SWITCH_VOLTS = 3.3;
export const GROUND: readonly PinSignal[] = ['ground'];
/** A pin of a controller; its converter’s ones serve too. */
export const PIN: readonly PinSignal[] = ['controller pin', 'analogue pin'];
export const ANALOGUE: readonly PinSignal[] = ['analogue pin'];

/** To be bought where none is entered. */
export const controllerOf = (o: Offered): Bought[] =>
  o.controller ? [] : [buy('controller', 1, 'USB microcontroller board')];

export const HAND = 'Coin cell and resistor to try a lamp, never the board.';

/** What a control can’t be, and why. */
export const wrong = ({ name, kind, wish }: PanelControl, why: string): WiringOption =>
  way({
    id: 'none',
    label: 'Not with this',
    verdict: 'stop',
    why: `${why}; ${name} is a ${kind}, and cannot be ${wish}.`,
    chain: [],
    ends: [],
  });
