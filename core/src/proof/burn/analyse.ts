import { columnOf, type Channel, type Log } from '../log/log';
import { rowAt } from '../log/thin';
import { fitFirstOrder, type Fitted } from './fit';
import { doubtOfMean, lineThrough, STEADY, type Line } from './window';

/** Clock or watts that fell because of the heat. */
export interface Throttle {
  /** Of the load’s time, and s from its begin on. */
  share: number;
  after: number;
  /** Of its best, in the worst moment. */
  down: number;
  by: 'clock' | 'watts';
}

/** How warm one thing got. Temperatures in °C, rises in K over the room; half-widths hold 95 %. */
export interface PartReading {
  part: string;
  /** Mean of the last ten minutes under load. */
  temperature: number;
  highest: number;
  rise: number;
  /** ± of the rise from the noise of the readings; sensors that are off come on top (`SENSOR`). */
  noise: number;
  steady: boolean;
  /** K a minute at the end. */
  slope: number;
  watts?: number;
  /** K/W over the room, and ±. */
  resistance?: number;
  resistanceDoubt?: number;
  fit?: Fitted;
  /** K that a first-order answer would still bring. */
  more?: number;
  throttle?: Throttle;
}

export interface RunAnalysis {
  /** Where the load begins and ends, s of the log. */
  from: number;
  to: number;
  ambient: number;
  ambientNoise: number;
  /** K that the room changed under load. */
  drift: number;
  inside?: Mean;
  exhaust?: Mean;
  watts?: Mean;
  parts: PartReading[];
  /** All that was measured is level. */
  steady: boolean;
  /** What is to be known of it, in words. */
  words: string[];
}

interface Mean {
  mean: number;
  noise: number;
}

/** A usual sensor may be off by so much, K, 95 %. Common practice, no source. */
export const SENSOR = 1;
/** Clock under this share of its best, and a part so near to its limit, K, for so long, s: it throttles. Common practice, no source. */
const THROTTLE = { share: 0.93, near: 3, least: 10 };
/** More than this still to come, K, by a fit whose end is known to that: it is not level, however small its slope. Common practice, no source. */
const MORE = 1;
const TRUSTED = 3;
/** Of the load’s time, after which quick lumps have settled. Common practice, no source. */
const SOAKED = 0.25;
/** So many readings are enough to know what is usual of a channel. */
const SAMPLES = 5000;
/** Most readings a fit takes; more are averaged. */
const MOST = 1500;

/**
 * What a burn-in says: when it is level, how warm, how quickly, whether anything throttled.
 * @param settings `ambient` typed where no channel has it; limits by part, °C; `from`, `to`: s, where the user knows better
 * @throws Error where no channel is a temperature, or the room is not known
 */
export function analyse(
  log: Log,
  channels: readonly Channel[],
  settings: {
    ambient?: number | undefined;
    limits?: Readonly<Record<string, number>>;
    from?: number;
    to?: number;
  } = {},
): RunAnalysis {
  const of = (is: Channel['is'], part?: string) =>
    columnOf(log, channels.find((c) => c.is === is && (part === undefined || c.part === part))?.column);
  const temperatures = channels.filter((c) => c.is === 'part' && c.part !== undefined);
  if (temperatures.length === 0 && !of('inside') && !of('exhaust'))
    throw new Error('No column is a temperature of a part, of the air inside or of what leaves. Say which is.');
  const { time } = log;
  const words: string[] = [];
  const watts = of('watts');
  const load = loadOf(time, watts);
  const from = settings.from ?? load.from;
  const to = settings.to ?? load.to;
  if (!(to > from)) throw new Error(`The load can’t end (${to.toFixed(0)} s) before it begins (${from.toFixed(0)} s).`);
  const a = rowAt(time, from);
  const b = Math.max(a, rowAt(time, to + 1e-9));
  const w = rowAt(time, Math.max(from, to - STEADY.window));
  const long = to - from >= STEADY.window;
  if (!long)
    words.push(
      `${((to - from) / 60).toFixed(0)} minutes under load are too short to say that it is level; ten at least are needed after it is.`,
    );
  const room = of('ambient');
  const roomEnd: Line = room
    ? lineThrough(time, room, w, b)
    : { slope: 0, mean: settings.ambient ?? NaN, count: 2, left: 0, follow: 0 };
  if (!Number.isFinite(roomEnd.mean))
    throw new Error('The temperature of the room is not known: say which column it is, or type it.');
  const roomAll: Line = room ? lineThrough(time, room, a, b) : roomEnd;
  const drift = roomAll.slope * (to - from);
  if (Math.abs(drift) > 2)
    words.push(
      `The room itself became ${Math.abs(drift).toFixed(1)} K ${drift > 0 ? 'warmer' : 'colder'} meanwhile; rises are over the room of the moment.`,
    );
  const meanOf = (values: Float64Array | undefined): Mean | undefined => {
    if (!values) return undefined;
    const line = lineThrough(time, values, w, b);
    return line.count > 0 ? { mean: line.mean, noise: doubtOfMean(line) } : undefined;
  };
  const allWatts = meanOf(watts);
  const parts = temperatures.flatMap((channel): PartReading[] => {
    const part = channel.part!;
    const values = columnOf(log, channel.column)!;
    const end = lineThrough(time, values, w, b);
    if (end.count === 0) return [];
    let highest = -Infinity;
    for (let i = a; i < b; i++) if (values[i]! > highest) highest = values[i]!;
    const reading: PartReading = {
      part,
      temperature: end.mean,
      highest,
      rise: end.mean - roomEnd.mean,
      noise: Math.hypot(doubtOfMean(end), room ? doubtOfMean(roomEnd) : 0),
      steady: long && Math.abs(end.slope - roomEnd.slope) < STEADY.slope,
      slope: (end.slope - roomEnd.slope) * 60,
    };
    const own = meanOf(of('part watts', part));
    if (own && own.mean > 0.5) {
      reading.watts = own.mean;
      reading.resistance = reading.rise / own.mean;
      reading.resistanceDoubt =
        Math.abs(reading.resistance) *
        Math.hypot(Math.hypot(reading.noise, SENSOR) / Math.max(0.5, reading.rise), own.noise / own.mean);
    }
    const fit = fitOver(time, values, a, b, from, roomAll, room !== undefined);
    if (fit) {
      reading.fit = fit;
      // Slow, and still far from where it goes: a small slope alone does not make it level.
      reading.more = fit.end - reading.rise;
      if (fit.endDoubt < TRUSTED && reading.more * Math.sign(fit.end - fit.begin) > MORE) reading.steady = false;
    }
    const limit = settings.limits?.[part];
    const throttle = limit === undefined ? undefined : throttleOf(log, channels, part, values, a, b, limit);
    if (throttle) reading.throttle = throttle;
    return [reading];
  });
  const made: RunAnalysis = {
    from,
    to,
    ambient: roomEnd.mean,
    ambientNoise: room ? doubtOfMean(roomEnd) : 0,
    drift,
    parts,
    steady: long && parts.every((p) => p.steady),
    words,
  };
  const [inside, exhaust] = [meanOf(of('inside')), meanOf(of('exhaust'))];
  if (inside) made.inside = inside;
  if (exhaust) made.exhaust = exhaust;
  if (allWatts) made.watts = allWatts;
  return made;
}

/** Where the load begins and ends: watts over the middle between what they are at rest and under load; else all of it. */
export function loadOf(time: Float64Array, watts: Float64Array | undefined): { from: number; to: number } {
  const all = { from: time[0] ?? 0, to: time.at(-1) ?? 0 };
  if (!watts) return all;
  const step = Math.max(1, Math.floor(watts.length / SAMPLES));
  const sample: number[] = [];
  for (let i = 0; i < watts.length; i += step) if (Number.isFinite(watts[i]!)) sample.push(watts[i]!);
  sample.sort((x, y) => x - y);
  if (sample.length < 10) return all;
  const [low, high] = [sample[Math.floor(sample.length * 0.02)]!, sample[Math.floor(sample.length * 0.9)]!];
  if (high - low < 0.25 * high) return all;
  const middle = (low + high) / 2;
  // The longest stretch over the middle; dips of under a minute do not end it.
  let best = { from: 0, to: -1 };
  let begin = -1;
  let last = -1;
  for (let i = 0; i < watts.length; i++) {
    if (!(watts[i]! > middle)) continue;
    if (begin < 0 || time[i]! - time[last]! > 60) begin = i;
    last = i;
    if (time[last]! - time[begin]! > best.to - best.from) best = { from: time[begin]!, to: time[last]! };
  }
  return best.to > best.from ? best : all;
}

/** A first-order fit to the rise over the room of the moment, from the begin of the load. */
function fitOver(
  time: Float64Array,
  values: Float64Array,
  a: number,
  b: number,
  from: number,
  room: Line,
  known: boolean,
): Fitted | undefined {
  const n = b - a;
  if (n < 8) return undefined;
  const bin = Math.max(1, Math.ceil(n / MOST));
  const t: number[] = [];
  const y: number[] = [];
  const middle = (time[a]! + time[b - 1]!) / 2;
  for (let i = a; i < b; i += bin) {
    let [sum, st, count] = [0, 0, 0];
    for (let k = i; k < Math.min(b, i + bin); k++) {
      const v = values[k]!;
      if (v !== v) continue;
      sum += v - (known ? room.mean + room.slope * (time[k]! - middle) : room.mean);
      st += time[k]! - from;
      count++;
    }
    if (count > 0) {
      t.push(st / count);
      y.push(sum / count);
    }
  }
  const all = fitFirstOrder(Float64Array.from(t), Float64Array.from(y));
  // Heat soaks through several lumps: where the begin does not follow what comes later, what comes later says where it ends.
  const k = Math.floor(t.length * SOAKED);
  const late = fitFirstOrder(
    Float64Array.from(t.slice(k), (v) => v - t[k]!),
    Float64Array.from(y.slice(k)),
  );
  return all && late && late.endDoubt < TRUSTED && Math.abs(late.end - all.end) > all.endDoubt + late.endDoubt
    ? late
    : all;
}

/** Does a part hold back because of its heat? Its clock, or its watts, fall while it stands at its limit. */
function throttleOf(
  log: Log,
  channels: readonly Channel[],
  part: string,
  temperature: Float64Array,
  a: number,
  b: number,
  limit: number,
): Throttle | undefined {
  for (const by of ['clock', 'part watts'] as const) {
    const column = columnOf(log, channels.find((c) => c.is === by && c.part === part)?.column);
    if (!column) continue;
    const stride = Math.max(1, Math.floor((b - a) / SAMPLES));
    const sample: number[] = [];
    for (let i = a; i < b; i += stride) if (Number.isFinite(column[i]!)) sample.push(column[i]!);
    const sorted = sample.sort((x, y) => x - y);
    if (sorted.length < 20) continue;
    const best = sorted[Math.floor(sorted.length * 0.95)]!;
    let [time, after, down] = [0, NaN, 1];
    for (let i = a; i + 1 < b; i++) {
      if (!(column[i]! < THROTTLE.share * best && temperature[i]! >= limit - THROTTLE.near)) continue;
      time += log.time[i + 1]! - log.time[i]!;
      if (after !== after) after = log.time[i]! - log.time[a]!;
      down = Math.min(down, column[i]! / best);
    }
    if (time > THROTTLE.least)
      return { share: time / (log.time[b - 1]! - log.time[a]!), after, down, by: by === 'clock' ? 'clock' : 'watts' };
  }
  return undefined;
}
