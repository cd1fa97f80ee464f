import { hullModel } from '../assembly';
import type { Control, Conversion } from '../document';
import { Sheet, type Mark } from '../parts';
import { exactly } from '../quantity';
import { axisOf, type Direction, type Shape } from '../solid';

/** Steps of key caps across and along, mm (common practice, no source). */
const KEY = 19;

/** What an original control is recognised by, drawn on the side a hand gets to, in the shell's axes. Pure. */
export function looksOfControl(document: Conversion, id: string, shape: Shape): Mark[] {
  const feature = document.shell.features[id];
  if (!feature?.control) return [];
  const outer = feature.control === 'keys' ? 'top' : outerSide(document, shape);
  const ends = { low: shape.low.map(exactly), high: shape.high.map(exactly) } as ConstructorParameters<typeof Sheet>[0];
  const sheet = new Sheet(ends, outer);
  DRAWN[feature.control](sheet);
  return sheet.marks;
}

/** Controls look to their user: to the front, unless another wall is nearer by more than this, mm. */
const TO_FRONT = 60;

/** The side a control is seen from: a turned one on its end, another one at the wall it is nearest to. */
function outerSide({ shell }: Conversion, shape: Shape): Direction {
  const { innerLow, innerHigh } = hullModel(shell);
  const sides = [
    { side: 'front', gap: shape.low[1] - innerLow[1] - TO_FRONT },
    { side: 'top', gap: innerHigh[2] - shape.high[2] },
    { side: 'left', gap: shape.low[0] - innerLow[0] },
    { side: 'right', gap: innerHigh[0] - shape.high[0] },
  ] as const;
  const seen = sides.filter(({ side }) => shape.kind !== 'cylinder' || axisOf(side) === shape.axis);
  return seen.reduce((a, b) => (b.gap < a.gap ? b : a)).side;
}

const DRAWN: Readonly<Record<Control, (sheet: Sheet) => void>> = {
  knob: (s) => {
    const [u, v, r] = round(s);
    s.ring(u, v, r, 'dark')
      .ring(u, v, r * 0.8, 'metal')
      .line([u, v + r * 0.25], [u, v + r * 0.78]);
  },
  keys: (s) => {
    const across = Math.max(1, Math.round(s.width / KEY));
    const along = Math.max(1, Math.round(s.height / KEY));
    const [w, h] = [s.width / across, s.height / along];
    for (let i = 0; i < across; i++)
      for (let j = 0; j < along; j++) s.rect(i * w + w * 0.12, j * h + h * 0.12, w * 0.76, h * 0.76, 'pale');
  },
  meter: (s) => {
    const [w, h] = [s.width, s.height];
    s.rect(w * 0.08, h * 0.08, w * 0.84, h * 0.84, 'pale');
    const [u, v, r] = [w / 2, h * 0.16, Math.min(w * 0.42, h * 0.66)];
    const at = (share: number, by: number): [number, number] => {
      const a = Math.PI * (0.83 - 0.66 * share);
      return [u + by * Math.cos(a), v + by * Math.sin(a)];
    };
    s.line(...Array.from({ length: 13 }, (_, k) => at(k / 12, r)));
    for (const share of [0, 0.25, 0.5, 0.75, 1]) s.line(at(share, r), at(share, r * 0.88));
    s.line([u, v], at(0.3, r * 0.94));
  },
  lamp: (s) => {
    const [u, v, r] = round(s);
    s.ring(u, v, r, 'metal').ring(u, v, r * 0.7, 'gold');
  },
  switch: (s) => {
    const [w, h] = [s.width, s.height];
    s.rect(w * 0.1, h * 0.1, w * 0.8, h * 0.8, 'dark').rect(w * 0.18, h * 0.5, w * 0.64, h * 0.34, 'pale');
  },
  lever: (s) => {
    const [u, v, r] = round(s);
    s.ring(u, v, r * 0.9, 'dark').ring(u, v, r * 0.45, 'metal');
  },
};

const round = ({ width, height }: Sheet): [number, number, number] => [
  width / 2,
  height / 2,
  Math.min(width, height) / 2,
];
