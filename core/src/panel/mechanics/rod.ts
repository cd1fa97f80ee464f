import type { Rod } from '../../document';

/** How a push gets from the outer button to the switch inside. */
export interface RodReport {
  /** mm from the button to the switch. */
  length: number;
  /** mm that the switch’s end moves for the whole travel of the button, and N at the button to close it. */
  reaches: number;
  closes: number;
  /** mm that the button is pushed when it closes. */
  closesAt: number;
  /** N on the switch at the end of the button’s travel. */
  most: number;
  /** N at which the rod buckles, and how often the force goes into that. */
  buckles: number;
  safety: number;
  /** mm that its end may wander in its guide. */
  wanders: number;
  problems: {
    id: 'short' | 'hard' | 'crushed' | 'buckles' | 'wanders' | 'at an angle';
    words: string;
    stop: boolean;
  }[];
}

/** N/mm² by material. Young’s moduli of tables of materials, from memory. */
const YOUNG: Readonly<Record<Rod['material'], number>> = {
  'steel wire': 200_000,
  brass: 100_000,
  acrylic: 3200,
  print: 2000,
};
/** A switch inside stands so many times its own force, a small one at most, N. Common practice, no source. */
const STANDS = { times: 5, least: 10 };
/** A hand pushes so hard on a button without complaint, N. Common practice, no source. */
const HAND = 15;
/** What a small switch gives beyond closing, mm. Common practice, no source. */
const GIVES = 0.2;
/** A rod is trusted to a third of its buckling force. Common practice, no source. */
const SAFE = 3;
/** Its end has to meet the cap of the switch, mm. Common practice, no source. */
const MEETS = 1.5;

/** Euler’s buckling force of a round rod held at both ends, N: π² E I / L², I = π d⁴ / 64. */
export const buckling = (young: number, diameter: number, length: number): number =>
  (Math.PI ** 3 * young * diameter ** 4) / (64 * length ** 2);

/**
 * Travel and force through a rod, a spring or a lever. A rod moves as its button; a spring gives way once the switch is
 * closed; a lever of ratio a : b moves b/a as far with a/b the force.
 * @param length mm from the button to the switch
 * @param travel mm of the button, `force` N of its own return spring
 */
export function rodReport(rod: Rod, length: number, travel: number, force: number): RodReport {
  const ratio = rod.kind === 'lever' ? (rod.ratio ?? 1) : 1;
  const reaches = travel / ratio;
  const rate = rod.kind === 'spring' ? (rod.rate ?? 1) : Infinity;
  // A spring between is pressed by the switch’s own force before that closes.
  const pressed = rate === Infinity ? 0 : rod.force / rate;
  const closesAt = (rod.travel + pressed) * ratio;
  const over = Math.max(0, travel - closesAt) / ratio;
  // Beyond closing: a spring adds its rate, a stiff rod whatever the hand gives.
  const stiff = rate === Infinity;
  const most = over <= GIVES ? rod.force : stiff ? Math.max(rod.force, HAND * ratio) : rod.force + rate * over;
  const buckles = buckling(YOUNG[rod.material], rod.diameter, Math.max(length, 1));
  const report: RodReport = {
    length,
    reaches,
    closes: rod.force / ratio + force,
    closesAt,
    most,
    buckles,
    safety: buckles / most,
    wanders: rod.gap * Math.max(1, length / rod.guide - 0.5),
    problems: [],
  };
  const say = (id: RodReport['problems'][number]['id'], stop: boolean, words: string) =>
    report.problems.push({ id, stop, words });
  if (closesAt > travel + 1e-9)
    say(
      'short',
      true,
      `the button moves ${travel.toFixed(1)} mm and it takes ${closesAt.toFixed(1)} mm to close the switch${rod.kind === 'lever' ? `: a ratio of ${(travel / rod.travel).toFixed(1)} at most` : ''}`,
    );
  else if (stiff && over > GIVES)
    say(
      'crushed',
      rod.kind === 'rod' && over > 1,
      `the button goes on ${over.toFixed(1)} mm after the switch has closed at ${rod.travel.toFixed(2)} mm: the hand pushes on the switch itself. A spring between, a stop ${(closesAt + 0.15 * ratio).toFixed(1)} mm down, or a lever of ${(travel / (rod.travel + 0.1)).toFixed(0)} : 1`,
    );
  else if (most > Math.max(STANDS.least, STANDS.times * rod.force))
    say(
      'crushed',
      false,
      `the spring pushes ${most.toFixed(1)} N on a switch of ${rod.force.toFixed(1)} N: take a softer one`,
    );
  if (report.closes > HAND)
    say('hard', false, `it takes ${report.closes.toFixed(1)} N at the button; a hand gives ${HAND} N gladly`);
  if (report.safety < SAFE)
    say(
      'buckles',
      report.safety < 1,
      `a rod of ${rod.diameter} mm ${rod.material} and ${length.toFixed(0)} mm buckles at ${buckles.toFixed(1)} N, ${report.safety.toFixed(1)} times what goes through it; three times is safe: take ${Math.ceil(10 * rod.diameter * (SAFE / report.safety) ** 0.25) / 10} mm, or guide it half-way`,
    );
  if (report.wanders > MEETS)
    say(
      'wanders',
      false,
      `with ${rod.gap} mm of air in a guide of ${rod.guide} mm its end wanders ${report.wanders.toFixed(1)} mm and misses the switch: a longer guide, or a second one near the switch`,
    );
  return report;
}
