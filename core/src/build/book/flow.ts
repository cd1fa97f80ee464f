import fontkit from '@pdf-lib/fontkit';
import { breakTextIntoLines, PDFDocument, rgb, type PDFFont, type PDFImage, type PDFPage } from 'pdf-lib';
import { inUnit, type LengthUnit } from '../../quantity';

const PT = 72 / 25.4;
const INK = rgb(0.08, 0.09, 0.08);
const SOFT = rgb(0.38, 0.4, 0.38);
const RULE = rgb(0.72, 0.73, 0.7);
/** mm. */
const MARGIN = { left: 20, right: 15, top: 18, bottom: 18 };

/** Letters that the faces of type have not are written otherwise. */
const written = (text: string, font: PDFFont): string => {
  const has = new Set(font.getCharacterSet());
  return [...text.replaceAll('\t', ' ').replaceAll(' ', ' ')]
    .map((c) =>
      has.has(c.codePointAt(0)!) ? c : ({ Ω: 'ohm', '→': '>', '✓': 'yes', '✗': 'no', '≥': '>=', '≤': '<=' }[c] ?? '?'),
    )
    .join('');
};

/** A column of a table: its head, its share of the width, and whether it holds figures. */
export interface Column {
  head: string;
  share: number;
  figures?: boolean;
}

/** Text, tables and pictures that flow over pages; the library draws, breaks lines and embeds. */
export class Flow {
  private page!: PDFPage;
  /** mm from the top. */
  private y = 0;
  private section = '';
  readonly contents: { title: string; page: number }[] = [];

  private constructor(
    readonly pdf: PDFDocument,
    readonly text: PDFFont,
    readonly figures: PDFFont,
    readonly paper: { width: number; height: number },
    readonly unit: LengthUnit,
  ) {}

  static async open(
    fonts: { text: Uint8Array; figures: Uint8Array },
    paper: { width: number; height: number },
    unit: LengthUnit = 'mm',
  ): Promise<Flow> {
    const pdf = await PDFDocument.create();
    pdf.registerFontkit(fontkit);
    return new Flow(
      pdf,
      await pdf.embedFont(fonts.text, { subset: true }),
      await pdf.embedFont(fonts.figures, { subset: true }),
      paper,
      unit,
    );
  }

  get width(): number {
    return this.paper.width - MARGIN.left - MARGIN.right;
  }

  newPage(): void {
    this.page = this.pdf.addPage([this.paper.width * PT, this.paper.height * PT]);
    this.y = MARGIN.top;
    if (this.section) this.draw(this.section, MARGIN.left, 11, this.text, 8.5, SOFT);
  }

  /** Room for so many mm more, on this page or the next. */
  private need(mm: number): void {
    if (!this.page || this.y + mm > this.paper.height - MARGIN.bottom) this.newPage();
  }

  private draw(words: string, x: number, y: number, font: PDFFont, size: number, color = INK): void {
    this.page.drawText(written(inUnit(words, this.unit), font), {
      x: x * PT,
      y: (this.paper.height - y) * PT,
      size,
      font,
      color,
    });
  }

  private lines(words: string, font: PDFFont, size: number, width: number): string[] {
    return words
      .split('\n')
      .flatMap((line) =>
        breakTextIntoLines(written(inUnit(line, this.unit), font), [' ', '-', '/', ';'], width * PT, (t) =>
          font.widthOfTextAtSize(t, size),
        ),
      );
  }

  /** A new page with a title that the contents name. */
  chapter(title: string): void {
    this.section = title;
    this.newPage();
    this.contents.push({ title, page: this.pdf.getPageCount() });
    this.y += 5;
    this.draw(title, MARGIN.left, this.y, this.figures, 22);
    this.y += 8;
  }

  title(words: string): void {
    this.need(16);
    this.y += 5;
    this.draw(words, MARGIN.left, this.y, this.figures, 14);
    this.y += 4;
  }

  paragraph(words: string, soft = false): void {
    for (const line of this.lines(words, this.text, 10, this.width)) {
      this.need(5);
      this.y += 4.6;
      this.draw(line, MARGIN.left, this.y, this.text, 10, soft ? SOFT : INK);
    }
    this.y += 1.4;
  }

  /** A table whose cells break their lines; its head stands on every page. */
  table(columns: readonly Column[], rows: readonly (readonly string[])[]): void {
    if (rows.length === 0) return;
    const all = columns.reduce((sum, c) => sum + c.share, 0);
    const widths = columns.map((c) => (this.width * c.share) / all);
    const lefts = widths.map((_, i) => MARGIN.left + widths.slice(0, i).reduce((a, b) => a + b, 0));
    const head = () => {
      this.y += 5;
      columns.forEach((c, i) => this.draw(c.head, lefts[i]!, this.y, this.text, 8.5, SOFT));
      this.rule(this.y + 1.4);
      this.y += 2;
    };
    this.need(14);
    head();
    for (const row of rows) {
      const cells = columns.map((c, i) =>
        this.lines(row[i] ?? '', c.figures ? this.figures : this.text, c.figures ? 10.5 : 9.5, widths[i]! - 2),
      );
      const height = Math.max(...cells.map((c) => c.length)) * 4.3 + 1.2;
      if (this.y + height > this.paper.height - MARGIN.bottom) {
        this.newPage();
        head();
      }
      cells.forEach((cell, i) =>
        cell.forEach((line, k) =>
          this.draw(
            line,
            lefts[i]!,
            this.y + 4 + k * 4.3,
            columns[i]!.figures ? this.figures : this.text,
            columns[i]!.figures ? 10.5 : 9.5,
          ),
        ),
      );
      this.y += height;
      this.rule(this.y);
    }
    this.y += 3;
  }

  private rule(y: number): void {
    const at = (this.paper.height - y) * PT;
    this.page.drawLine({
      start: { x: MARGIN.left * PT, y: at },
      end: { x: (this.paper.width - MARGIN.right) * PT, y: at },
      thickness: 0.4,
      color: RULE,
    });
  }

  /** A picture as wide as is wanted, not higher than `most`, mm. */
  picture(image: PDFImage, width: number, most: number): void {
    const scale = Math.min(width / image.width, most / image.height);
    const [w, h] = [image.width * scale, image.height * scale];
    this.need(h + 3);
    this.page.drawImage(image, {
      x: MARGIN.left * PT,
      y: (this.paper.height - this.y - h) * PT,
      width: w * PT,
      height: h * PT,
    });
    this.y += h + 3;
  }

  /** Lines and words in a field of `height` mm over the width, drawn by `paint` with y upwards from its lower left corner. */
  drawing(height: number, paint: (field: Field) => void): void {
    this.need(height + 2);
    const { page, paper } = this;
    const [x0, y0] = [MARGIN.left, paper.height - this.y - height];
    paint({
      box: (x, y, w, h, thick) =>
        page.drawRectangle({
          x: (x0 + x) * PT,
          y: (y0 + y) * PT,
          width: w * PT,
          height: h * PT,
          borderColor: thick ? INK : SOFT,
          borderWidth: thick ? 1.1 : 0.6,
        }),
      line: (points, thick) => {
        for (let i = 0; i + 1 < points.length; i++)
          page.drawLine({
            start: { x: (x0 + points[i]![0]) * PT, y: (y0 + points[i]![1]) * PT },
            end: { x: (x0 + points[i + 1]![0]) * PT, y: (y0 + points[i + 1]![1]) * PT },
            thickness: thick ? 1.1 : 0.6,
            color: thick ? INK : SOFT,
          });
      },
      words: (text, x, y, size) =>
        page.drawText(written(text, this.text), {
          x: (x0 + x) * PT,
          y: (y0 + y) * PT,
          size,
          font: this.text,
          color: INK,
        }),
    });
    this.y += height + 2;
  }

  space(mm: number): void {
    this.y += mm;
  }

  /** Numbers at the foot of every page from the second on. */
  number(name: string): void {
    this.pdf.getPages().forEach((page, i) => {
      if (i === 0) return;
      page.drawText(written(`${name} · ${i + 1}`, this.text), {
        x: MARGIN.left * PT,
        y: 9 * PT,
        size: 8,
        font: this.text,
        color: SOFT,
      });
    });
  }
}

export interface Field {
  box: (x: number, y: number, width: number, height: number, thick: boolean) => void;
  line: (points: readonly (readonly [number, number])[], thick: boolean) => void;
  words: (text: string, x: number, y: number, size: number) => void;
}
