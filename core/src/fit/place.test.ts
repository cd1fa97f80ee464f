import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assemble, faceReaches } from '../assembly';
import { applyChange, readConversion, type Conversion } from '../document';
import { partFrom } from '../parts';
import { LIBRARY } from '../standards';
import { assessFit } from './assess';
import { placeFor } from './place';

const stool = readConversion(readFileSync(new URL('../../../demo/piano-stool.json', import.meta.url), 'utf8'));
/** The stool without its kit, all of it may be cut. */
const empty: Conversion = {
  ...stool,
  brief: { ...stool.brief, policy: 'open', blockedFaces: [], survivors: {} },
  kit: { ...stool.kit, parts: {} },
  layout: { ...stool.layout, placements: {}, wishes: {}, variants: {}, cables: {} },
};

describe('a place that is proposed', () => {
  it.each(LIBRARY.map((row) => row.key))('for %s has nothing that stops, and its faces reach their walls', (key) => {
    const row = LIBRARY.find((r) => r.key === key)!;
    const document = applyChange(empty, { type: 'addPart', id: 'part-1', part: partFrom(row) }).document;
    const { proposals, searched } = placeFor(document, assemble(document), 'part-1', { step: 4 });
    if (proposals.length === 0) expect(searched).toMatch(/seated on a wall and hanging$/);
    // Whatever is no larger than a hand has a place in an empty stool.
    if (row.kind === 'drive' || row.key === 'brick/dc-board') expect(proposals).not.toEqual([]);
    for (const { placement } of proposals) {
      const next = applyChange(document, { type: 'placePart', id: 'part-1', placement }).document;
      const assembly = assemble(next);
      const faces = faceReaches(assembly, assembly.parts[0]!).filter((r) => r.face.mustReachOutside);
      expect(faces.every((r) => r.reaches && r.onWall)).toBe(true);
      const stops = assessFit(next, assembly).findings.filter((f) => f.verdict === 'stop');
      expect(stops.map((f) => f.sentence)).toEqual([]);
    }
    expect(proposals.map((p) => p.cost)).toEqual(proposals.map((p) => p.cost).sort((a, b) => a - b));
  });
});
