import type { CutSettings, OwnOpening } from '../../cut/section';
import { put, section, type ValidationIssue } from '../../form';
import type { Kit } from '../../kit/section';
import { faceWord, type Feature, type Shell } from '../../shell/section';
import {
  form,
  type HarnessWire,
  type KeyMatrix,
  type KeyReading,
  type MatrixKey,
  type Panel,
  type PanelControl,
  type PanelHeader,
  type PinHunt,
  type StartWay,
} from './form';

export {
  CONTROL_KINDS,
  CONTROL_WISHES,
  LAMP_TYPES,
  START_WAYS,
  type ControlKind,
  type ControlWish,
  type HarnessWire,
  type KeyMatrix,
  type KeyReading,
  type LampType,
  type MatrixKey,
  type Panel,
  type PanelControl,
  type PanelHeader,
  type PanelHeaderPin,
  type PinHunt,
  type Rod,
  type StartWay,
} from './form';

export interface PanelSeen {
  shell: Shell;
  kit: Kit;
  cut: CutSettings;
  panel: Panel;
}

/** The ways to alter what controls do. */
export type PanelChange =
  | { type: 'setControl'; id: string; control: PanelControl | null }
  /** A new one on a face: its room inside, its hole, and what it shall do. */
  | {
      type: 'addControl';
      id: string;
      control: PanelControl;
      feature: { id: string; feature: Feature };
      opening: { id: string; opening: OwnOpening };
    }
  /** How a board starts where no control starts it; null: it is not said. */
  | { type: 'setStart'; id: string; start: StartWay | null }
  | { type: 'setHeader'; id: string; header: PanelHeader | null }
  | { type: 'setHarnessWire'; wire: string; made: HarnessWire | null }
  | { type: 'setMatrix'; id: string; matrix: KeyMatrix | null }
  | { type: 'setKey'; matrix: string; id: string; key: MatrixKey | null }
  | { type: 'addReading'; matrix: string; key: string; id: string; reading: KeyReading | null }
  | { type: 'setHunt'; id: string; hunt: PinHunt | null }
  | { type: 'addPinTest'; hunt: string; id: string; test: PinHunt['tests'][string] | null };

const START_WORDS: Readonly<Record<StartWay, string>> = {
  mains: 'the mains',
  'own button': 'its own button',
  wake: 'network or keyboard',
};

export const panelSection = section<'panel', Panel, PanelSeen, PanelChange>({
  key: 'panel',
  form,
  empty: () => ({ controls: {}, headers: {}, wires: {}, matrices: {}, hunts: {} }),
  rules,
  changes: {
    setControl: {
      alter: ({ panel }, { id, control }) => put(panel.controls, id, control),
      words: ({ panel }, { id, control }) =>
        control
          ? `${id in panel.controls ? 'change' : 'add'} ${control.name}`
          : `delete ${panel.controls[id]?.name ?? id}`,
    },
    addControl: {
      alter: ({ panel, shell, cut }, { id, control, feature, opening }) => {
        put(shell.features, feature.id, feature.feature);
        put(cut.openings, opening.id, opening.opening);
        put(panel.controls, id, { ...control, feature: feature.id, opening: opening.id });
      },
      words: (_document, { control, opening }) => `${control.name} onto the ${faceWord(opening.opening.face)}`,
    },
    setStart: {
      alter: ({ panel }, { id, start }) => {
        const { [id]: _, ...rest } = panel.starts ?? {};
        const starts = start === null ? rest : { ...rest, [id]: start };
        if (Object.keys(starts).length > 0) panel.starts = starts;
        else delete panel.starts;
      },
      words: ({ kit }, { id, start }) => {
        const name = kit.parts[id]?.name ?? id;
        return start === null ? `how ${name} starts: not said` : `${name} starts by ${START_WORDS[start]}`;
      },
    },
    setHeader: {
      alter: ({ panel }, { id, header }) => put(panel.headers, id, header),
      words: ({ panel }, { id, header }) =>
        header ? `header: ${header.name}` : `delete ${panel.headers[id]?.name ?? id}`,
    },
    setHarnessWire: {
      alter: ({ panel }, { wire, made }) => put(panel.wires, wire, made),
      words: (_document, { made }) =>
        made?.tested ? 'wire tested' : made?.colour ? `wire in ${made.colour}` : 'wire of the harness',
    },
    setMatrix: {
      alter: ({ panel }, { id, matrix }) => put(panel.matrices, id, matrix),
      words: ({ panel }, { id, matrix }) =>
        matrix ? `keys: ${matrix.name}` : `delete ${panel.matrices[id]?.name ?? id}`,
    },
    setKey: {
      alter: ({ panel }, { matrix, id, key }) => {
        const of = panel.matrices[matrix];
        if (of) put(of.keys, id, key);
      },
      words: ({ panel }, { matrix, id, key }) =>
        key ? `key ${key.legend || id}` : `delete key ${panel.matrices[matrix]?.keys[id]?.legend ?? id}`,
    },
    addReading: {
      alter: ({ panel }, { matrix, key, id, reading }) => {
        const of = panel.matrices[matrix]?.keys[key];
        if (of) put(of.readings, id, reading);
      },
      words: ({ panel }, { matrix, key, reading }) =>
        `${reading ? 'read' : 'forget a reading of'} key ${panel.matrices[matrix]?.keys[key]?.legend ?? key}`,
    },
    setHunt: {
      alter: ({ panel }, { id, hunt }) => put(panel.hunts, id, hunt),
      words: ({ panel }, { id, hunt }) =>
        hunt ? `pins of ${hunt.name}` : `delete pins of ${panel.hunts[id]?.name ?? id}`,
    },
    addPinTest: {
      alter: ({ panel }, { hunt, id, test }) => {
        const of = panel.hunts[hunt];
        if (of) put(of.tests, id, test);
      },
      words: (_document, { test }) => (test ? `measured: ${test.test} ${test.saw}` : 'a measurement forgotten'),
    },
  },
  entities: ({ controls, headers, matrices, hunts }) => ({
    control: controls,
    header: headers,
    matrix: matrices,
    hunt: hunts,
  }),
  removeReferences: ({ panel }, { kind, id: gone }) => {
    for (const control of Object.values(panel.controls)) {
      if (kind === 'feature' && control.feature === gone) delete control.feature;
      if (kind === 'cut' && control.opening === gone) delete control.opening;
      if (kind === 'header' && control.pins)
        for (const [terminal, pin] of Object.entries(control.pins))
          if (pin.startsWith(`${gone}/`)) delete control.pins[terminal];
    }
    if (kind === 'part' && panel.starts && gone in panel.starts) {
      const { [gone]: _, ...rest } = panel.starts;
      if (Object.keys(rest).length > 0) panel.starts = rest;
      else delete panel.starts;
    }
    if (kind === 'part')
      for (const header of Object.values(panel.headers)) if (header.part === gone) delete header.part;
    if (kind === 'control') {
      for (const matrix of Object.values(panel.matrices)) if (matrix.control === gone) delete matrix.control;
      for (const wire of Object.keys(panel.wires)) if (wire.startsWith(`${gone}.`)) delete panel.wires[wire];
    }
  },
});

function rules({ shell, kit, cut, panel }: PanelSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  const say = (path: string, message: string) => validationIssues.push({ path, message });
  for (const [id, { feature, opening, pins, name }] of Object.entries(panel.controls)) {
    const path = `/panel/controls/${id}`;
    if (feature !== undefined && !(feature in shell.features))
      say(`${path}/feature`, `There is nothing “${feature}” in the shell.`);
    if (opening !== undefined && !(opening in cut.openings))
      say(`${path}/opening`, `There is no opening “${opening}”.`);
    for (const [terminal, pin] of Object.entries(pins ?? {}))
      if (!(pin.split('/')[0]! in panel.headers))
        say(`${path}/pins/${terminal}`, `There is no header “${pin.split('/')[0]!}” for ${terminal} of ${name}.`);
  }
  for (const [id, { part }] of Object.entries(panel.headers))
    if (part !== undefined && !(part in kit.parts)) say(`/panel/headers/${id}/part`, `There is no part “${part}”.`);
  for (const id of Object.keys(panel.starts ?? {}))
    if (!(id in kit.parts)) say(`/panel/starts/${id}`, `There is no part “${id}”.`);
  for (const wire of Object.keys(panel.wires))
    if (!(wire.split('.')[0]! in panel.controls))
      say(`/panel/wires/${wire}`, `There is no control “${wire.split('.')[0]!}” for this wire.`);
  for (const [id, { control, pins, keys }] of Object.entries(panel.matrices)) {
    const path = `/panel/matrices/${id}`;
    if (control !== undefined && !(control in panel.controls))
      say(`${path}/control`, `There is no control “${control}”.`);
    for (const [key, { readings }] of Object.entries(keys))
      for (const [at, { pairs }] of Object.entries(readings))
        for (const [a, b] of pairs)
          if (a === b || a > pins || b > pins)
            say(
              `${path}/keys/${key}/readings/${at}`,
              a === b
                ? `Pin ${a} closes with itself: a key closes two different pins.`
                : `Pins ${a} and ${b}: this plug has ${pins}.`,
            );
  }
  return validationIssues;
}
