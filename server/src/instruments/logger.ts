import { kindOf, drawOf } from '@young-shell/core/parts';
import type { Conversion, State } from '@young-shell/core/document';
import { hashToUnit } from '@young-shell/core/quantity';

/** How a simulated burn-in is run. */
export interface LoggerRun {
  state: State;
  lid: 'closed' | 'open';
  /** °C of the room when it begins. */
  ambient: number;
  /** s between readings, and from the first to the last. */
  every: number;
  seconds: number;
  /** What goes wrong with the logger: nothing, it stops half-way, it sends what is no reading. */
  fault: 'none' | 'stops' | 'garbage';
}

/** What is invented here: K/W from die to sink and from sink to the air inside, J/K of both, and where it holds back. */
const BODIES: Readonly<
  Record<string, { die: number; sink: number; dieHeat: number; sinkHeat: number; limit: number }>
> = {
  board: { die: 0.16, sink: 0.31, dieHeat: 90, sinkHeat: 520, limit: 95 },
  card: { die: 0.09, sink: 0.17, dieHeat: 120, sinkHeat: 900, limit: 86 },
  drive: { die: 0.3, sink: 1.6, dieHeat: 150, sinkHeat: 420, limit: Infinity },
};
/** W for which those are meant. Invented. */
const SIZED: Readonly<Record<string, number>> = { board: 100, card: 130 };
/** J/K of the air and the shell inside; W/K that walls give off, a fan carries, an open lid lets out. Invented. */
const SHELL = { heat: 2600, walls: 1.1, fan: 5.5, lid: 9 };
/** Noise of a sensor, K, what it may be off, and its smallest step. Invented. */
const SENSOR = { noise: 0.18, off: 0.7, step: 0.1 };
/** The load begins after this, s. */
const REST = 120;
/** Clock of a processor that does not hold back, MHz. */
const CLOCK = 3600;

interface Body {
  id: string;
  name: string;
  kind: string;
  idle: number;
  load: number;
  die: number;
  sink: number;
  b: (typeof BODIES)[string];
}

/**
 * A temperature and fan logger that does not exist, on a machine that does not exist either: two lumps a part, one for the
 * inside, its own constants. It knows nothing of the Air station. The same conversion and run give the same log.
 */
export function* simulatedLog(document: Conversion, run: LoggerRun): Generator<string> {
  const luck = (...words: (string | number)[]) => hashToUnit(words.join('|'));
  const normal = (...words: (string | number)[]) =>
    Math.sqrt(-2 * Math.log(1 - luck('u', ...words))) * Math.cos(2 * Math.PI * luck('v', ...words));
  const bodies = Object.entries(document.kit.parts).flatMap(([id, part]): Body[] => {
    const kind = kindOf(part) ?? '';
    const b = BODIES[kind];
    if (!b || !(id in document.layout.placements)) return [];
    const draw = drawOf(part);
    const load = run.state === 'full' ? draw.peak : draw[run.state];
    // No two are alike.
    const own = 0.82 + 0.36 * luck('own', id, part.name);
    // What is made for few watts has little metal on it.
    const small = (SIZED[kind] ?? draw.peak) / Math.max(1, draw.peak);
    return [
      {
        id,
        name: part.name,
        kind,
        idle: draw.idle,
        load,
        die: run.ambient,
        sink: run.ambient,
        b: {
          die: b.die * small ** 0.8,
          sink: b.sink * own * small ** 0.8,
          dieHeat: b.dieHeat / small,
          sinkHeat: b.sinkHeat / small,
          limit: b.limit,
        },
      },
    ];
  });
  const others = Object.entries(document.kit.parts).reduce(
    (sum, [id, part]) =>
      bodies.some((x) => x.id === id) || !(id in document.layout.placements) ? sum : sum + drawOf(part).typical,
    0,
  );
  const fans = Object.entries(document.kit.parts).filter(
    ([id, p]) => kindOf(p) === 'fan' && id in document.layout.placements,
  );
  const away = SHELL.walls + fans.length * SHELL.fan + (run.lid === 'open' ? SHELL.lid : 0);
  let inside = run.ambient;
  const shown = (value: number, channel: string, t: number) =>
    (
      Math.round(
        (value + SENSOR.off * (2 * luck('off', channel) - 1) + SENSOR.noise * normal(channel, t, run.lid, run.state)) /
          SENSOR.step,
      ) * SENSOR.step
    ).toFixed(1);
  yield [
    'time',
    'room °C',
    'inside °C',
    ...bodies.flatMap((x) => [`${x.name} °C`, `${x.name} W`, ...(x.kind === 'board' ? [`${x.name} MHz`] : [])]),
    'wall W',
    ...fans.map(([, p]) => `${p.name} rpm`),
  ].join(';');
  const rows = Math.floor(run.seconds / run.every);
  for (let row = 0; row <= rows; row++) {
    const t = row * run.every;
    if (run.fault === 'stops' && row > rows / 2) return;
    const room = run.ambient + 0.6 * Math.sin((2 * Math.PI * t) / 5400);
    const clocks = new Map<string, number>();
    const watts = new Map<string, number>();
    // A second at a time.
    for (let s = 0; s < Math.max(1, run.every); s++) {
      let given = others;
      for (const x of bodies) {
        const asked = t + s < REST ? x.idle : x.load;
        const hold = x.die > x.b.limit ? Math.max(0.4, 1 - 0.06 * (x.die - x.b.limit)) : 1;
        const p = asked * hold;
        clocks.set(x.id, t + s < REST ? 1200 : CLOCK * hold);
        watts.set(x.id, p);
        x.die += (p - (x.die - x.sink) / x.b.die) / x.b.dieHeat;
        x.sink += ((x.die - x.sink) / x.b.die - (x.sink - inside) / x.b.sink) / x.b.sinkHeat;
        given += (x.sink - inside) / x.b.sink;
      }
      inside += (given - (inside - room) * away) / SHELL.heat;
    }
    const wall = ([...watts.values()].reduce((a, b) => a + b, 0) + others) / 0.87;
    if (run.fault === 'garbage' && luck('garbage', row) < 0.04)
      yield luck('kind', row) < 0.5 ? '\u0000\u0007;;??' : '12:';
    yield [
      String(t),
      shown(room, 'room', t),
      shown(inside, 'inside', t),
      ...bodies.flatMap((x) => [
        shown(x.die, x.id, t),
        watts.get(x.id)!.toFixed(1),
        ...(x.kind === 'board' ? [Math.round(clocks.get(x.id)! + 12 * normal('clock', t)).toString()] : []),
      ]),
      (wall * (1 + 0.01 * normal('wall', t))).toFixed(1),
      ...fans.map(([id]) => Math.round(1150 + 250 * luck('rpm', id) + 8 * normal('rpm', id, t)).toString()),
    ].join(';');
  }
}
