import { SCHEMA_VERSION } from './conversion';

/* What older documents look like is only known here. */
/* eslint-disable @typescript-eslint/no-explicit-any */
type Old = Record<string, any>;

/** Steps from one schema version to the next: `UPGRADES[n]` takes version n to n + 1. */
const UPGRADES: Readonly<Record<number, (document: Old) => void>> = {
  1: toBodiesAndProfiles,
  2: toWishesAndVariants,
  3: toSpentIds,
  4: toOwnOpenings,
  5: toRunning,
  6: toPanelBuildAndProof,
  // 7 → 8: parts may ride on what opens and stand in rows, drawers have boards and rails; nothing older changes.
  // 8 → 9: own parts may be trays and frames made from a few sizes, on which others stand; nothing older changes.
  // 9 → 10: drawers know what is over and under them when they are out, frames carry mesh; nothing older changes.
  // 10 → 11: what is accepted knows how bad it was; of what was accepted before only the verdict counts.
};

/** Brings a document of an older version to the present one, in place. True when there was something to do. */
export function upgrade(document: Old): boolean {
  const from = document.schemaVersion as number;
  for (let version = from; version < SCHEMA_VERSION; version++) {
    UPGRADES[version]?.(document);
    document.schemaVersion = version + 1;
  }
  return from < SCHEMA_VERSION;
}

const exactly = (value: number) => ({ value, uncertainty: 0, tool: 'rule' });

/** 1 → 2: wedges become profiles, the lid one of the bodies; features know kind, sweep, fillet and copies. */
function toBodiesAndProfiles({ shell, kit }: Old): void {
  Object.assign(kit, { holeMaps: {}, photos: {} });
  const { hull } = shell;
  if (hull.form === 'wedge')
    shell.hull = {
      form: 'profile',
      axis: 'x',
      length: hull.width,
      corners: hull.profile.map(({ y, z, face, wall }: Old) => ({
        a: y,
        b: z,
        radius: exactly(0),
        face,
        wall,
        rise: exactly(0),
      })),
      ends: { low: hull.walls.left, high: hull.walls.right },
    };
  const { lid } = shell;
  shell.bodies = {};
  if (lid) {
    const closure = (
      {
        'screws outside': ['screw', 'outside'],
        'screws inside': ['screw', 'inside'],
        'snap tabs': ['snap tab', 'outside'],
        hinge: ['hinge', 'outside'],
        'lift off': ['lies on', 'outside'],
      } as Record<string, [string, string]>
    )[lid.closure as string]!;
    shell.bodies.lid = {
      name: lid.name,
      kind: 'lid',
      cut: { kind: 'plane', axis: 'z', at: lid.splitHeight, side: 'above' },
      motion: { kind: 'lift' },
      closures: [{ kind: closure[0], count: 1, where: '', releasedFrom: closure[1] }],
      material: shell.material,
      weighed: null,
    };
  }
  delete shell.lid;
  shell.hazards = {};
  for (const feature of Object.values(shell.features as Old) as Old[]) {
    if (feature.body === 'lid' && !lid) feature.body = 'base';
    Object.assign(feature, { kind: 'other', sweep: {}, fillet: 0, copies: null });
  }
}

/** 2 → 3: the layout knows wishes, kept variants and the user's own cables. */
function toWishesAndVariants({ layout }: Old): void {
  Object.assign(layout, { wishes: {}, variants: {}, cables: {} });
}

/** 3 → 4: ids that are gone are not given out again. */
function toSpentIds(document: Old): void {
  document.spent = {};
}

/** 4 → 5: openings by hand, what was really cut, which sheets were printed. */
function toOwnOpenings({ cut }: Old): void {
  Object.assign(cut, { openings: {}, adjusted: {}, printed: {}, mounts: {}, tools: {}, prints: {} });
}

/** 5 → 6: what the layout does when it is switched on. */
function toRunning(document: Old): void {
  document.air = { fans: {}, ways: {}, thermal: {} };
  document.power = { supplies: {}, sources: {}, adapters: {}, wires: {}, earth: {}, decorations: {}, pins: {} };
  document.links = { nodes: {}, usage: 'two', antennas: {}, screens: {}, tries: {} };
}

/** 6 → 7: controls that work again, the order of the work, and what was proven. */
function toPanelBuildAndProof(document: Old): void {
  document.build = {
    hours: [0, 0, 2, 0, 2, 4, 0],
    steps: {},
    own: {},
    done: {},
    finish: {},
    items: {},
    log: {},
    holds: {},
  };
  document.proof = { checks: {}, runs: {}, noises: {}, speeds: {}, scores: {}, leaks: {}, evidence: {} };
  document.panel = { controls: {}, headers: {}, wires: {}, matrices: {}, hunts: {} };
}
