import fontkit from '@pdf-lib/fontkit';
import {
  clip,
  closePath,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rgb,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib';
import { assemble } from '../assembly';
import {
  sheetsToCut,
  markOf,
  PAGE_MARGIN,
  PAPERS,
  sheetOf,
  tileName,
  tilingOf,
  onePage,
  plateSheets,
  refuseWrong,
  type Sheet,
  type SheetItem,
  type SheetVariant,
  type Tile,
  type Tiling,
} from '../cut';
import type { Conversion, FaceId } from '../document';
import { formatLength, inUnit, unitWord, type LengthUnit } from '../quantity';
import type { Point2 } from '../solid';

/** The two faces of type the sheets are set in, as font files. */
export interface SheetFonts {
  text: Uint8Array;
  figures: Uint8Array;
}

const PT = 72 / 25.4; // PDF points a millimetre (a point is 1/72 in by definition)
const INK = rgb(0.08, 0.09, 0.08);
const GREY = rgb(0.45, 0.45, 0.45);
const RED = rgb(0.72, 0.1, 0.05);
const BLUE = rgb(0.05, 0.15, 0.6);
const COLOURS = { cut: RED, drill: BLUE, reference: GREY, engrave: INK };
const WIDTHS = { cut: 0.35, drill: 0.3, reference: 0.2, engrave: 0.15 };

/**
 * Sheets of the given faces (all that have something to cut, otherwise) at 1:1 as one PDF: tiled pages with
 * overlaps and registration marks, then the hole table of each face. The printed ruler's correction scales
 * everything, so that the next print is true.
 * @throws Error for a face whose sheet would be wrong
 */
export async function sheetsPdf(
  document: Conversion,
  fonts: SheetFonts,
  faces?: readonly FaceId[],
  variant: SheetVariant = 'full',
  together = false,
  unit: LengthUnit = 'mm',
): Promise<Uint8Array> {
  const assembly = assemble(document);
  const wanted = faces ?? sheetsToCut(document, assembly);
  refuseWrong(document, wanted, assembly);
  const sheets = [
    ...wanted.map((face) => sheetOf(document, face, assembly, variant)),
    // Plates that stand behind openings go with the whole set.
    ...(faces ? [] : plateSheets(document, assembly)),
  ];
  return pdfOf(document, together ? onePage(sheets, document.cut.paper) : sheets, fonts, unit);
}

/** What of a conversion a print rests on. */
export interface Printing {
  name: string;
  cut: Pick<Conversion['cut'], 'ruler' | 'paper'>;
}

/** Any sheets at 1:1 as one PDF, on the conversion's paper, corrected by its printed ruler; words and tables in a unit. */
export async function pdfOf(
  document: Printing,
  sheets: readonly Sheet[],
  fonts: SheetFonts,
  unit: LengthUnit = 'mm',
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.registerFontkit(fontkit);
  const text = await pdf.embedFont(fonts.text, { subset: true });
  const figures = await pdf.embedFont(fonts.figures, { subset: true });
  pdf.setTitle(`${document.name}: sheets 1:1`);
  pdf.setCreator('Young Shell');
  const { ruler, paper } = document.cut;
  const scale: [number, number] = [100 / ruler.horizontal, 100 / ruler.vertical];
  for (const sheet of sheets) {
    const tiling = tilingOf(sheet.width, sheet.height, paper, scale);
    for (const tile of tiling.tiles) {
      const { width, height } = tiling.page;
      const page = pdf.addPage([width * PT, height * PT]);
      new TilePage(page, text, figures, document, sheet, tiling, tile, scale, unit).draw();
    }
    tablePages(pdf, text, figures, document, sheet, unit);
  }
  if (pdf.getPageCount() === 0) {
    const { width, height } = PAPERS[paper];
    const page = pdf.addPage([width * PT, height * PT]);
    page.drawText('Nothing is to be cut: no part reaches a face yet.', {
      x: 20 * PT,
      y: (height - 30) * PT,
      size: 12,
      font: text,
      color: INK,
    });
  }
  return pdf.save();
}

class TilePage {
  constructor(
    readonly page: PDFPage,
    readonly text: PDFFont,
    readonly figures: PDFFont,
    readonly document: Printing,
    readonly sheet: Sheet,
    readonly tiling: Tiling,
    readonly tile: Tile,
    readonly scale: [number, number],
    readonly unit: LengthUnit,
  ) {}

  /** Face mm → page points. */
  at([u, v]: Point2): { x: number; y: number } {
    return {
      x: (PAGE_MARGIN.left + (u - this.tile.u) * this.scale[0]) * PT,
      y: (PAGE_MARGIN.bottom + (v - this.tile.v) * this.scale[1]) * PT,
    };
  }

  draw() {
    const { page, tiling } = this;
    const [left, bottom] = [PAGE_MARGIN.left * PT, PAGE_MARGIN.bottom * PT];
    const right = left + tiling.window.width * this.scale[0] * PT;
    const top = bottom + tiling.window.height * this.scale[1] * PT;
    page.pushOperators(
      pushGraphicsState(),
      moveTo(left, bottom),
      lineTo(right, bottom),
      lineTo(right, top),
      lineTo(left, top),
      closePath(),
      clip(),
      endPath(),
    );
    for (const item of this.sheet.items) this.item(item);
    for (const mark of tiling.marks) this.registration(mark);
    page.pushOperators(popGraphicsState());
    this.frame(left, bottom, right, top);
    this.rulers();
    this.map();
  }

  line(from: { x: number; y: number }, to: { x: number; y: number }, width: number, color = INK, dash?: number[]) {
    this.page.drawLine({
      start: from,
      end: to,
      thickness: width * PT,
      color,
      ...(dash ? { dashArray: dash.map((d) => d * PT) } : {}),
    });
  }

  item(item: SheetItem) {
    const { page, scale } = this;
    const color = COLOURS[item.layer];
    const width = WIDTHS[item.layer];
    if (item.kind === 'line') {
      const count = item.closed ? item.points.length : item.points.length - 1;
      for (let i = 0; i < count; i++)
        this.line(
          this.at(item.points[i]!),
          this.at(item.points[(i + 1) % item.points.length]!),
          width,
          color,
          item.dashed ? [2, 1.5] : undefined,
        );
    } else if (item.kind === 'circle') {
      const { x, y } = this.at(item.centre);
      page.drawEllipse({
        x,
        y,
        xScale: item.radius * scale[0] * PT,
        yScale: item.radius * scale[1] * PT,
        borderColor: color,
        borderWidth: width * PT,
      });
    } else if (item.kind === 'rectangle') {
      const [hu, hv] = item.half;
      const r = Math.min(item.radius, hu, hv);
      // An SVG path runs down the page: its origin is the upper left corner.
      const { x, y } = this.at([item.centre[0] - hu, item.centre[1] + hv]);
      const [w, h] = [2 * hu * scale[0] * PT, 2 * hv * scale[1] * PT];
      const [ru, rv] = [r * scale[0] * PT, r * scale[1] * PT];
      const arc = (dx: number, dy: number) => (r > 0 ? `a${ru} ${rv} 0 0 1 ${dx} ${dy}` : '');
      page.drawSvgPath(
        `M${ru} 0H${w - ru}${arc(ru, rv)}V${h - rv}${arc(-ru, rv)}H${ru}${arc(-ru, -rv)}V${rv}${arc(ru, -rv)}Z`,
        { x, y, borderColor: color, borderWidth: width * PT },
      );
    } else {
      const { x, y } = this.at(item.at);
      const size = item.size * PT;
      const words = inUnit(item.text, this.unit);
      const shift = item.anchor === 'middle' ? this.text.widthOfTextAtSize(words, size) / 2 : 0;
      page.drawText(words, { x: x - shift, y, size, font: this.text, color });
    }
  }

  /** A cross in a ring: pages are right when those of two neighbours lie on each other. */
  registration(mark: [number, number]) {
    const { x, y } = this.at(mark);
    const arm = 5 * PT;
    this.page.drawCircle({ x, y, size: 2.5 * PT, borderColor: INK, borderWidth: 0.2 * PT });
    this.line({ x: x - arm, y }, { x: x + arm, y }, 0.2);
    this.line({ x, y: y - arm }, { x, y: y + arm }, 0.2);
  }

  frame(left: number, bottom: number, right: number, top: number) {
    const { page, sheet, tile, tiling, document } = this;
    page.drawRectangle({
      x: left,
      y: bottom,
      width: right - left,
      height: top - bottom,
      borderColor: GREY,
      borderWidth: 0.15 * PT,
      borderDashArray: [4, 3],
    });
    const many = tiling.tiles.length > 1 ? `, page ${tileName(tile)} of ${tiling.columns} × ${tiling.rows}` : '';
    page.drawText(`${sheet.title}${many}`, { x: left, y: top + 7 * PT, size: 15, font: this.figures, color: INK });
    const side = sheet.mirrored ? 'seen from inside (mirrored)' : 'seen from outside';
    const caption =
      sheet.caption ?? `${side} · datum: ${sheet.mirrored ? 'lower right' : 'lower left'} corner of the face`;
    page.drawText(`${document.name} · 1:1 · ${caption} · sheet ${markOf(sheet)}`, {
      x: left,
      y: top + 2.2 * PT,
      size: 8.5,
      font: this.text,
      color: INK,
    });
  }

  rulers() {
    const { page, scale } = this;
    const x0 = PAGE_MARGIN.left * PT;
    const y0 = 17 * PT;
    this.scaleBar(x0, y0, scale[0], 'across');
    this.scaleBar(8 * PT, PAGE_MARGIN.bottom * PT, scale[1], 'up');
    page.drawText(
      inUnit('Both rulers must be 100 mm. ', this.unit) +
        'Printed without “fit to page”? If they still differ, type their lengths at the Cut station: the next print is corrected.',
      {
        x: x0,
        y: 8 * PT,
        size: 7,
        font: this.text,
        color: INK,
      },
    );
    const blank = `measures: ________ ${unitWord(this.unit)}`;
    page.drawText(`across ${blank}     up ${blank}`, {
      x: x0,
      y: 11.5 * PT,
      size: 7.5,
      font: this.text,
      color: INK,
    });
  }

  scaleBar(x: number, y: number, scale: number, way: 'across' | 'up') {
    const length = 100 * scale * PT;
    const point = (along: number, off: number) =>
      way === 'across' ? { x: x + along, y: y + off } : { x: x + off, y: y + along };
    this.line(point(0, 0), point(length, 0), 0.3);
    for (let i = 0; i <= 100; i += 5) {
      const tick = (i % 50 === 0 ? 4.5 : i % 10 === 0 ? 3 : 1.8) * PT;
      const width = i % 50 === 0 ? 0.3 : 0.15;
      // The end ticks stand inside: the ruler measures 100 mm from outer edge to outer edge.
      const at = (length * i) / 100 + (i === 0 ? 1 : i === 100 ? -1 : 0) * (width / 2) * PT;
      this.line(point(at, 0), point(at, tick), width);
    }
    const label = point(length, 0);
    this.page.drawText(inUnit('100 mm', this.unit), {
      x: way === 'across' ? label.x + 2 * PT : label.x - 1 * PT,
      y: way === 'across' ? label.y : label.y + 2 * PT,
      size: 8,
      font: this.figures,
      color: INK,
    });
  }

  /** Small map of all pages with this one filled. */
  map() {
    const { page, tiling, tile } = this;
    if (tiling.tiles.length === 1) return;
    const [w, h] = [7 * PT, 5 * PT];
    const x0 = (tiling.page.width - PAGE_MARGIN.right) * PT - tiling.columns * w;
    const y0 = 9 * PT;
    for (const t of tiling.tiles) {
      const own = t.column === tile.column && t.row === tile.row;
      const x = x0 + t.column * w;
      const y = y0 + t.row * h;
      page.drawRectangle({
        x,
        y,
        width: w,
        height: h,
        borderColor: INK,
        borderWidth: 0.2 * PT,
        ...(own ? { color: INK } : {}),
      });
      page.drawText(tileName(t), {
        x: x + 1.4 * PT,
        y: y + 1.5 * PT,
        size: 7,
        font: this.figures,
        color: own ? rgb(1, 1, 1) : INK,
      });
    }
  }
}

function tablePages(
  pdf: PDFDocument,
  text: PDFFont,
  figures: PDFFont,
  document: Printing,
  sheet: Sheet,
  unit: LengthUnit,
) {
  const shown = (mm: number) => formatLength(mm, unit, unit === 'mm' ? 2 : 3);
  // Sizes are written in mm without their unit.
  const size = (mm: string) => inUnit(`${mm} mm`, unit).replace(/ (mm|in)$/, '');
  const { width, height } = PAPERS[document.cut.paper];
  // Rows of 6 mm under a head of 36.
  const rowsAPage = Math.floor((height - 50) / 6);
  for (let first = 0; first < sheet.holes.length; first += rowsAPage) {
    const page = pdf.addPage([width * PT, height * PT]);
    const columns = [18, 28, 120, 146, 168] as const;
    const write = (x: number, y: number, words: string, font: PDFFont, size = 9.5) =>
      page.drawText(words, { x: x * PT, y: y * PT, size, font, color: INK });
    const rows = sheet.holes.slice(first, first + rowsAPage);
    write(18, height - 20, `${sheet.title}: holes and openings${first > 0 ? ', continued' : ''}`, figures, 16);
    write(
      18,
      height - 26,
      `Centres in ${unitWord(unit)} from the datum (${sheet.mirrored ? 'lower right' : 'lower left'} corner of the face, ${sheet.mirrored ? 'seen from inside' : 'seen from outside'}).`,
      text,
    );
    let y = height - 36;
    ['no.', 'what', 'across', 'up', 'size'].forEach((head, i) => write(columns[i]!, y, head, figures, 10.5));
    page.drawLine({
      start: { x: 18 * PT, y: (y - 1.5) * PT },
      end: { x: (width - 12) * PT, y: (y - 1.5) * PT },
      thickness: 0.6,
      color: INK,
    });
    for (const row of rows) {
      y -= 6;
      write(columns[0], y, String(row.number), figures, 11);
      write(columns[1], y, `${row.kind === 'cut' ? 'cut' : 'drill'}: ${row.name}`.slice(0, 60), text);
      write(columns[2], y, shown(row.u), figures, 11);
      write(columns[3], y, shown(row.v), figures, 11);
      write(columns[4], y, size(row.size), figures, 11);
    }
  }
}
