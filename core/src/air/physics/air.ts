/** Air where the machine stands. */
export interface AirState {
  /** Pa. */
  pressure: number;
  /** kg/m³. */
  density: number;
  /** J/(kg K), of the moist air. */
  heatCapacity: number;
  /** °C. */
  temperature: number;
}

/** Gas constants of dry air and of water vapour, J/(kg K) (CODATA; molar masses 28.966 and 18.015 g/mol). */
const DRY = 287.042;
const VAPOUR = 461.52;

/**
 * Pressure at an altitude, Pa: p = 101325 (1 − 2.25577e-5 h)^5.25588 (ICAO standard atmosphere, ISO 2533).
 * @param altitude m, −500 … 11 000
 */
export const pressureAt = (altitude: number): number => 101_325 * (1 - 2.25577e-5 * altitude) ** 5.25588;

/**
 * Pressure of saturated vapour over water, or over ice below 0 °C, Pa (Magnus form; Alduchov and Eskridge 1996, from
 * memory).
 */
export const saturation = (t: number): number =>
  t >= 0 ? 610.94 * Math.exp((17.625 * t) / (t + 243.04)) : 611.21 * Math.exp((22.587 * t) / (t + 273.86));

/**
 * Density and heat capacity of moist air: ρ = (p − e) / (R_d T) + e / (R_v T), c_p by mass of dry air and vapour.
 * @param temperature °C
 * @param altitude m
 * @param humidity relative, 0…1
 */
export function airAt(temperature: number, altitude: number, humidity: number): AirState {
  const pressure = pressureAt(altitude);
  const kelvin = temperature + 273.15;
  // Where the air is thin vapour alone could be more than all of it.
  const vapour = Math.min(humidity * saturation(temperature), pressure / 2);
  const dry = (pressure - vapour) / (DRY * kelvin);
  const wet = vapour / (VAPOUR * kelvin);
  const density = dry + wet;
  return { pressure, density, heatCapacity: (1006 * dry + 1860 * wet) / density, temperature };
}

/**
 * Air that carries a heat away with a chosen rise: Q = P / (ρ c_p ΔT), m³/s: the heat that a flow carries, by its definition.
 * @param watts W
 * @param rise K
 */
export const airNeeded = (watts: number, rise: number, { density, heatCapacity }: AirState): number =>
  watts / (density * heatCapacity * rise);
