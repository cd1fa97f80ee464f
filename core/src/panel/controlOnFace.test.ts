import { assemble } from '../assembly';
import { applyChange, defaultBox, newConversion } from '../document';
import { assessAll } from '../plan';
import { describe, expect, it } from 'vitest';
import { controlOnFace } from './controlOnFace';

const document = newConversion('Box', defaultBox());
document.brief.policy = 'open';
const behind = (plan: typeof document) =>
  assessAll(plan).findings.filter((f) => f.station === 'cut' && f.verdict === 'stop');
const at = { name: 'Start', kind: 'momentary', u: 60, v: 40, diameter: 16, depth: 30 } as const;

describe('a control on a face', () => {
  it.each(['front', 'rear', 'left', 'right', 'top'])('sits in its own hole: %s', (face) => {
    const frame = assemble(document).hull.frames.find((f) => f.face === face)!;
    const change = controlOnFace(document, frame, at);
    const made = applyChange(document, change).document;
    expect(behind(made)).toEqual([]);
    // A second one over the first is in its way, and so is the first where its hole was moved off it.
    const second = applyChange(made, controlOnFace(made, frame, { ...at, name: 'Reset', u: 66 })).document;
    expect(
      behind(second)
        .map((f) => f.sentence)
        .join(),
    ).toMatch(/Reset runs into Start/);
    const moved = structuredClone(made);
    moved.cut.openings[change.opening!.id]!.u += 6;
    expect(
      behind(moved)
        .map((f) => f.sentence)
        .join(),
    ).toMatch(/Start runs into Start/);
  });
});
