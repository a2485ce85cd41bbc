import path from 'node:path';
import { type Font, type GlyphRun, openSync } from 'fontkit';
import type { Drawing, Tone } from '@/core/stance/shapes';

/** A page of paper to write on: rows, headings and drawings, going on to the next page where one is full. */

export const INK = '#1b1a17';
export const TONES: Record<Tone, string> = {
  ink: INK,
  soft: '#6d675b',
  rule: '#b9b19c',
  paper: '#ffffff',
  predicted: '#1f4fa3',
  band: '#d5dff2',
  danger: '#98301f',
  target: '#8a5a00',
  done: '#d99a00',
};
export const MARGIN = 44;

const ROW_SIZE = { head: 8.5, body: 9 };

type FontSource = PDFKit.Mixins.PDFFontSource;
const opened = new Map<string, FontSource>();
const MOST_WORDS = 5000;

/** A font that shapes a word once: a later run of it is a copy, since whoever draws scales the places in it. */
function shapingOnce(font: Font): Font {
  const runs = new Map<string, GlyphRun>();
  const layout = (text: string, ...how: unknown[]): GlyphRun => {
    if (how.some((one) => one !== undefined)) return font.layout(text, ...(how as []));
    const run = runs.get(text) ?? font.layout(text);
    if (runs.size >= MOST_WORDS) runs.clear();
    runs.set(text, run);
    const copy = Object.create(Object.getPrototypeOf(run) as object) as GlyphRun;
    return Object.assign(copy, run, { positions: run.positions.map((place) => ({ ...place })) });
  };
  return Object.create(font, { layout: { value: layout } }) as Font;
}

/**
 * A font by its family and weight, opened once for all papers: reading its tables takes longer than setting a page.
 * The package that draws takes an opened font as it takes a file, though its types do not say so.
 */
export function fontOf(family: string, weight: string): FontSource {
  const name = family === 'barlow' ? 'Barlow' : 'BarlowCondensed';
  const root = process.env.WRENCHWISE_ROOT ?? process.cwd();
  const file = path.join(root, 'node_modules', '@expo-google-fonts', family, weight, `${name}_${weight}.ttf`);
  if (!opened.has(file)) opened.set(file, shapingOnce(openSync(file) as Font) as unknown as FontSource);
  return opened.get(file)!;
}

export type Doc = PDFKit.PDFDocument;

/** Draws a stance at a place on the page, `width` points wide. @returns its height */
export function drawShapes(doc: Doc, drawing: Drawing, x: number, y: number, width: number): number {
  const scale = width / drawing.width;
  doc
    .save()
    .translate(x, y - drawing.top * scale)
    .scale(scale);
  for (const shape of drawing.shapes) {
    if (shape.kind === 'text') {
      doc
        .font(shape.strong ? 'head' : 'body')
        .fontSize(shape.size)
        .fillColor(TONES[shape.tone]);
      const wide = doc.widthOfString(shape.text);
      const at =
        shape.anchor === 'start' ? shape.x : shape.anchor === 'end' ? shape.x - wide : shape.x - wide / 2;
      doc.text(shape.text, at, shape.y - shape.size * 0.8, { lineBreak: false });
      continue;
    }
    if (shape.kind === 'path') doc.path(shape.d);
    else doc.circle(shape.cx, shape.cy, shape.r);
    doc.lineWidth(shape.width).strokeColor(TONES[shape.tone]);
    if (shape.kind === 'path' && shape.dash)
      doc.dash(shape.dash[0]!, { space: shape.dash[1] ?? shape.dash[0] });
    else doc.undash();
    if (shape.fill) doc.fillAndStroke(TONES[shape.fill], TONES[shape.tone]);
    else doc.stroke();
  }
  doc.undash().restore();
  return drawing.height * scale;
}

/** Writes a page at a time, going on to the next when a row no longer fits. */
export class Paper {
  readonly width: number;
  constructor(readonly doc: Doc) {
    this.width = doc.page.width - 2 * MARGIN;
  }
  private fits(height: number): boolean {
    return this.doc.y + height <= this.doc.page.height - MARGIN - 24;
  }
  room(height: number): void {
    if (!this.fits(height)) this.doc.addPage();
  }
  /** @param room points kept for what must stand on the same page */
  heading(text: string, room = 60): void {
    this.room(room);
    this.doc.moveDown(0.7).font('head').fontSize(15).fillColor(INK).text(text, MARGIN);
    const y = this.doc.y + 1;
    this.doc
      .moveTo(MARGIN, y)
      .lineTo(MARGIN + this.width, y)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke();
    this.doc.y = y + 5;
  }
  paragraph(text: string, font = 'body', size = 9.5): void {
    this.doc.font(font).fontSize(size).fillColor(INK);
    this.room(this.doc.heightOfString(text, { width: this.width }) + 4);
    this.doc.text(text, MARGIN, this.doc.y, { width: this.width }).moveDown(0.25);
  }
  /**
   * Ruled rows, going on to the next page between two of them, under their heads again; columns share the width by their
   * parts. Drawn here and not by the package's own tables: those measure a cell's height twice and can end up a hair
   * short, and then cut the last words off.
   */
  table(parts: number[], rows: string[][], options: { head?: string[]; tones?: Tone[] } = {}): void {
    const total = parts.reduce((sum, part) => sum + part, 0);
    const widths = parts.map((part) => (part / total) * this.width);
    const { head, tones } = options;
    if (head) this.row(head, widths, 'head', 'ink');
    rows.forEach((cells, index) => {
      const full = !this.fits(this.heightOf(cells, widths, 'body') + 6);
      if (full) this.doc.addPage();
      if (full && head) this.row(head, widths, 'head', 'ink');
      this.row(cells, widths, 'body', tones?.[index] ?? 'ink');
    });
  }
  private heightOf(cells: string[], widths: number[], font: 'head' | 'body'): number {
    this.doc.font(font).fontSize(ROW_SIZE[font]);
    return Math.max(
      ...cells.map((cell, index) => this.doc.heightOfString(cell, { width: widths[index]! - 6 })),
    );
  }
  private row(cells: string[], widths: number[], font: 'head' | 'body', tone: Tone): void {
    const { doc } = this;
    const height = this.heightOf(cells, widths, font);
    this.room(height + 6);
    const y = doc.y;
    let x = MARGIN;
    doc.font(font).fontSize(ROW_SIZE[font]).fillColor(TONES[tone]);
    cells.forEach((cell, index) => {
      doc.text(cell, x, y, { width: widths[index]! - 6 });
      x += widths[index]!;
    });
    doc.y = y + height + 2;
    doc
      .moveTo(MARGIN, doc.y)
      .lineTo(MARGIN + this.width, doc.y)
      .lineWidth(0.4)
      .strokeColor(TONES.rule)
      .stroke();
    doc.y += 3;
  }
}
