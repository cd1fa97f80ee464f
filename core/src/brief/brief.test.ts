import { describe, expect, it } from 'vitest';
import { applyChange, defaultBox, newConversion, type Change, type Conversion, type TargetKind } from '../document';

import { assessBrief, mayCut } from '.';

const make = (...changes: Change[]): Conversion =>
  changes.reduce((d, c) => applyChange(d, c).document, newConversion('Radio', defaultBox()));
const purpose: Change = { type: 'setBrief', brief: { purpose: 'music' } };
const target = (kind: TargetKind, limit: number): Change => ({
  type: 'setTarget',
  id: `${kind}-1`,
  target: { kind, limit },
});
const none = { faces: new Set<string>(), features: new Set<string>() };
const verdicts = (document: Conversion, figures = {}, touched = none) =>
  said(assessBrief(document, figures, touched)).map((f) => [f.id, f.verdict]);
const said = ({ findings, calm }: ReturnType<typeof assessBrief>) => (calm ? [...findings, calm] : findings);

it('the three schools: what each may cut', () => {
  const faces = ['front', 'rear', 'left', 'right', 'top', 'bottom', 'slope'];
  expect(faces.filter((f) => mayCut({ policy: 'conserve' }, f))).toEqual([]);
  expect(faces.filter((f) => mayCut({ policy: 'sleeper' }, f))).toEqual(['rear', 'bottom']);
  expect(faces.filter((f) => mayCut({ policy: 'open' }, f))).toEqual(faces);
  // A rear that stands in the room is seen; a top under a flap only with that open.
  const seen = { rear: 'always', top: 'open' } as const;
  expect(faces.filter((f) => mayCut({ policy: 'sleeper', seen }, f))).toEqual(
    faces.filter((f) => f === 'top' || f === 'bottom'),
  );
  expect(faces.filter((f) => mayCut({ policy: 'conserve', seen }, f))).toEqual([]);
});

describe('targets', () => {
  it('are met up to and at their limit, missed beyond it', () => {
    const document = make(purpose, target('mass', 8), target('drives', 2));
    expect(verdicts(document, { mass: 8, drives: 2 })).toEqual([['brief/targets', 'good']]);
    expect(verdicts(document, { mass: 8.1, drives: 2 })).toEqual([['brief/target/mass-1', 'warn']]);
    expect(verdicts(document, { mass: 8, drives: 1 })).toEqual([['brief/target/drives-1', 'warn']]);
  });

  it('that nothing computes are said to be unknown, not met', () => {
    const { calm } = assessBrief(make(purpose, target('noise', 26), target('mass', 8)), { mass: 3 }, none);
    expect(calm!.sentence).toMatch(/1 of 2 targets met, 1 not computed/);
  });
});

describe('survivors', () => {
  const document = make(
    purpose,
    { type: 'setSurvivor', id: 'front-1', survivor: { name: 'Front', about: { kind: 'face', id: 'front' } } },
    { type: 'setSurvivor', id: 'knob-1', survivor: { name: 'Knob', about: { kind: 'feature', id: 'knob-1' } } },
    { type: 'setSurvivor', id: 'sound-1', survivor: { name: 'Its click', about: { kind: 'words' } } },
  );
  it('that the plan cuts or takes out stop it', () => {
    expect(verdicts(document, {}, { faces: new Set(['front', 'rear']), features: new Set() })).toEqual([
      ['brief/survivor/front-1', 'stop'],
    ]);
    expect(verdicts(document, {}, { faces: new Set(), features: new Set(['knob-1']) })).toEqual([
      ['brief/survivor/knob-1', 'stop'],
    ]);
    expect(verdicts(document)).toEqual([]);
  });
});

it('an empty brief asks for one line', () => expect(verdicts(make())).toEqual([['brief/purpose', 'note']]));
