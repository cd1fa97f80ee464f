import {
  id,
  keyed,
  list,
  matching,
  number,
  numbers,
  object,
  oneOf,
  optional,
  text,
  yesOrNo,
  type Of,
} from '../../form';

/** What the machine does. */
export const STATES = ['idle', 'typical', 'full'] as const;

/** What a fan hangs on: straight on the supply, a lower feed, a header that follows the load, a controller that is set. */
export const FEED_NAMES = ['12 V', '7 V', '5 V', 'header', 'controller'] as const;
export const FILTER_KINDS = ['mesh', 'foam', 'fabric'] as const;

/** An opening by its id: `vent-1`, `card-1.bracket.slot`, an opening of the shell, `seam-lid`. */
const wayKey = matching(/^[a-z][a-z0-9-]{0,63}(\.[a-z0-9-]{1,64}){0,2}$/);

/** A fan as the user has it; missing: as usual for its size. By part. */
const fan = object({
  /** Against its own arrow: it blows in where it would blow out. */
  turned: optional(yesOrNo),
  feed: optional(oneOf(FEED_NAMES)),
  /** Set on the controller, % of its speed. */
  speed: optional(number(0, 100)),
  /** Full speed, rpm, and level at it, dB(A). */
  rpm: optional(number(1, 60_000)),
  noise: optional(number(-20, 100)),
  /** Points of its curve at full speed: m³/h, Pa. */
  curve: optional(list(numbers<[number, number]>(number(0, 5000), 2), 2, 60)),
  /** A duct leads it to a part. */
  ductTo: optional(id),
  /** Of a card: it blows its warm air out through its bracket. */
  blower: optional(yesOrNo),
  /** Not connected, or it stands. */
  stopped: optional(yesOrNo),
});

const way = object({
  /** Closed with a plate or tape, or filled by what sits in it. */
  shut: optional(yesOrNo),
  filter: optional(
    object({
      kind: oneOf(FILTER_KINDS),
      /** Measured drop, Pa, at a speed of the air in front of it, m/s. */
      measured: optional(object({ drop: number(0.01, 2000), speed: number(0.01, 50) })),
      /** % of it that dust has closed. */
      clogged: number(0, 95),
    }),
  ),
  /** A deflector or duct leads its air to a part. */
  ductTo: optional(id),
});

/** What is known of how warm a part gets. */
const thermal = object({
  /** Its hottest place over the air around it, K/W. */
  resistance: optional(number(0.001, 200)),
  /** °C that it stands. */
  limit: optional(number(0, 250)),
  /** Measured once: °C of the part, °C of the air around it, W that it drew. */
  baseline: optional(
    object({ part: number(-40, 250), air: number(-40, 120), watts: number(0.01, 5000), simulated: optional(yesOrNo) }),
  ),
});

/** A loop of water: the blocks in the order in which it runs through them and radiators. */
const loop = object({
  order: list(id, 0, 12),
  /** Of the pump: pressure against a shut tube, kPa; flow with none, L/min. */
  pump: object({ head: number(0.1, 500), flow: number(0.1, 100) }),
  /** Inside diameter of the tube, mm. */
  bore: number(2, 40),
  /** mL. */
  reservoir: number(0, 20_000),
  /** Where it is filled and its level seen. */
  filledAt: oneOf(['outside', 'lid off', 'not yet']),
});

export const form = object({
  /** m over the sea. */
  altitude: optional(number(-430, 9500)),
  /** %. */
  humidity: optional(number(0, 100)),
  state: optional(oneOf(STATES)),
  /** Height of the feet, mm. */
  feet: optional(number(0, 500)),
  /** Doors and lids that stand open in use. */
  open: optional(list(id, 0, 20)),
  fans: keyed(id, fan, 100),
  ways: keyed(wayKey, way, 200),
  thermal: keyed(id, thermal, 100),
  loop: optional(loop),
  /** Found in a burn-in: resistances of all the air’s ways, or the heat through the walls, times this; and which run. */
  measured: optional(
    object({ of: oneOf(['ways', 'walls']), factor: number(0.02, 50), run: text(120), simulated: optional(yesOrNo) }),
  ),
});

export type Air = Of<typeof form>;
export type FanSetting = Of<typeof fan>;
export type WaySetting = Of<typeof way>;
export type ThermalSetting = Of<typeof thermal>;
export type Loop = Of<typeof loop>;
export type AirMeasured = NonNullable<Air['measured']>;
export type State = (typeof STATES)[number];
