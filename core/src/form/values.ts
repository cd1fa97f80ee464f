import { LARGEST_LENGTH, TOOL_NAMES, type Measured } from '../quantity';
import {
  above0,
  except,
  isoDate,
  keyed,
  list,
  matching,
  number,
  object,
  oneOf,
  optional,
  saying,
  yesOrNo,
  type Form,
} from './form';

/** The six directions of the shell, and the names of a box's faces. Seen from the front. */
export const SIDES = ['front', 'rear', 'left', 'right', 'top', 'bottom'] as const;
export type Side = (typeof SIDES)[number];
export type AxisName = 'x' | 'y' | 'z';

/** A face of the hull: one of the sides, or a named edge of a profile such as `slope`. */
export type FaceId = string;

export const id: Form<string> = saying(
  except(matching(/^[a-z][a-z0-9-]{0,63}$/), ['constructor', 'prototype']),
  'an id is lower-case letters, digits and hyphens, such as board-1',
);

export const coordinate = number(-LARGEST_LENGTH, LARGEST_LENGTH);

const measuredAs = (value: Form<number>): Form<Measured> =>
  object({
    value,
    uncertainty: number(0, 100),
    tool: oneOf(TOOL_NAMES),
    readings: optional(list(coordinate, 0, 24)),
    when: optional(isoDate),
    simulated: optional(yesOrNo),
  }) as Form<Measured>;

/** Somewhere along an axis. */
export const place = measuredAs(coordinate);
/** A size of something that is there. */
export const size = measuredAs(above0(20_000));
/** A thickness. */
export const wall = measuredAs(above0(500));
/** A size that may be nothing. */
export const amount = measuredAs(number(0, 20_000));

/** So many things a collection holds at most, where nothing else is said. */
const MOST = 400;
export const record = <T>(value: Form<T>, most = MOST): Form<Record<string, T>> => keyed(id, value, most);

export const axis = oneOf(['x', 'y', 'z']);
export const side = oneOf(SIDES);
export const bySide = <T>(value: Form<T>): Form<Record<Side, T>> =>
  object(Object.fromEntries(SIDES.map((name) => [name, value]))) as Form<Record<Side, T>>;
/** The SHA-256 by which a stored file is found. */
export const content: Form<string> = matching(/^[0-9a-f]{64}$/);
