import { OVEN } from '../../document';
import type { Source } from '../../quantity';

export const NETWORK: Source = {
  kind: 'computed',
  title: 'flow network of zones, openings and fans, balanced with the heat in it',
};
export const BALANCE: Source = { kind: 'computed', title: 'Q = P / (ρ c_p ΔT)' };
export const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };
export const LEVELS: Source = { kind: 'computed', title: 'levels summed by energy; 50 log10(n₂/n₁) by speed' };

export const litresAnHour = (flow: number): number => flow * 3600;
export const m3h = (flow: number): string =>
  `${litresAnHour(flow) < 10 ? litresAnHour(flow).toFixed(1) : litresAnHour(flow).toFixed(0)} m³/h`;
export const kelvin = (by: number): string => (by > OVEN ? `over ${OVEN} K` : `${by.toFixed(by < 10 ? 1 : 0)} K`);
/** The load in words. */
export const under = (state: string): string =>
  state === 'full' ? 'at full load' : state === 'idle' ? 'at idle' : 'in typical use';
