import { GAUGES, PLUGS, type PlugName } from '../../standards/wires';
import {
  id,
  keyed,
  list,
  matching,
  name,
  number,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yes,
  yesOrNo,
  type Of,
} from '../../form';

const gauge = oneOf(GAUGES);
const amps = number(0, 200);

/** A supply inside, by part; what is not said is not known. */
const supply = object({
  /** W, as its plate says. */
  rating: optional(number(1, 5000)),
  /** A by rail, as its plate says. */
  rails: optional(
    object({ '12 V': optional(amps), '5 V': optional(amps), '3.3 V': optional(amps), '5 V standby': optional(amps) }),
  ),
  /** Its voltage selector, if it has one. */
  selector: optional(oneOf(['none', '230 V', '115 V'])),
  /** Its own switch: reached from outside, set on before it is buried, extended. */
  ownSwitch: optional(oneOf(['reached', 'set on', 'extended'])),
  /** It is not new: tested under load on … */
  used: optional(yesOrNo),
  tested: optional(text(30)),
});

/** What feeds a DC board: a brick outside, or USB Power Delivery. */
const source = object({
  kind: oneOf(['brick', 'USB PD']),
  volts: number(3, 60),
  amps: number(0.1, 50),
  /** The cable carries a marker for 5 A. */
  marked: optional(yesOrNo),
  /** Of the DC board: what it takes, V, and gives in all, W. */
  takes: object({ from: number(3, 60), to: number(3, 60) }),
  gives: number(1, 1000),
});

export const PLUG_NAMES = Object.keys(PLUGS) as PlugName[];
const plug = oneOf(PLUG_NAMES);

/** An adapter, splitter or lead: it hangs on the supply or on another, and feeds parts. */
const adapter = object({
  name: name(80),
  plug,
  /** Another adapter; missing: the supply. */
  on: optional(id),
  /** Parts that hang on it: a key each, so that two pages which plug in different ones don’t collide. */
  feeds: keyed(id, yes, 24),
  gauge: optional(gauge),
});

/** A cable of power as the user has it, by its connection. */
const wire = object({ gauge: optional(gauge), bundled: optional(yesOrNo), plugs: optional(list(plug, 1, 4)) });

/** How the second supply is switched by the first. */
const trigger = object({
  how: oneOf(['relay', 'opto', 'wire']),
  /** V at which its coil is rated, mA that it draws. */
  coil: number(0, 60),
  current: number(0, 2000),
  /** Where it is fed from. */
  from: oneOf(['12 V', '5 V', '5 V standby', 'fan header', 'LED header']),
  /** What it does when it pulls in. */
  pulls: oneOf(['PS_ON to ground', 'PS_ON to 5 V', 'mains']),
  commonGround: yesOrNo,
});

const mains = object({
  /** Who reads on is allowed to, or someone who is does the work. */
  acknowledged: optional(yesOrNo),
  volts: optional(oneOf(['230', '120', '100'])),
  /** A, and how it blows. */
  fuse: optional(number(0.01, 32)),
  slow: optional(yesOrNo),
  /** Poles that the switch breaks, and the inrush it stands, A. */
  poles: optional(whole(0, 2)),
  inrush: optional(number(0, 500)),
  /** A that inlet and lead stand. */
  inlet: optional(number(0.1, 32)),
  strainRelief: optional(yesOrNo),
  separated: optional(yesOrNo),
});

/** Something with a voltage that hurts, kept for its looks. */
const decoration = object({ name: name(80), volts: number(0, 50_000), screened: yesOrNo, earthed: yesOrNo });

export const PIN_FUNCTIONS = [
  '12 V',
  '5 V',
  '3.3 V',
  '5 V standby',
  'ground',
  'PS_ON',
  'power good',
  'sense',
  'not used',
  'unknown',
] as const;
const pin = object({ function: oneOf(PIN_FUNCTIONS), measured: optional(number(-60, 60)) });

export const form = object({
  supplies: keyed(id, supply, 12),
  sources: keyed(id, source, 12),
  adapters: record(adapter, 40),
  wires: keyed(matching(/^[a-z][a-z0-9-]{0,63}>[a-z][a-z0-9:-]{0,140}$/), wire, 200),
  /** Drives spin up one after the other. */
  staggered: optional(yesOrNo),
  trigger: optional(trigger),
  mains: optional(mains),
  /** A capacitor that stays charged: µF, V, kΩ across it. */
  bleed: optional(object({ microfarad: number(0.001, 1e6), volts: number(0, 1000), kiloohm: number(0.001, 1e6) })),
  /** Ω to the inlet’s earth, by what was touched. */
  earth: keyed(matching(/^[a-z][a-z0-9/-]{0,100}$/), object({ ohms: optional(number(0, 1e6)), note: text(120) }), 200),
  decorations: record(decoration, 20),
  /** Pins of a plug that looks standard and is not. */
  pins: keyed(matching(/^[0-9]{1,2}$/), pin, 60),
  /** Money a kWh in minor units, and hours a day. */
  price: optional(number(0, 10_000)),
  hours: optional(number(0, 24)),
  /** W that it draws when it is off. */
  standby: optional(number(0, 100)),
});

export type Power = Of<typeof form>;
export type SupplySetting = Of<typeof supply>;
export type SourceSetting = Of<typeof source>;
export type Adapter = Of<typeof adapter>;
export type WireSetting = Of<typeof wire>;
export type Trigger = Of<typeof trigger>;
export type Mains = Of<typeof mains>;
export type Decoration = Of<typeof decoration>;
export type PinFunction = (typeof PIN_FUNCTIONS)[number];
