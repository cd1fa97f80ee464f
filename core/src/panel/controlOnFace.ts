import type { FaceFrame } from '../assembly';
import { feature, nextId, type Change, type ControlKind, type Conversion, type Feature } from '../document';
import { measured } from '../quantity';
import { featureBehind } from './featureBehind';

const LOOKS: Partial<Record<ControlKind, Feature['control']>> = {
  lamp: 'lamp',
  meter: 'meter',
  'rotary selector': 'knob',
  potentiometer: 'knob',
  encoder: 'knob',
  lever: 'lever',
  'key field': 'keys',
};

/** A new control: its hole (middle from the face’s left and lower edge, mm) and its depth behind the outside of the face. */
export interface NewControl {
  name: string;
  kind: ControlKind;
  u: number;
  v: number;
  diameter: number;
  depth: number;
}

/** A control on a face: its entry, the room it takes and its hole, in one change. */
export function controlOnFace(
  { panel, shell, cut, spent }: Conversion,
  frame: FaceFrame,
  { name, kind, ...at }: NewControl,
): Extract<Change, { type: 'addControl' }> {
  const { shape, x, y, z } = featureBehind(frame, at, (mm) => measured(mm, 'rule', 0.5));
  const room = feature(name, shape, [x, y, z], {
    kind: 'mechanism',
    control: LOOKS[kind] ?? 'switch',
    why: 'put in new',
  });
  return {
    type: 'addControl',
    id: nextId(panel.controls, 'control', spent),
    control: { name, kind, original: false, was: '', state: 'works', wish: 'nothing' },
    feature: { id: nextId(shell.features, 'control', spent), feature: room },
    opening: {
      id: nextId(cut.openings, 'cut', spent),
      opening: {
        name,
        use: 'other',
        face: frame.face,
        u: at.u,
        v: at.v,
        shape: { kind: 'round', diameter: at.diameter },
        pattern: { kind: 'open' },
        screws: [],
      },
    },
  };
}
