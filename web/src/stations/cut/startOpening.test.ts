import { readFileSync } from 'node:fs';
import { assemble } from '@young-shell/core/assembly';
import { assessCut, openingsOf } from '@young-shell/core/cut';
import { applyChange, validationIssuesOf, facesOf, readConversion, type OwnOpening } from '@young-shell/core/document';
import { describe, expect, it } from 'vitest';
import { faceOutlines } from './faceOutlines';
import { followed, started, STARTS } from './startOpening';

const deck = readConversion(readFileSync(new URL('../../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const put = (opening: OwnOpening) => applyChange(deck, { type: 'setCutOpening', id: 'cut-1', opening }).document;
const middle = (opening: OwnOpening) =>
  openingsOf(put(opening), assemble(put(opening))).find((o) => o.id === 'cut-1')!.centre;

describe('an opening that is added', () => {
  it.each(STARTS.flatMap((g) => g.starts).map((s) => [s.label, s] as const))(
    '%s is in order in every face',
    (_, start) => {
      for (const face of facesOf(deck.shell.hull)) {
        const opening = started(deck, 'cut-1', start, face);
        expect(opening.face).toBe(face);
        expect(validationIssuesOf(put(opening))).toEqual([]);
      }
    },
  );

  it('a small one is put where nothing is in its way', () => {
    const small = STARTS.flatMap((g) => g.starts).find((s) => s.key === 'button/16')!;
    for (const face of ['rear', 'left', 'right', 'top', 'front']) {
      const document = put(started(deck, 'cut-1', small, face));
      const own = assessCut(document, assemble(document)).findings.filter(
        (f) => /cut\/(web|behind)/.test(f.id) && f.about.some((a) => a.id === 'cut-1'),
      );
      expect(own).toEqual([]);
    }
  });

  it('goes with a part and comes loose again without moving', () => {
    const start = STARTS[0]!.starts[0]!;
    const loose = started(deck, 'cut-1', start, 'rear');
    const tied = followed(deck, loose, 'supply-1');
    expect(tied.follows).toBe('supply-1');
    expect(middle(tied)).toEqual(middle(loose).map((v) => expect.closeTo(v, 1)));
    const again = followed(put(tied), tied, '');
    expect(again.follows).toBeUndefined();
    expect(middle(again)).toEqual(middle(loose).map((v) => expect.closeTo(v, 1)));
  });
});

it('holes of a vent are drawn on the shell, and the chosen one is told apart', () => {
  const grille = started(deck, 'cut-1', STARTS[0]!.starts[0]!, 'rear');
  const document = put(grille);
  const assembly = assemble(document);
  const { openings, air } = assessCut(document, assembly).report;
  const drawn = faceOutlines(document, assembly.hull, openings, { kind: 'cut', id: 'cut-1' });
  expect(drawn.filter((o) => o.id.startsWith('cut-1/'))).toHaveLength(air['cut-1']!.holes);
  expect(drawn.filter((o) => o.kind === 'chosen')).toHaveLength(air['cut-1']!.holes + 1);
});
