import { expect, it } from 'vitest';
import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion, type Change } from '../document';
import { partFrom } from '../parts';
import { assessAll } from '../plan';
import { measured } from '../quantity';
import { standardPart } from '../standards';
import { canKill, collect, type Finding, type Verdict } from '.';

const finding = (id: string, verdict: Verdict): Finding => ({
  id,
  station: id.split('/')[0]!,
  verdict,
  sentence: '',
  brief: '',
  figures: [],
  about: [],
});

it('mains, high voltage, charge and what burns are not lived with by a click; what only spoils the plan is', () => {
  const deadly: [string, Verdict][] = [
    ['power/fuse', 'stop'],
    ['power/poles', 'warn'],
    ['power/separate', 'warn'],
    ['power/strain', 'warn'],
    ['power/earth/part-supply-1', 'stop'],
    ['power/decoration/tubes-1', 'stop'],
    ['power/discharge', 'warn'],
    ['power/wire/supply-1>board-1:main-power', 'stop'],
    ['power/plug/supply-1>card-1:card-power', 'stop'],
    ['power/chain/card-1', 'stop'],
    ['panel/mains/control-1', 'warn'],
    ['shell/hazard/mercury', 'stop'],
    ['proof/early', 'stop'],
    ['proof/bad/earth', 'stop'],
  ];
  for (const [id, verdict] of deadly) {
    const accepted = { [id]: { reason: 'as ever', verdict: verdict as 'stop' | 'warn' } };
    expect(collect([finding(id, verdict)], accepted)[0]).toMatchObject({ unanswered: 'as ever' });
    expect(collect([finding(id, verdict)], accepted)[0]!.accepted).toBeUndefined();
    const by = { [id]: { ...accepted[id]!, by: 'A. Fitter' } };
    expect(collect([finding(id, verdict)], by)[0]).toMatchObject({ accepted: 'as ever', answers: 'A. Fitter' });
  }
  const harmless: [string, Verdict][] = [
    ['power/wire/supply-1>board-1:main-power', 'warn'],
    ['power/fuse', 'note'],
    ['shell/hazard/rust', 'warn'],
    ['power/earth', 'note'],
    ['power/none', 'warn'],
    ['fit/card-1|rear', 'stop'],
    ['panel/start/board-1', 'stop'],
    ['power/earthy', 'stop'],
    ['shell/hazards/open', 'stop'],
  ];
  for (const [id, verdict] of harmless) {
    expect([id, verdict, canKill({ id, verdict })]).toEqual([id, verdict, false]);
    const accepted = { [id]: { reason: 'as ever', verdict: verdict as 'stop' | 'warn' | 'note' } };
    expect(collect([finding(id, verdict)], accepted)[0]).toMatchObject({ accepted: 'as ever' });
  }
});

it('of a plan: a fuse that protects nothing stays a stop, whatever was clicked, until somebody answers for it', () => {
  const hull = defaultBox();
  Object.assign(hull, { width: measured(400), depth: measured(300), height: measured(200) });
  const changes: Change[] = [
    { type: 'addPart', id: 'supply-1', part: partFrom(standardPart('supply/sfx')!, 'Supply') },
    { type: 'setMains', mains: { volts: '230', fuse: 16, slow: true, poles: 2, inlet: 10 } },
  ];
  const plan = changes.reduce((d, c) => applyChange(d, c).document, newConversion('Box', hull));
  const fuse = (by?: string) => {
    const next = applyChange(plan, {
      type: 'accept',
      finding: 'power/fuse',
      accepted: { reason: 'had it at hand', verdict: 'stop', ...(by === undefined ? {} : { by }) },
    }).document;
    expect(assemble(next).parts).toEqual([]);
    const { findings, strip } = assessAll(next);
    return { ...findings.find((f) => f.id === 'power/fuse')!, cell: strip.find((s) => s.station === 'power')!.verdict };
  };
  expect(fuse()).toMatchObject({ verdict: 'stop', unanswered: 'had it at hand', cell: 'stop' });
  expect(fuse('A. Fitter')).toMatchObject({ accepted: 'had it at hand', answers: 'A. Fitter' });
  expect(fuse('A. Fitter').cell).not.toBe('stop');
});
