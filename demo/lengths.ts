import { feature, type Feature } from '@young-shell/core/document';
import { measured, type Measured } from '@young-shell/core/quantity';

/** Measured lengths of the demo shells, by tool. */
export const calipers = (value: number) => measured(value, 'calipers');
export const rule = (value: number) => measured(value, 'rule');
export const tape = (value: number) => measured(value, 'tape');
export const guess = (value: number, half = 5) => measured(value, 'guess', half);
export const exact = (value: number): Measured => measured(value, 'rule', 0);

type Three = [Measured, Measured, Measured];

/** A box-shaped feature: its low ends, its sizes, and what else is known. */
export const block = (name: string, place: Three, [width, depth, height]: Three, rest: Partial<Feature>): Feature =>
  feature(name, { kind: 'box', width, depth, height }, place, rest);
