import type { Kit } from '../../kit/section';
import type { Shell } from '../../shell/section';
import { put, section, type ValidationIssue } from '../../form';
import {
  form,
  type Air,
  type AirMeasured,
  type FanSetting,
  type Loop,
  type ThermalSetting,
  type WaySetting,
} from './form';

export {
  FEED_NAMES,
  FILTER_KINDS,
  STATES,
  type Air,
  type AirMeasured,
  type FanSetting,
  type Loop,
  type State,
  type ThermalSetting,
  type WaySetting,
} from './form';

export interface AirSeen {
  shell: Shell;
  kit: Kit;
  air: Air;
}

type Plain = Pick<Air, 'altitude' | 'humidity' | 'state' | 'feet' | 'open'>;
type Patch<T> = { [K in keyof T]?: T[K] | null };

/** The ways to alter how air goes. */
export type AirChange =
  | { type: 'setAir'; air: Patch<Plain> }
  | { type: 'setFan'; part: string; fan: Patch<FanSetting> }
  | { type: 'setWay'; way: string; name: string; patch: Patch<WaySetting> }
  | { type: 'setThermal'; part: string; thermal: Patch<ThermalSetting> }
  | { type: 'setLoop'; loop: Loop | null }
  /** What a burn-in said of the model: of the air’s ways, and of parts. */
  | {
      type: 'correctAir';
      run: string;
      measured: AirMeasured | null;
      baselines: Record<string, NonNullable<ThermalSetting['baseline']> | null>;
    };

/** A record's entry with some keys altered; gone when nothing is left of it. */
function patched<T extends object>(record: Record<string, T>, id: string, patch: Patch<T>): void {
  const next = { ...record[id] } as T;
  for (const key of Object.keys(patch) as (keyof T)[]) {
    const value = patch[key];
    if (value === null || value === undefined || value === false) delete next[key];
    else next[key] = value as T[keyof T];
  }
  put(record, id, Object.keys(next).length === 0 ? null : next);
}

const named = ({ kit }: Pick<AirSeen, 'kit'>, part: string) => kit.parts[part]?.name ?? part;

export const airSection = section<'air', Air, AirSeen, AirChange>({
  key: 'air',
  form,
  empty: () => ({ fans: {}, ways: {}, thermal: {} }),
  rules,
  changes: {
    setAir: {
      alter: ({ air }, change) => {
        for (const key of Object.keys(change.air) as (keyof Plain)[]) put(air, key, change.air[key]);
      },
      words: (_document, { air }) => (air.state ? `air: ${air.state}` : `air: ${Object.keys(air).join(', ')}`),
    },
    correctAir: {
      alter: ({ air }, { measured, baselines }) => {
        put(air, 'measured', measured);
        for (const [part, baseline] of Object.entries(baselines)) patched(air.thermal, part, { baseline });
      },
      words: (_document, { run, measured, baselines }) =>
        measured || Object.values(baselines).some((b) => b)
          ? `the air’s model corrected by ${run}`
          : `the air’s model as before ${run}`,
    },
    setFan: {
      alter: ({ air }, { part, fan }) => patched(air.fans, part, fan),
      words: (document, { part, fan }) =>
        `${named(document, part)}: ${'turned' in fan ? (fan.turned ? 'turned round' : 'as its arrow says') : fan.feed ? `on ${fan.feed}` : Object.keys(fan).join(', ')}`,
    },
    setWay: {
      alter: ({ air }, { way, patch }) => patched(air.ways, way, patch),
      words: (_document, { name, patch }) =>
        `${name}: ${'shut' in patch ? (patch.shut ? 'shut' : 'open') : 'filter' in patch ? (patch.filter ? `${patch.filter.kind} filter` : 'no filter') : 'deflector'}`,
    },
    setThermal: {
      alter: ({ air }, { part, thermal }) => patched(air.thermal, part, thermal),
      words: (document, { part, thermal }) => `${named(document, part)}: ${Object.keys(thermal).join(', ')}`,
    },
    setLoop: {
      alter: ({ air }, { loop }) => put(air, 'loop', loop),
      words: (_document, { loop }) => (loop ? 'water loop' : 'no water loop'),
    },
  },
  entities: () => ({}),
  removeReferences: ({ air }, { kind, id: gone }) => {
    if (kind === 'part') {
      delete air.fans[gone];
      delete air.thermal[gone];
      for (const fan of Object.values(air.fans)) if (fan.ductTo === gone) delete fan.ductTo;
      for (const way of Object.values(air.ways)) if (way.ductTo === gone) delete way.ductTo;
      if (air.loop?.order.includes(gone)) air.loop.order = air.loop.order.filter((part) => part !== gone);
    }
    if (kind === 'body' && air.open?.includes(gone)) air.open = air.open.filter((body) => body !== gone);
    if (kind === 'part' || kind === 'cut' || kind === 'opening' || kind === 'body')
      for (const key of Object.keys(air.ways))
        if (key === gone || key.split('.')[0] === gone || key === `seam-${gone}`) delete air.ways[key];
  },
});

function rules({ shell, kit, air }: AirSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  const known = (part: string | undefined, path: string) => {
    if (part !== undefined && !(part in kit.parts))
      validationIssues.push({ path, message: `There is no part “${part}”.` });
  };
  for (const [part, { curve, ductTo }] of Object.entries(air.fans)) {
    known(part, `/air/fans/${part}`);
    known(ductTo, `/air/fans/${part}/ductTo`);
    if (!curve) continue;
    const wrong = validationIssueOfCurve(curve);
    if (wrong) validationIssues.push({ path: `/air/fans/${part}/curve`, message: wrong });
  }
  for (const [way, { ductTo }] of Object.entries(air.ways)) known(ductTo, `/air/ways/${way}/ductTo`);
  for (const part of Object.keys(air.thermal)) known(part, `/air/thermal/${part}`);
  for (const part of air.loop?.order ?? []) known(part, '/air/loop/order');
  for (const body of air.open ?? [])
    if (!(body in shell.bodies))
      validationIssues.push({ path: '/air/open', message: `The shell has no body “${body}”.` });
  return validationIssues;
}

/** What makes points no fan’s curve, in words; undefined when they are one. Flow m³/h, pressure Pa. */
export function validationIssueOfCurve(curve: readonly (readonly [number, number])[]): string | undefined {
  if (curve.length < 2) return 'A fan’s curve needs two points or more: the blocked one and the free one.';
  const odd = curve.find((p) => !p.every((v) => Number.isFinite(v) && v >= 0));
  if (odd) return `A point of the curve is ${odd.join(' m³/h, ')} Pa; flow and pressure are 0 or more.`;
  if (Math.max(...curve.map((p) => p[0])) <= 0) return 'The curve has no flow at all: one point has to be over 0 m³/h.';
  if (Math.max(...curve.map((p) => p[1])) <= 0)
    return 'The curve has no pressure at all: one point has to be over 0 Pa.';
  const flows = curve.map((p) => p[0]);
  if (new Set(flows).size !== flows.length) return 'Two points of the curve have the same flow.';
  return undefined;
}
