import { id, list, number, object, oneOf, put, section, type Of } from '../../form';

const ruler = number(80, 120);

const form = object({
  /** Added on each side of an opening, mm. */
  allowance: number(0, 5),
  paper: oneOf(['a4', 'letter']),
  /** What the two 100 mm rulers measured on the last print, mm. */
  ruler: object({ horizontal: ruler, vertical: ruler }),
  /** Faces marked from inside are printed mirrored. */
  mirrored: list(id, 0, 20),
});

export type CutSettings = Of<typeof form>;

/** The ways to alter how cuts are made. */
export type CutChange = { type: 'setCut'; cut: Partial<CutSettings> };

export const cutSection = section<'cut', CutSettings, { cut: CutSettings }, CutChange>({
  key: 'cut',
  form,
  empty: () => ({ allowance: 0.4, paper: 'a4', ruler: { horizontal: 100, vertical: 100 }, mirrored: [] }),
  rules: () => [],
  changes: {
    setCut: {
      alter: ({ cut }, change) => {
        for (const key of Object.keys(change.cut) as (keyof CutSettings)[]) put(cut, key, change.cut[key]);
      },
      words: (_document, { cut }) => `sheets: ${Object.keys(cut).join(', ')}`,
    },
  },
  things: () => ({}),
  forget: ({ cut }, { kind, id: face }) => {
    if (kind === 'face' && cut.mirrored.includes(face)) cut.mirrored = cut.mirrored.filter((f) => f !== face);
  },
});
