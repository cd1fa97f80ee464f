import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import {
  applyChange,
  validationIssuesOf,
  newConversion,
  readConversion,
  STARTING_FORMS,
  valueAt,
  type Conversion,
} from '../document';
import type { Measured } from '../quantity';
import { jawsFor, roomReport, ROOM_QUESTION, shellMeasures, surveyOf } from '../shell';
import { assessAll, watchesOf } from '.';
import { runs } from '../../../testing/runs';

const demo = (name: string) =>
  readConversion(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8'));
const starts: Conversion[] = [
  ...Object.values(STARTING_FORMS).map((make) => newConversion('x', make())),
  demo('typewriter'),
  demo('piano-stool'),
];

it('whatever is typed into a shell, a document that is accepted can be assessed, surveyed and mapped', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...starts),
      fc.array(
        fc.tuple(
          fc.nat(),
          fc.oneof(fc.constantFrom(0, 1e-3, 1, 5000, -20), fc.double({ min: 0, max: 500, noNaN: true })),
        ),
        {
          minLength: 1,
          maxLength: 4,
        },
      ),
      (start, edits) => {
        let document = start;
        for (const [pick, value] of edits) {
          const measures = shellMeasures(document);
          const { path } = measures[pick % measures.length]!;
          const measured = { ...(valueAt(document, path) as Measured), value };
          const next = applyChange(document, { type: 'setMeasured', path, measured, what: 'x' }).document;
          if (validationIssuesOf(next).length === 0) document = next;
        }
        for (const { sentence } of assessAll(document).findings) expect(sentence).not.toMatch(/NaN|undefined|Infinity/);
        surveyOf(document, watchesOf(document));
        for (const { path } of shellMeasures(document))
          for (const end of Object.values(jawsFor(document, path) ?? {}))
            expect((end as number[]).every(Number.isFinite)).toBe(true);
        const { map, blocks } = roomReport(document, ROOM_QUESTION, 1);
        expect(map.longest).toBeGreaterThanOrEqual(0);
        for (const block of blocks) expect(block.quality).toBeGreaterThan(0);
      },
    ),
    { numRuns: runs(80, 30), seed: 12 },
  ));
