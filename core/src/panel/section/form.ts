import {
  coordinate,
  except,
  id,
  keyed,
  list,
  matching,
  name,
  number,
  numbers,
  object,
  oneOf,
  optional,
  record,
  text,
  whole,
  yesOrNo,
  type Of,
} from '../../form';
import { HEADER_NAMES, PIN_SIGNALS, type HeaderName } from '../../standards/headers';
import { GAUGES } from '../../standards/wires';

export const CONTROL_KINDS = [
  'momentary',
  'latching',
  'toggle',
  'rotary selector',
  'potentiometer',
  'encoder',
  'key field',
  'lever',
  'lamp',
  'meter',
  'socket',
  'lock',
  'touch',
] as const;

/** What a control shall do. */
export const CONTROL_WISHES = [
  'nothing',
  'power',
  'reset',
  'power light',
  'drive light',
  'network light',
  'power and drive light',
  'level',
  'volume',
  'fan speed',
  'codes',
  'keyboard',
  'USB 2',
  'USB 3',
  'audio',
] as const;

export const LAMP_TYPES = [
  'LED',
  'two-colour, two wires',
  'two-colour, common anode',
  'two-colour, common cathode',
  'filament',
  'neon',
] as const;

/** A terminal of a control: `contact`, `lamp +`. */
const terminal = except(matching(/^[a-zA-Z0-9 +−]{1,24}$/), ['constructor', 'prototype']);

/** A terminal of a control on one pin of a header: `front/6`. */
export const pinKey = matching(/^[a-z][a-z0-9-]{0,63}\/[0-9]{1,2}$/);

/** A rod or lever from the outer button to a switch inside. */
const rod = object({
  kind: oneOf(['rod', 'spring', 'lever']),
  /** Where the switch inside stands, mm in the shell. */
  to: object({ x: coordinate, y: coordinate, z: coordinate }),
  material: oneOf(['steel wire', 'brass', 'acrylic', 'print']),
  diameter: number(0.3, 30),
  /** Of the switch inside: mm of travel, N to close it. */
  travel: number(0.05, 30),
  force: number(0.05, 60),
  /** Of a lever: arm of the button over arm of the switch. */
  ratio: optional(number(0.02, 50)),
  /** Of a spring between, N/mm. */
  rate: optional(number(0.01, 100)),
  /** Length of the guide and the air around the rod in it, mm. */
  guide: number(1, 500),
  gap: number(0, 5),
});

const control = object({
  name: name(80),
  kind: oneOf(CONTROL_KINDS),
  /** Where it stands: a feature of the shell, and the opening it sits in where it is new. */
  feature: optional(id),
  opening: optional(id),
  /** Where along its feature, from its left end: several keys are one block of the shell. */
  along: optional(number(0, 1)),
  original: yesOrNo,
  was: text(120),
  state: oneOf(['works', 'broken', 'missing', 'unknown']),
  /** It carried mains. */
  mains: optional(yesOrNo),
  /** It was traced: no mains is left on it. */
  traced: optional(yesOrNo),
  /** It must be there in the end, and as it was. */
  survive: optional(yesOrNo),
  wish: oneOf(CONTROL_WISHES),
  /** mm and N of its own; how it is held. */
  travel: optional(number(0, 200)),
  force: optional(number(0, 200)),
  held: optional(text(80)),
  positions: optional(whole(2, 48)),
  lamp: optional(
    object({
      type: oneOf(LAMP_TYPES),
      /** V across it, mA wanted. */
      forward: number(0, 300),
      milliamps: number(0.01, 5000),
    }),
  ),
  /** µA for a full deflection, and Ω of the coil. */
  meter: optional(object({ fullScale: number(1, 1_000_000), ohms: number(0, 1_000_000) })),
  ohms: optional(number(1, 10_000_000)),
  /** The way that was chosen. */
  way: optional(id),
  /** Terminals that were put on a pin by hand. */
  pins: optional(keyed(terminal, pinKey, 80)),
  rod: optional(rod),
});

const headerPin = object({
  signal: oneOf(PIN_SIGNALS),
  /** V that it has or stands. */
  level: optional(number(-60, 60)),
  milliamps: optional(number(0, 20_000)),
  name: optional(text(40)),
});

const header = object({
  name: name(80),
  type: oneOf([...HEADER_NAMES, 'own'] as [HeaderName, ...HeaderName[], 'own']),
  /** The part it is on. */
  part: optional(id),
  /** Pins of an own one, as measured. */
  pins: keyed(matching(/^[0-9]{1,2}$/), headerPin, 80),
  /** The plug was read from its other side, or sits turned round. */
  seen: optional(oneOf(['from below', 'turned round'])),
});

/** One wire of the harness as it was really made. */
const wire = object({
  colour: optional(text(24)),
  gauge: optional(oneOf(GAUGES)),
  length: optional(number(1, 20_000)),
  tested: optional(yesOrNo),
});

/** What was seen while a key was held: pairs of pins that close; `oneWay`: from the first to the second alone. */
const reading = object({
  pairs: list(numbers<[number, number]>(whole(1, 64), 2), 0, 12),
  oneWay: optional(yesOrNo),
  from: oneOf(['prober', 'beeps']),
  simulated: optional(yesOrNo),
});

const key = object({
  legend: text(24),
  /** Where it lies, in key widths from the upper left. */
  x: number(0, 60),
  y: number(0, 60),
  readings: keyed(id, reading, 12),
});

const matrix = object({
  name: name(80),
  /** The key field it is of. */
  control: optional(id),
  /** Pins of its plug. */
  pins: whole(2, 64),
  keys: record(key, 400),
});

/** What hangs on a plug that nobody knows. */
const hunt = object({
  name: name(80),
  pins: whole(2, 40),
  /** What is known to be on it, and how many. */
  holds: object({
    switches: whole(0, 8),
    lamps: whole(0, 8),
    resistors: whole(0, 8),
  }),
  /** Rails of a supply that a voltage test would show. */
  rails: keyed(matching(/^[a-z0-9-]{1,12}$/), object({ volts: number(-60, 60), pins: optional(whole(0, 40)) }), 8),
  tests: keyed(id, object({ test: text(60), saw: text(24), simulated: optional(yesOrNo) }), 400),
});

/** How a board is switched on besides a control: it starts when the mains come, by its own button, or by network or keyboard. */
export const START_WAYS = ['mains', 'own button', 'wake'] as const;

export const form = object({
  controls: record(control, 200),
  /** By the board's id, where no control starts it. */
  starts: optional(keyed(id, oneOf(START_WAYS), 20)),
  headers: record(header, 60),
  /** By `control.terminal`. */
  wires: keyed(matching(/^[a-z][a-z0-9-]{0,63}\.[a-zA-Z0-9 +−]{1,24}$/), wire, 800),
  matrices: record(matrix, 8),
  hunts: record(hunt, 20),
});

export type StartWay = (typeof START_WAYS)[number];
export type Panel = Of<typeof form>;
export type PanelControl = Of<typeof control>;
export type PanelHeader = Of<typeof header>;
export type PanelHeaderPin = Of<typeof headerPin>;
export type HarnessWire = Of<typeof wire>;
export type KeyReading = Of<typeof reading>;
export type MatrixKey = Of<typeof key>;
export type KeyMatrix = Of<typeof matrix>;
export type PinHunt = Of<typeof hunt>;
export type Rod = Of<typeof rod>;
export type ControlKind = (typeof CONTROL_KINDS)[number];
export type ControlWish = (typeof CONTROL_WISHES)[number];
export type LampType = (typeof LAMP_TYPES)[number];
