import type { Part } from '../document';
import { OWN } from '../document';
import { measured } from '../quantity';

/** A display panel as it is sold: diagonal of the picture in inches, aspect, what stands around it, mm. */
export interface PanelOrder {
  diagonalInch: number;
  aspect: [number, number];
  /** Left, right, top and bottom bezel; the bottom one carries the electronics. */
  bezel: { side: number; top: number; bottom: number };
  thickness: number;
}

const INCH = 25.4;

/**
 * Size of the picture, mm: diagonal · aspect / √(a² + b²). @throws Error for a diagonal or an aspect that is none.
 */
export function activeArea(diagonalInch: number, [a, b]: readonly [number, number]): { width: number; height: number } {
  if (!(diagonalInch > 0 && diagonalInch < 200))
    throw new Error(`A diagonal of ${diagonalInch} in; enter over 0 and under 200.`);
  if (!(a > 0 && b > 0)) throw new Error(`An aspect of ${a} : ${b}; both would be over 0, such as 16 : 9.`);
  const diagonal = diagonalInch * INCH;
  const unit = diagonal / Math.hypot(a, b);
  return { width: unit * a, height: unit * b };
}

/** The panel as a part that stands upright with its picture to the front. Bezels are guesses until they are measured. */
export function panelPart({ diagonalInch, aspect, bezel, thickness }: PanelOrder): Part {
  const { width, height } = activeArea(diagonalInch, aspect);
  const round = (v: number) => Number(v.toFixed(1));
  const exact = measured(0, 'calipers', 0);
  const outer = { width: width + 2 * bezel.side, height: height + bezel.top + bezel.bottom };
  const guess = (v: number, half = 2) => measured(round(v), 'guess', half);
  return {
    name: `${diagonalInch} in panel, ${aspect[0]}:${aspect[1]}`,
    standard: OWN,
    dimensions: {},
    mass: Math.round(outer.width * outer.height * thickness * 0.0014),
    own: {
      blocks: {
        panel: {
          name: 'Panel',
          role: 'body',
          shape: { kind: 'box' },
          x: exact,
          y: exact,
          z: exact,
          width: guess(outer.width),
          depth: guess(thickness, 0.5),
          height: guess(outer.height),
          direction: null,
          plug: 0,
          conducts: 'metal',
        },
        cable: {
          name: 'Cable at its back',
          role: 'keep-out',
          shape: { kind: 'box' },
          x: guess(outer.width / 2 - 30, 5),
          y: guess(thickness),
          z: exact,
          width: guess(60),
          depth: guess(15),
          height: guess(30),
          direction: null,
          plug: 0,
          conducts: null,
        },
      },
      holes: {},
      faces: {
        screen: {
          name: 'picture',
          kind: 'screen',
          direction: 'front',
          cut: {
            u: guess(outer.width / 2),
            v: guess(bezel.bottom + height / 2),
            width: measured(round(width), 'catalogue'),
            height: measured(round(height), 'catalogue'),
          },
        },
      },
      power: { idle: 2, typical: round(width * height * 1.2e-4), peak: round(width * height * 2e-4) },
      source: 'diagonal and aspect; bezels guessed',
    },
  };
}
