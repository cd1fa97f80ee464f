/** Discharge coefficient of a sharp-edged hole. 0.61: Idelchik, Handbook of Hydraulic Resistance, from memory. */
export const SHARP_HOLE = 0.61;

/** Loss of a sharp-edged hole in a large wall, on the speed in its own area. */
export const HOLE_LOSS = 1 / SHARP_HOLE ** 2;

/** Loss of a thin plate with a free share f across a whole duct, on the speed in the duct: see `plateLoss` of Cut. */
export { plateLoss } from '../../cut';

/**
 * Resistance of an area to a flow: Δp = R Q |Q|, R = ζ ρ / (2 A²).
 * @param zeta on the speed in `area`
 * @param area mm²
 * @param density kg/m³
 * @returns Pa/(m³/s)²; Infinity for no area
 */
export const resistance = (zeta: number, area: number, density: number): number =>
  area > 0 ? (zeta * density) / (2 * (area * 1e-6) ** 2) : Infinity;

/**
 * What of a filter is left free when it clogs: the drop of the clean one over the square of its free share.
 * @param clogged 0 … <1
 */
export const cloggedLoss = (clean: number, clogged: number): number => clean / (1 - clogged) ** 2;
