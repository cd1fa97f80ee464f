import { put, type ChangeKinds } from '../../form';
import type { Material } from '../../standards/materials';
import type { Body, CutAway, Fate, Feature, Hazard, HazardKind, Hull, Opening, Shell } from './form';

/** The ways to alter the shell. */
export type ShellChange =
  | { type: 'setHull'; hull: Hull }
  | { type: 'setMaterial'; material: Material }
  /** Grams on a scale; null: computed again. */
  | { type: 'setShellWeight'; grams: number | null }
  | { type: 'setBody'; id: string; body: Body | null }
  | { type: 'setHazard'; kind: HazardKind; hazard: Hazard }
  | { type: 'setFeature'; id: string; feature: Feature | null }
  | { type: 'setFate'; id: string; fate: Fate }
  /** What is cut out of a feature; the rest of it stays. An empty list: it is whole. */
  | { type: 'setCutAway'; id: string; blocks: CutAway[] }
  | { type: 'setOpening'; id: string; opening: Opening | null };

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  keep: 'must keep',
  out: 'out and back',
  cut: 'may cut',
  removed: 'removed',
};

export const changes: ChangeKinds<{ shell: Shell }, ShellChange> = {
  setHull: {
    alter: ({ shell }, { hull }) => put(shell, 'hull', hull),
    words: () => 'shape of the hull',
  },
  setMaterial: {
    alter: ({ shell }, { material }) => {
      shell.material = material;
    },
    words: (_document, { material }) => `material: ${material}`,
  },
  setShellWeight: {
    alter: ({ shell }, { grams }) => put(shell, 'weighed', grams),
    words: (_document, { grams }) =>
      grams === null ? 'weight of the shell: computed' : `weight of the shell: ${grams} g`,
  },
  setBody: {
    alter: ({ shell }, { id, body }) => put(shell.bodies, id, body),
    words: (_document, { id, body }) => (body ? `${body.kind}: ${body.name}` : `no ${id.replace(/-\d+$/, '')}`),
  },
  setHazard: {
    alter: ({ shell }, { kind, hazard }) => put(shell.hazards, kind, hazard),
    words: (_document, { kind, hazard }) => `${kind}: ${hazard.state}`,
  },
  setFeature: {
    alter: ({ shell }, { id, feature }) => put(shell.features, id, feature),
    words: ({ shell }, { id, feature }) =>
      feature ? `feature: ${feature.name}` : `delete ${shell.features[id]?.name ?? id}`,
  },
  setFate: {
    alter: ({ shell }, { id, fate }) => {
      const feature = shell.features[id];
      if (feature) feature.fate = fate;
    },
    words: ({ shell }, { id, fate }) => `${shell.features[id]?.name ?? id}: ${FATE_WORDS[fate]}`,
  },
  setCutAway: {
    alter: ({ shell }, { id, blocks }) => {
      const feature = shell.features[id];
      if (feature) put(feature, 'cutAway', blocks.length === 0 ? null : [...blocks]);
    },
    words: ({ shell }, { id, blocks }) => {
      const name = shell.features[id]?.name ?? id;
      return blocks.length === 0 ? `${name}: whole again` : `${name}: ${blocks.length} cut out of it`;
    },
  },
  setOpening: {
    alter: ({ shell }, { id, opening }) => put(shell.openings, id, opening),
    words: (_document, { opening }) => (opening ? `opening: ${opening.name}` : 'delete an opening'),
  },
};
