import { Colors, DxfWriter, LWPolylineFlags, point2d, point3d, TextHorizontalAlignment, Units } from '@tarikjabiri/dxf';
import { assemble } from '../assembly';
import { refuseWrong, sheetOf, type Sheet, type SheetItem, type SheetVariant } from '../cut';
import type { Conversion, FaceId } from '../document';

const LAYERS: Readonly<Record<SheetItem['layer'], number>> = {
  cut: Colors.Red,
  drill: Colors.Blue,
  engrave: Colors.Green,
  reference: Colors.Cyan,
};

/** One face as a DXF in mm, its datum at 0, 0; layers cut, drill, engrave, reference. @throws Error where it would be wrong */
export function sheetDxf(document: Conversion, face: FaceId, variant?: SheetVariant): string {
  const assembly = assemble(document);
  refuseWrong(document, [face], assembly);
  return dxfOf(sheetOf(document, face, assembly, variant));
}

/** Tangent of a quarter of the angle of an arc: what a DXF polyline has for a quarter circle. */
const QUARTER = Math.tan(Math.PI / 8);

/** Any sheet as a DXF in mm. AutoCAD 2007 DXF reference, LWPOLYLINE, CIRCLE, TEXT, from memory. */
export function dxfOf(sheet: Sheet): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const [layer, colour] of Object.entries(LAYERS)) dxf.addLayer(layer, colour, 'Continuous');
  for (const item of sheet.items) {
    // Engraved is what belongs on the face; numbers, sizes and crosses are for whoever reads the drawing.
    const toRead = item.layer === 'engrave' && (item.kind === 'text' ? !item.label : item.kind === 'line');
    dxf.setCurrentLayerName(toRead ? 'reference' : item.layer);
    switch (item.kind) {
      case 'circle':
        dxf.addCircle(point3d(...item.centre, 0), item.radius);
        break;
      case 'rectangle':
        dxf.addLWPolyline(rectangle(item), { flags: LWPolylineFlags.Closed });
        break;
      case 'line':
        dxf.addLWPolyline(
          item.points.map(([u, v]) => ({ point: point2d(u, v) })),
          item.closed ? { flags: LWPolylineFlags.Closed } : {},
        );
        break;
      case 'text':
        dxf.addText(
          point3d(...item.at, 0),
          item.size,
          plain(item.text),
          item.anchor === 'middle'
            ? { horizontalAlignment: TextHorizontalAlignment.Center, secondAlignmentPoint: point3d(...item.at, 0) }
            : {},
        );
    }
  }
  return dxf.stringify();
}

/** Corners of a rectangle counter-clockwise, its round ones as arcs. */
function rectangle({ centre: [u, v], half: [hu, hv], radius }: Extract<SheetItem, { kind: 'rectangle' }>) {
  const r = Math.min(radius, hu, hv);
  const at = (x: number, y: number, bulge?: number) => ({
    point: point2d(u + x, v + y),
    ...(bulge === undefined ? {} : { bulge }),
  });
  if (r <= 0) return [at(-hu, -hv), at(hu, -hv), at(hu, hv), at(-hu, hv)];
  return [
    at(-hu + r, -hv),
    at(hu - r, -hv, QUARTER),
    at(hu, -hv + r),
    at(hu, hv - r, QUARTER),
    at(hu - r, hv),
    at(-hu + r, hv, QUARTER),
    at(-hu, hv - r),
    at(-hu, -hv + r, QUARTER),
  ];
}

/** A DXF text is one line; control characters end it. */
const plain = (text: string) => text.replace(/[\p{Cc}^]/gu, ' ');
