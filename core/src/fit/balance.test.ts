import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { defaultBox, newConversion, STARTING_FORMS, type Conversion, type Hull, type StartingForm } from '../document';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { volumesOf } from '../shell';
import { loadSolidKernel } from '../solid';
import { DENSITY, standardPart } from '../standards';
import { balanceOf } from './balance';

const kernel = await loadSolidKernel();
const of = (document: Conversion) => balanceOf(document, assemble(document));

/** A box of wood with walls of 18 mm. */
function chest(): Conversion {
  const hull = defaultBox();
  [hull.width, hull.depth, hull.height] = [300, 200, 150].map((v) => measured(v)) as [never, never, never];
  for (const side of Object.keys(hull.walls) as (keyof typeof hull.walls)[]) hull.walls[side] = measured(18);
  const document = newConversion('Chest', hull);
  document.shell.material = 'wood';
  return document;
}

describe('the shell', () => {
  it('weighs outside less inside, by hand: corners count once', () => {
    const grams = ((300 * 200 * 150 - 264 * 164 * 114) / 1e6) * DENSITY.wood!.value;
    expect(of(chest()).shell).toBeCloseTo(grams, 6);
  });

  it('on a scale weighs what that says, and stands and tips with that: a heavier shell draws the centre to its own', () => {
    const document = chest();
    document.shell.weighed = 9000;
    expect(of(document).shell).toBeCloseTo(9000, 6);
    expect(of(document).centre.map((v, i) => v - of(chest()).centre[i]!)).toEqual(
      [0, 0, 0].map((v) => expect.closeTo(v, 6)),
    );
  });

  // The solid kernel makes and measures the same solids from triangles.
  it.each(Object.keys(STARTING_FORMS) as StartingForm[])('of the form %s weighs what the solid kernel says', (form) => {
    const document = newConversion(form, STARTING_FORMS[form]() as Hull);
    const { outside, cavity } = volumesOf(document, kernel);
    const grams = (outside - cavity) * DENSITY[document.shell.material]!.value;
    expect(of(document).shell / grams).toBeCloseTo(1, 3);
  });

  it('has its middle where thick walls pull it', () => {
    const document = chest();
    if (document.shell.hull.form !== 'box') throw new Error('The chest is a box.');
    document.shell.hull.walls.bottom = measured(36);
    // By hand: the block less the cavity, moments about the floor.
    const [outer, inner] = [300 * 200 * 150, 264 * 164 * 96];
    expect(of(document).centre[2]).toBeCloseTo((outer * 75 - inner * (36 + 48)) / (outer - inner), 6);
    expect(of(document).centre.slice(0, 2)).toEqual([expect.closeTo(150, 6), expect.closeTo(100, 6)]);
  });
});

describe('a part', () => {
  const drive = partFrom(standardPart('drive/3.5')!, 'Drive');
  const withDrive = (x: number): Conversion => {
    const document = chest();
    document.kit.parts['drive-1'] = drive;
    document.layout.placements['drive-1'] = { x, y: 20, z: 18, rear: 'rear', top: 'top', locked: false };
    return document;
  };

  it('pulls the centre of mass by its share of the weight', () => {
    const [empty, left] = [of(chest()), of(withDrive(18))];
    expect(left.parts).toBe(drive.mass);
    const { low, high } = assemble(withDrive(18)).parts[0]!;
    const middle = (low[0] + high[0]) / 2;
    const share = drive.mass / (drive.mass + empty.shell);
    expect(left.centre[0]).toBeCloseTo(150 + share * (middle - 150), 0);
  });

  it('makes the shell tip towards its side, at atan(arm / height)', () => {
    const { tips, centre } = of(withDrive(18));
    expect(tips.towards).toBe('front');
    expect(of(withDrive(180)).centre[0]).toBeGreaterThan(centre[0]);
    expect(tips.angle).toBeCloseTo((Math.atan(tips.arm / centre[2]) * 180) / Math.PI, 9);
    expect(tips.arm).toBeCloseTo(centre[1], 9);
  });
});
