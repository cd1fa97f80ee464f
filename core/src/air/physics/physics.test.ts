import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import { plateLoss } from '../../cut';
import { levelAt, sumOfLevels } from '../fans/mover';
import { atSpeed } from '../network/curve';
import { airAt, airNeeded, pressureAt } from './air';
import { HOLE_LOSS, resistance } from './losses';
import { radiated, throughFace, uprightPlate, type WarmFace } from './walls';

psychrolib.SetUnitSystem(psychrolib.SI);

describe('air', () => {
  // PsychroLib, functions of the ASHRAE Handbook of Fundamentals 2017: an independent package from the registry.
  it.each([-20, 0, 10, 20, 30, 45])(
    'at %i °C weighs what a psychrometrics package says, at every altitude and humidity',
    (t) => {
      for (const altitude of [-400, 0, 500, 1600, 3000, 9000])
        for (const humidity of [0, 0.3, 0.6, 1]) {
          const pressure = psychrolib.GetStandardAtmPressure(altitude);
          expect(pressureAt(altitude) / pressure).toBeCloseTo(1, 4);
          const ratio = psychrolib.GetHumRatioFromRelHum(t, humidity, pressure);
          const density = psychrolib.GetMoistAirDensity(t, ratio, pressure);
          expect(airAt(t, altitude, humidity).density / density).toBeCloseTo(1, 3);
        }
    },
  );

  it('300 W at 10 K take 0.02477 m³/s = 89.2 m³/h = 52.5 CFM at 20 °C, sea level (P / ρ c_p ΔT)', () => {
    const q = airNeeded(300, 10, airAt(20, 0, 0));
    expect(q).toBeCloseTo(0.02477, 4);
    expect(q * 3600).toBeCloseTo(89.2, 0);
    expect((q * 3600) / 1.699).toBeCloseTo(52.5, 0);
    // CFM = 3.16 W / ΔT(°F), ASHRAE’s form, from memory.
    expect((q * 3600) / 1.699 / ((3.16 * 300) / 18)).toBeCloseTo(1, 1);
  });
});

describe('losses', () => {
  it.each([
    [0.3, 19.3],
    [0.5, 4.37],
    [0.7, 1.15],
  ])('of a plate of free share %f is %f (Idelchik, Handbook of Hydraulic Resistance, from memory)', (f, zeta) =>
    expect(plateLoss(f) / zeta).toBeCloseTo(1, 2),
  );

  it('a sharp-edged hole of 100 cm² lets 0.61 A √(2 Δp/ρ) through', () => {
    const r = resistance(HOLE_LOSS, 10_000, 1.2);
    expect(Math.sqrt(5 / r)).toBeCloseTo(0.61 * 0.01 * Math.sqrt((2 * 5) / 1.2), 9);
  });
});

describe('fans', () => {
  it('follow the laws: flow as speed, pressure as its square (ASHRAE Handbook)', () =>
    expect(
      atSpeed(
        [
          [0, 10],
          [0.02, 0],
        ],
        0.5,
      ),
    ).toEqual([
      [0, 2.5],
      [0.01, 0],
    ]));

  it('three of 25 dB make 29.8 dB, two equal ones 3 dB more (levels by energy)', () => {
    expect(sumOfLevels([25, 25, 25])).toBeCloseTo(29.8, 1);
    expect(sumOfLevels([20, 20]) - 20).toBeCloseTo(3.01, 2);
    expect(levelAt(30, 0.5)).toBeCloseTo(30 - 15.05, 2);
    expect(levelAt(30, 0)).toBe(-Infinity);
  });
});

describe('still air', () => {
  it('takes about 5 W/m²K from an upright plate of 0.3 m that is 20 K warmer, as worked examples of Churchill and Chu give (textbook, from memory)', () => {
    const h = uprightPlate(20, 0.3, 308);
    expect(h).toBeGreaterThan(4.2);
    expect(h).toBeLessThan(5.6);
    // Nearly all of 5–10 W/m²K together with radiation (common practice, no source).
    expect(h + radiated(20, 298, 0.9)).toBeLessThan(12);
  });

  it('a warm face loses more, a blocked one little', () => {
    const face: WarmFace = {
      area: 0.1,
      length: 0.2,
      lies: 'upright',
      blocked: false,
      thickness: 0.001,
      conductivity: 50,
      emissivity: 0.9,
    };
    expect(throughFace(face, 40, 20, false)).toBeGreaterThan(throughFace(face, 5, 20, false));
    expect(throughFace({ ...face, blocked: true }, 20, 20, false)).toBeLessThan(0.4 * throughFace(face, 20, 20, false));
    expect(throughFace({ ...face, thickness: 0.018, conductivity: 0.15 }, 20, 20, true)).toBeLessThan(
      throughFace(face, 20, 20, true),
    );
  });
});
