/** Properties of air at about 30 °C: kinematic viscosity m²/s, conductivity W/(m K), Prandtl number (handbook tables, from memory). */
const NU = 1.6e-5;
const K = 0.0264;
const PR = 0.71;
const SIGMA = 5.670374e-8;
const G = 9.80665;

/**
 * Mean heat transfer at an upright plate in still air, W/(m² K): Churchill and Chu 1975, all Rayleigh numbers.
 * @param rise of the plate over the air, K
 * @param height m
 * @param kelvin of the film
 */
export function uprightPlate(rise: number, height: number, kelvin: number): number {
  const ra = rayleigh(rise, height, kelvin);
  const nu = (0.825 + (0.387 * ra ** (1 / 6)) / (1 + (0.492 / PR) ** (9 / 16)) ** (8 / 27)) ** 2;
  return (nu * K) / height;
}

/** The same at a level plate that is warm on top, or underneath (McAdams; length: area by perimeter). From memory. */
export function levelPlate(rise: number, length: number, kelvin: number, up: boolean): number {
  const ra = rayleigh(rise, length, kelvin);
  const nu = up ? (ra < 1e7 ? 0.54 * ra ** 0.25 : 0.15 * ra ** (1 / 3)) : 0.27 * ra ** 0.25;
  return (Math.max(nu, 1) * K) / length;
}

const rayleigh = (rise: number, length: number, kelvin: number) =>
  (G * Math.max(rise, 0.01) * length ** 3 * PR) / (kelvin * NU ** 2);

/** Heat that a warm face radiates into a room, W/(m² K): ε σ (T⁴ − T₀⁴) / (T − T₀). Stefan–Boltzmann. */
export function radiated(rise: number, kelvin: number, emissivity: number): number {
  const warm = kelvin + rise;
  return emissivity * SIGMA * (warm ** 2 + kelvin ** 2) * (warm + kelvin);
}

/** A face of the shell as heat goes through it. */
export interface WarmFace {
  /** m². */
  area: number;
  /** m: height of an upright one, area by perimeter of a level one. */
  length: number;
  lies: 'upright' | 'top' | 'bottom';
  /** It stands against something: only what goes through that. */
  blocked: boolean;
  /** m and W/(m K). */
  thickness: number;
  conductivity: number;
  emissivity: number;
}

/** Heat transfer from the air inside to a wall, W/(m² K): moved by fans, or by itself. Common practice, no source. */
export const INSIDE = { still: 5, moved: 10 };
/** Past a face that stands against something. Common practice, no source. */
const BLOCKED = 1;

/**
 * Heat from the inside air to the room through one face, W/K: inside film, wall, outside film by convection and radiation
 * in series. The outside depends on its own rise: a few rounds settle it.
 * @param rise inside air over the room, K
 * @param ambient °C
 */
export function throughFace(face: WarmFace, rise: number, ambient: number, moved: boolean): number {
  const kelvin = ambient + 273.15;
  const inside = 1 / (moved ? INSIDE.moved : INSIDE.still) + face.thickness / face.conductivity;
  let surface = rise / 2;
  let u = 1;
  for (let round = 0; round < 4; round++) {
    const out = face.blocked
      ? BLOCKED
      : (face.lies === 'upright'
          ? uprightPlate(surface, face.length, kelvin)
          : levelPlate(surface, face.length, kelvin, face.lies === 'top')) + radiated(surface, kelvin, face.emissivity);
    u = 1 / (inside + 1 / out);
    surface = Math.max(0.05, (rise * u) / out);
  }
  return u * face.area;
}
