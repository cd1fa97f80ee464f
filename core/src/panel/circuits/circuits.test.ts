import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { E_SERIES, nearest, preferred } from '../../standards';
import { debounce, divider, ladder } from './divider';
import { driveLamp } from './lamp';
import { driveMeter, PWM, ripple } from './meter';
import { LOW, pulse } from './pulse';

describe('lamps', () => {
  it('5 V, red 2.1 V, 10 mA: 290 Ω → 300 (E24), 0.028 W (Ohm’s law; IEC 60063)', () => {
    const d = driveLamp(5, 2.1, 10);
    expect(d.ohms).toBeCloseTo(290, 9);
    expect(d.fitted).toBe(300);
    expect(preferred(d.ohms, 'E12')).toBe(330);
    expect(d.watts).toBeGreaterThan(0.025);
    expect(d.watts).toBeLessThan(0.029);
    expect(d.brightness).toBeCloseTo(290 / 300, 6);
  });
  it('two in series take half the resistor’s volts; what stands in the header counts', () => {
    expect(driveLamp(5, 2.1, 10, 2).fitted).toBe(82);
    expect(driveLamp(5, 2.1, 10, 1, 330).fitted).toBe(0);
    expect(driveLamp(5, 2.1, 10, 1, 330).milliamps).toBeCloseTo(8.79, 2);
    expect(() => driveLamp(3.3, 3.4, 10)).toThrow(/stays dark/);
  });
});

describe('meters', () => {
  it('500 µA, 650 Ω at 3.3 V: 6.6 kΩ in all, 5.95 kΩ → 6.2 kΩ (Ohm’s law; IEC 60063)', () => {
    const d = driveMeter(3.3, 500, 650);
    expect(d.total).toBeCloseTo(6600, 6);
    expect(d.series).toBeCloseTo(5950, 6);
    expect(d.fitted).toBe(6200);
    expect(d.full).toBeLessThanOrEqual(1);
    expect(d.filter.ripple).toBeLessThan(0.01);
  });
  it('10 kΩ and 10 µF leave less than 1 % of 1 kHz (1 / ωRC)', () =>
    expect(ripple(1000, 10_000, 10e-6)).toBeLessThan(0.01));
  it('a coil that wants more than the pin has is refused with what it would take', () =>
    expect(() => driveMeter(3.3, 1000, 5000)).toThrow(/more than 5\.0 V/));
});

describe('resistors', () => {
  it('nearest is one of the series, and no other one is nearer by ratio (IEC 60063)', () => {
    for (let ohms = 11; ohms < 900_000; ohms *= 1.0173) {
      const got = nearest(ohms, 'E24');
      const all = [1, 10, 100, 1000, 10_000, 100_000].flatMap((d) => E_SERIES.E24.map((n) => n * d));
      const best = Math.min(...all.map((r) => Math.abs(Math.log(r / ohms))));
      expect(Math.abs(Math.log(got / ohms))).toBeCloseTo(best, 9);
    }
  });
  it('a divider brings no more than the pin stands', () => {
    for (const [from, to] of [
      [5, 3.3],
      [12, 3.3],
      [12, 5],
    ] as const) {
      const d = divider(from, to);
      expect(d.volts).toBeLessThanOrEqual(to + 1e-9);
      expect(d.volts).toBeGreaterThan(0.9 * to);
    }
    expect(() => divider(3.3, 5)).toThrow(/no divider/);
  });
  it('a ladder that is called safe keeps its positions apart whatever 5 % resistors it gets', () => {
    let seed = 7;
    const luck = () => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 2 ** 32;
    const seen = new Set<boolean>();
    for (let n = 3; n <= 12; n++) {
      const l = ladder(n);
      seen.add(l.safe);
      if (!l.safe) continue;
      for (let i = 0; i < 300; i++) {
        const off = () => 1 + 0.1 * (Math.round(luck()) - 0.5);
        const steps = Array.from({ length: n - 1 }, () => l.step * off());
        const pull = l.pull * off();
        let chain = 0;
        const shares = [0, ...steps.map((r) => (chain += r) / (chain + pull))];
        // Read at any of them, off by four steps of 1024: the nearest nominal one is the right one.
        shares.forEach((s, k) => {
          const read = s + (luck() - 0.5) * (8 / 1024);
          const least = Math.min(...l.shares.map((x) => Math.abs(x - read)));
          expect(Math.abs(l.shares[k]! - read)).toBeCloseTo(least, 12);
        });
      }
    }
    expect(seen.size).toBe(2);
  });
  it('a capacitor against bounce outlasts it', () => expect(debounce(5) * 1e-6 * 10_000).toBeGreaterThanOrEqual(0.005));
});

// The circuit simulator of Debian package ngspice.
const ngspice = spawnSync('which', ['ngspice']).status === 0;
describe.skipIf(!ngspice)('a circuit simulator', () => {
  /** Extremes of a node over the last periods of a transient. */
  function simulate(
    lines: string,
    node: string,
    end: number,
    step: number,
  ): { low: number; high: number; mean: number } {
    const folder = mkdtempSync(join(tmpdir(), 'spice-'));
    const out = join(folder, 'out.txt');
    writeFileSync(
      join(folder, 'a.cir'),
      `* circuit\n${lines}\n.options reltol=1e-5\n.control\ntran ${step} ${end} ${end - 10e-3} ${step} uic\nwrdata ${out} v(${node})\nquit\n.endc\n.end\n`,
    );
    spawnSync('ngspice', ['-b', join(folder, 'a.cir')], { encoding: 'utf8' });
    const values = readFileSync(out, 'utf8')
      .trim()
      .split('\n')
      .map((line) => line.trim().split(/\s+/).map(Number) as [number, number]);
    let area = 0;
    for (let i = 1; i < values.length; i++)
      area += ((values[i]![1] + values[i - 1]![1]) / 2) * (values[i]![0] - values[i - 1]![0]);
    const v = values.map(([, x]) => x);
    return { low: Math.min(...v), high: Math.max(...v), mean: area / (values.at(-1)![0] - values[0]![0]) };
  }
  const source = (duty: number, volts: number) => `V1 in 0 PULSE(0 ${volts} 0 1n 1n ${duty / PWM} ${1 / PWM})`;

  it.each([
    [10_000, 1e-6, 0.5],
    [4700, 2.2e-6, 0.3],
    [10_000, 10e-6, 0.5],
  ])('has the ripple of %f Ω and %f F at duty %f', (ohms, farad, duty) => {
    const start = 3.3 * duty;
    const { low, high } = simulate(
      `${source(duty, 3.3)}\nR1 in out ${ohms}\nC1 out 0 ${farad} IC=${start}`,
      'out',
      0.4,
      2e-6,
    );
    expect((high - low) / 3.3 / ripple(PWM, ohms, farad, duty)).toBeCloseTo(1, 1);
  });

  it('has the meter’s current and ripple as designed', () => {
    const d = driveMeter(3.3, 500, 650);
    const { low, high, mean } = simulate(
      `${source(0.5, 3.3)}\nR1 in out ${d.fitted}\nR2 out 0 650\nC1 out 0 ${d.filter.microfarad}e-6 IC=${(3.3 * 0.5 * 650) / (d.fitted + 650)}`,
      'out',
      0.4,
      2e-6,
    );
    expect((mean / 650) * 1e6).toBeCloseTo(0.5 * d.full * 500, -1);
    expect((high - low) / mean / d.filter.ripple).toBeCloseTo(1, 1);
  });

  it('has the pin low for as long as the pulse says, and high again while the switch stays in', () => {
    for (const pull of [10_000, 4700, 22_000]) {
      const p = pulse(3.3, pull);
      const circuit = `V1 top 0 3.3\nR1 top in ${pull}\nC1 in 0 ${p.microfarad}e-6 IC=0\nR2 in 0 ${p.ohms}`;
      // Its mean over 10 ms around the moment is the level that ends the press.
      expect(simulate(circuit, 'in', p.low + 5e-3, 1e-5).mean).toBeCloseTo(LOW, 1);
      expect(p.low).toBeGreaterThanOrEqual(0.2);
      expect(simulate(circuit, 'in', p.low * 25, 1e-4).mean).toBeCloseTo(p.rests, 1);
      // Surely high (2 V, TTL, from memory).
      expect(p.rests).toBeGreaterThan(2);
    }
  });

  it('has the divider’s volts', () => {
    const d = divider(12, 3.3);
    const { mean } = simulate(`V1 in 0 12\nR1 in out ${d.upper}\nR2 out 0 ${d.lower}`, 'out', 0.02, 1e-5);
    expect(mean).toBeCloseTo(d.volts, 4);
  });
});
