import { describe, expect, it } from 'vitest';
import { assemble, placePart } from '../assembly';
import { applyChange, defaultBox, newConversion, type Conversion } from '../document';
import { assessFit, remediesFor, seatsFor } from '../fit';
import { partFrom } from '../parts';
import { measured } from '../quantity';
import { ORIENTATIONS } from '../solid';
import { standardPart } from '../standards';
import { feetOf, plugOf, shortBelow } from '.';

/** A supply on the floor whose inlet looks down through it; walls of 3 mm. */
function down(feet: number | undefined, blocked: string[] = []): Conversion {
  const document = newConversion('Shell', { ...defaultBox(), height: { value: 250, uncertainty: 1, tool: 'rule' } });
  document.brief.policy = 'open';
  document.brief.blockedFaces = blocked;
  if (feet !== undefined) document.air.feet = feet;
  return applyChange(document, {
    type: 'addPart',
    id: 'supply-1',
    part: partFrom(standardPart('supply/atx')!, 'Supply'),
    placement: { x: 60, y: 60, z: 3, rear: 'bottom', top: 'front', locked: false },
  }).document;
}
const inlet = (document: Conversion) => {
  const part = assemble(document).parts[0]!;
  return { part, face: part.faces.find((f) => f.id === 'inlet')! };
};
const said = (document: Conversion) =>
  assessFit(document, assemble(document)).findings.find((f) => f.id === 'fit/supply-1/inlet/feet');

describe('an inlet through the floor', () => {
  it('wants its plug and bend under the shell, less what of it is in the floor', () => {
    const { part, face } = inlet(down(9));
    // The plug's room reaches 65 mm before the inlet (common practice, no source), 3 mm of it are in the floor.
    const plug = part.solids.find((s) => s.id.endsWith('/mains-plug'))!.shape;
    expect(plugOf(part, face)).toBeCloseTo(face.plane - plug.low[2], 9);
    const wanted = plugOf(part, face) - 3;
    expect(shortBelow(down(9), part, face, 3)).toEqual({ wanted, feet: 9, short: wanted - 9 });
    expect(shortBelow(down(wanted), part, face, 3)).toBeUndefined();
    expect(said(down(wanted - 0.5))?.verdict).toBe('stop');
    expect(said(down(wanted + 0.5))).toBeUndefined();
  });
  it('is free where the shell hangs on a wall, and a fan wants no plug', () => {
    expect(said(down(0, ['rear']))).toBeUndefined();
    expect(said(down(0))?.verdict).toBe('stop');
    const fan = assemble(
      applyChange(down(9), {
        type: 'addPart',
        id: 'fan-1',
        part: partFrom(standardPart('fan/120x25')!, 'Fan'),
        placement: { x: 230, y: 60, z: 3, rear: 'bottom', top: 'front', locked: false },
      }).document,
    ).parts.find((p) => p.id === 'fan-1')!;
    expect(plugOf(fan, fan.faces[0]!)).toBe(0);
  });
  it('has remedies that clear it, and no search seats it there', () => {
    const finding = said(down(9))!;
    const remedies = remediesFor(down(9), finding);
    expect(remedies.map((r) => r.id)).toContain('feet');
    for (const { id, change } of remedies) expect(said(applyChange(down(9), change).document), id).toBeUndefined();
    const places = (document: Conversion) =>
      ORIENTATIONS.filter((o) => o.rear === 'bottom').flatMap((o) => seatsFor(document, 'supply-1', o, false));
    expect(places(down(9))).toEqual([]);
    expect(places(down(80)).length).toBeGreaterThan(0);
  });
  it('is asked of what looks down alone, and of own parts by what their faces are', () => {
    const { part, face } = inlet(down(9));
    expect(shortBelow(down(0), part, { ...face, direction: 'rear' }, 3)).toBeUndefined();
    const own = (kind: 'sockets' | 'intake', plug: number) => {
      const block = {
        name: 'Case',
        role: 'body' as const,
        shape: { kind: 'box' as const },
        x: measured(0),
        y: measured(0),
        z: measured(0),
        width: measured(60),
        depth: measured(40),
        height: measured(20),
        direction: null,
        plug: 0,
        conducts: null,
      };
      const placed = placePart(
        'own-1',
        {
          name: 'Own',
          standard: 'own',
          dimensions: {},
          mass: 100,
          own: {
            blocks: {
              body: block,
              // A socket in its rear, its plug comes from there.
              jack: {
                ...block,
                name: 'Jack',
                role: 'connector',
                y: measured(30),
                depth: measured(10),
                direction: 'rear',
                plug,
              },
            },
            holes: {},
            faces: { 'way-1': { name: 'way', kind, direction: 'rear', cut: null } },
            power: { idle: 0, typical: 0, peak: 0 },
            source: '',
          },
        },
        { x: 0, y: 0, z: 0, rear: 'rear', top: 'top', locked: false },
      );
      return plugOf(
        placed,
        placed.faces.find((f) => f.id === 'way-1')!,
      );
    };
    expect(own('sockets', 70)).toBeCloseTo(70, 9);
    // Of a plug nobody knows more: 25 mm (common practice, no source).
    expect(own('sockets', 0)).toBe(25);
    expect(own('intake', 70)).toBe(0);
  });
  it('feet are as said, as printed, usual ones of rubber, or none where it stands flat', () => {
    expect(feetOf(down(12))).toBe(12);
    expect(feetOf(down(undefined))).toBe(6);
    expect(feetOf(down(undefined, ['bottom']))).toBe(0);
    const printed = down(undefined);
    expect(
      feetOf({
        ...printed,
        cut: {
          ...printed.cut,
          prints: {
            'tray-1': { name: 'Tray', kind: 'tray', sizes: { height: 99 }, count: 1 },
            'foot-1': { name: 'Foot', kind: 'foot', sizes: { height: 25 }, count: 4 },
          },
        },
      }),
    ).toBe(25);
  });
});
