import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { assemble } from '../assembly';
import { facesToCut, openingsOf, sheetOf } from '../cut';
import { applyChange, readConversion, type OwnOpening } from '../document';
import { sheetDxf } from '.';

const deck = readConversion(readFileSync(new URL('../../../demo/tape-deck.json', import.meta.url), 'utf8'));
const fresh = openingsOf(deck, assemble(deck)).filter((o) => !o.inExisting);

/** Of every entity: layer, kind and box, as the independent library python3-ezdxf (Debian) reads it. */
const READ = `
import json, sys
import ezdxf
from ezdxf import bbox
doc = ezdxf.readfile(sys.argv[1])
audit = doc.audit()
out = []
for e in doc.modelspace():
    b = bbox.extents([e], flatten=0.001) if e.dxftype() != 'TEXT' else None
    out.append([e.dxf.layer, e.dxftype(), list(b.extmin)[:2] + list(b.extmax)[:2] if b is not None and b.has_data else None])
print(json.dumps({'errors': [str(x.message) for x in audit.errors], 'units': doc.units, 'entities': out}))
`;
const python = ['/usr/bin/python3', 'python3'].find((p) => spawnSync(p, ['-c', 'import ezdxf']).status === 0);
const folder = mkdtempSync(join(tmpdir(), 'young-shell-'));

describe('a sheet as DXF', () => {
  it.each(facesToCut(deck, assemble(deck)))(
    'of the %s has every opening in its layer, read by a parser that is not ours',
    (face) => {
      const dxf = new DxfParser().parseSync(sheetDxf(deck, face))!;
      expect(Object.keys(dxf.tables.layer.layers)).toEqual(
        expect.arrayContaining(['cut', 'drill', 'engrave', 'reference']),
      );
      const drilled = dxf.entities.filter((e) => e.layer === 'drill' && e.type === 'CIRCLE');
      expect(drilled).toHaveLength(fresh.filter((o) => o.face === face && o.kind === 'drill').length);
      // Units: millimetres (group 70 of $INSUNITS is 4).
      expect(dxf.header.$INSUNITS).toBe(4);
    },
  );

  it('engraves the words of an opening under it, and nothing that is only for the reader', () => {
    const opening: OwnOpening = {
      name: 'Wake button',
      use: 'button',
      face: 'rear',
      u: 120,
      v: 60,
      shape: { kind: 'round', diameter: 16 },
      pattern: { kind: 'open' },
      screws: [],
      label: 'WAKE',
    };
    const plan = applyChange(deck, { type: 'setCutOpening', id: 'cut-1', opening }).document;
    const dxf = new DxfParser().parseSync(sheetDxf(plan, 'rear'))!;
    const engraved = dxf.entities.filter((e) => e.layer === 'engrave');
    expect(engraved).toHaveLength(1);
    // Its letters of 3.5 mm begin 2.5 mm under the hole, in its middle (halign 1: centre).
    expect(engraved[0]).toMatchObject({
      text: 'WAKE',
      textHeight: 3.5,
      halign: 1,
      endPoint: { x: 120, y: 60 - 8 - 6 },
    });
    expect(dxf.entities.filter((e) => e.layer === 'reference' && e.type === 'TEXT').length).toBeGreaterThan(2);
  });

  it.skipIf(!python)('passes an audit, and outlines are where they should be to 0.01 mm (python3-ezdxf)', () => {
    for (const face of facesToCut(deck, assemble(deck))) {
      const file = join(folder, `${face}.dxf`);
      writeFileSync(file, sheetDxf(deck, face));
      const read = JSON.parse(execFileSync(python!, ['-c', READ, file], { encoding: 'utf8' })) as {
        errors: string[];
        units: number;
        entities: [string, string, [number, number, number, number] | null][];
      };
      expect(read.errors).toEqual([]);
      expect(read.units).toBe(4);
      const boxes = read.entities.flatMap(([layer, kind, box]) => (box && kind !== 'TEXT' ? [{ layer, box }] : []));
      for (const o of fresh.filter((f) => f.face === face)) {
        const [hu, hv] =
          o.shape.kind === 'round'
            ? [o.shape.diameter / 2, o.shape.diameter / 2]
            : [o.shape.width / 2, o.shape.height / 2];
        const [u, v] = o.centre;
        const wanted = [u - hu, v - hv, u + hu, v + hv];
        const near = boxes.filter(
          ({ layer, box }) => layer === o.kind && box.every((x, i) => Math.abs(x - wanted[i]!) < 0.01),
        );
        expect(near, o.name).toHaveLength(1);
      }
      expect(sheetOf(deck, face, assemble(deck)).items.filter((i) => i.kind !== 'text')).toHaveLength(boxes.length);
    }
  });
});
