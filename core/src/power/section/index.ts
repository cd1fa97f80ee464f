import type { Kit } from '../../kit/section';
import { put, section, type ValidationIssue } from '../../form';
import {
  form,
  type Adapter,
  type Decoration,
  type Mains,
  type PinFunction,
  type Power,
  type SourceSetting,
  type SupplySetting,
  type Trigger,
  type WireSetting,
} from './form';

export {
  PIN_FUNCTIONS,
  PLUG_NAMES,
  type Adapter,
  type Decoration,
  type Mains,
  type PinFunction,
  type Power,
  type SourceSetting,
  type SupplySetting,
  type Trigger,
  type WireSetting,
} from './form';

export interface PowerSeen {
  kit: Kit;
  power: Power;
}

type Patch<T> = { [K in keyof T]?: T[K] | null };

/** The ways to alter how the machine is fed. */
export type PowerChange =
  | { type: 'setPower'; power: Patch<Pick<Power, 'staggered' | 'bleed' | 'price' | 'hours' | 'standby'>> }
  | { type: 'setSupply'; part: string; supply: Patch<SupplySetting> }
  | { type: 'setSource'; part: string; source: SourceSetting | null }
  | { type: 'setAdapter'; id: string; adapter: Adapter | null }
  | { type: 'setWire'; link: string; wire: Patch<WireSetting> }
  | { type: 'setTrigger'; trigger: Trigger | null }
  | { type: 'setMains'; mains: Patch<Mains> }
  | { type: 'setEarth'; thing: string; name: string; ohms: number | null; note?: string }
  | { type: 'setDecoration'; id: string; decoration: Decoration | null }
  | { type: 'setPin'; pin: string; function: PinFunction | null; measured?: number };

function patched<T extends object>(now: T | undefined, patch: Patch<T>): T | null {
  const next = { ...now } as T;
  for (const key of Object.keys(patch) as (keyof T)[]) {
    const value = patch[key];
    if (value === null || value === undefined) delete next[key];
    else next[key] = value as T[keyof T];
  }
  return Object.keys(next).length === 0 ? null : next;
}

const named = ({ kit }: Pick<PowerSeen, 'kit'>, part: string) => kit.parts[part]?.name ?? part;

export const powerSection = section<'power', Power, PowerSeen, PowerChange>({
  key: 'power',
  form,
  empty: () => ({ supplies: {}, sources: {}, adapters: {}, wires: {}, earth: {}, decorations: {}, pins: {} }),
  rules,
  changes: {
    setPower: {
      alter: ({ power }, change) => {
        for (const key of Object.keys(change.power) as (keyof typeof change.power)[])
          put(power, key, change.power[key]);
      },
      words: (_document, { power }) => `power: ${Object.keys(power).join(', ')}`,
    },
    setSupply: {
      alter: ({ power }, { part, supply }) => put(power.supplies, part, patched(power.supplies[part], supply)),
      words: (document, { part, supply }) =>
        `${named(document, part)}: ${supply.rating ? `${supply.rating} W` : Object.keys(supply).join(', ')}`,
    },
    setSource: {
      alter: ({ power }, { part, source }) => put(power.sources, part, source),
      words: (document, { part, source }) =>
        source ? `${named(document, part)}: fed by ${source.kind}` : `${named(document, part)}: no source`,
    },
    setAdapter: {
      alter: ({ power }, { id, adapter }) => put(power.adapters, id, adapter),
      words: ({ power }, { id, adapter }) =>
        adapter
          ? `${id in power.adapters ? 'change' : 'add'} ${adapter.name}`
          : `delete ${power.adapters[id]?.name ?? id}`,
    },
    setWire: {
      alter: ({ power }, { link, wire }) => put(power.wires, link, patched(power.wires[link], wire)),
      words: (_document, { wire }) => (wire.gauge ? `wire of AWG ${wire.gauge}` : 'wire'),
    },
    setTrigger: {
      alter: ({ power }, { trigger }) => put(power, 'trigger', trigger),
      words: (_document, { trigger }) => (trigger ? 'second supply switched by the first' : 'no second supply'),
    },
    setMains: {
      alter: ({ power }, { mains }) => put(power, 'mains', patched(power.mains, mains)),
      words: (_document, { mains }) => `mains: ${Object.keys(mains).join(', ')}`,
    },
    setEarth: {
      alter: ({ power }, { thing, ohms, note }) =>
        put(
          power.earth,
          thing,
          ohms === null && !note ? null : { ...(ohms === null ? {} : { ohms }), note: note ?? '' },
        ),
      words: (_document, { name, ohms }) =>
        ohms === null ? `${name}: earth not measured` : `${name}: ${ohms} Ω to earth`,
    },
    setDecoration: {
      alter: ({ power }, { id, decoration }) => put(power.decorations, id, decoration),
      words: ({ power }, { id, decoration }) =>
        decoration ? decoration.name : `delete ${power.decorations[id]?.name ?? id}`,
    },
    setPin: {
      alter: ({ power }, { pin, function: is, measured }) =>
        put(power.pins, pin, is === null ? null : { function: is, ...(measured === undefined ? {} : { measured }) }),
      words: (_document, { pin, function: is }) => (is === null ? `pin ${pin}: no more` : `pin ${pin}: ${is}`),
    },
  },
  entities: ({ adapters, decorations }) => ({ adapter: adapters, decoration: decorations }),
  removeReferences: ({ power }, { kind, id: gone }) => {
    if (kind === 'part') {
      delete power.supplies[gone];
      delete power.sources[gone];
      for (const adapter of Object.values(power.adapters)) delete adapter.feeds[gone];
      for (const link of Object.keys(power.wires)) if (link.split(/[>:]/).includes(gone)) delete power.wires[link];
    }
    if (kind === 'adapter')
      for (const adapter of Object.values(power.adapters)) if (adapter.on === gone) delete adapter.on;
    for (const thing of Object.keys(power.earth)) if (thing === `${kind}/${gone}`) delete power.earth[thing];
  },
});

function rules({ kit, power }: PowerSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  const known = (part: string, path: string) => {
    if (!(part in kit.parts)) validationIssues.push({ path, message: `There is no part “${part}”.` });
  };
  for (const part of Object.keys(power.supplies)) known(part, `/power/supplies/${part}`);
  for (const [part, { takes }] of Object.entries(power.sources)) {
    known(part, `/power/sources/${part}`);
    if (takes.to < takes.from)
      validationIssues.push({
        path: `/power/sources/${part}/takes`,
        message: `It takes from ${takes.from} to ${takes.to} V: the second is to be the higher one.`,
      });
  }
  const fed = new Map<string, string>();
  for (const [id, { feeds, on }] of Object.entries(power.adapters)) {
    const path = `/power/adapters/${id}`;
    if (on !== undefined && !(on in power.adapters))
      validationIssues.push({ path: `${path}/on`, message: `There is no adapter “${on}”.` });
    for (const part of Object.keys(feeds)) {
      known(part, `${path}/feeds`);
      const other = fed.get(part);
      if (other !== undefined && other !== id)
        validationIssues.push({
          path: `${path}/feeds`,
          message: `“${part}” is fed by “${other}” already: a part hangs on one plug.`,
        });
      fed.set(part, id);
    }
    // An adapter into itself, or a ring of them.
    const seen = new Set([id]);
    for (let up = on; up !== undefined; up = power.adapters[up]?.on) {
      if (seen.has(up)) {
        validationIssues.push({
          path: `${path}/on`,
          message: `The adapter “${id}” hangs on itself${up === id ? '' : ` by way of “${up}”`}: a chain ends at the supply.`,
        });
        break;
      }
      seen.add(up);
    }
  }
  return validationIssues;
}
