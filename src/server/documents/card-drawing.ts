import PDFDocument from 'pdfkit';
import { CARD, darkFields } from '@/core/photo/card';
import { INK, fontOf } from './paper';

/** Points of a page in a millimeter. */
const POINT = 72 / 25.4;

/** The bar by which a printer is checked, mm. */
const BAR_MM = 100;

/**
 * The card that is held beside a span to be photographed, at its true size on one page, with a bar that says whether the
 * printer kept it so.
 * @param paper the page it is printed on
 */
export function cardPdf(paper: 'letter' | 'a4'): Promise<Buffer> {
  const doc = new PDFDocument({
    size: paper === 'a4' ? 'A4' : 'LETTER',
    margin: 0,
    info: { Title: 'Card for heights by photograph' },
  });
  const parts: Buffer[] = [];
  doc.on('data', (part: Buffer) => parts.push(part));
  const done = new Promise<Buffer>((resolve) => doc.on('end', () => resolve(Buffer.concat(parts))));
  doc.registerFont('body', fontOf('barlow', '400Regular'));
  doc.registerFont('head', fontOf('barlow-condensed', '600SemiBold'));
  const left = (doc.page.width - CARD.width * POINT) / 2;
  const top = 22;
  for (const mark of [0, 1, 2, 3])
    for (const { x, y, side } of darkFields(mark))
      // A hair over, so that no light shows between two dark fields.
      doc.rect(left + x * POINT, top + y * POINT, side * POINT + 0.15, side * POINT + 0.15).fill('#000000');
  const middle = left + (CARD.width / 2) * POINT;
  const right = left + CARD.width * POINT;
  // Plumb: a string through the hole at the top lies along this line.
  doc
    .moveTo(middle, top + 16)
    .lineTo(middle, top + CARD.height * POINT - 10)
    .lineWidth(0.6)
    .dash(5, { space: 4 })
    .strokeColor(INK)
    .stroke()
    .undash();
  doc
    .circle(middle, top + 8, 5)
    .lineWidth(0.8)
    .stroke();
  const wide = CARD.width * POINT - 2 * 8;
  doc
    .font('head')
    .fontSize(17)
    .fillColor(INK)
    .text('Hold it plumb beside the span', left + 8, top + 62 * POINT, { width: wide, align: 'center' });
  doc.font('body').fontSize(11);
  const lines = [
    'In the plane of the fender, level with the middle between hub and lip, as near to both as it goes.',
    'Camera level with it, straight on; card, hub and lip in one picture, filling it.',
    'Measure how far the hub stands out beyond the lip: it is asked.',
    'Stick it to something stiff and flat. A height read by it is proof beside a tape, never in its place.',
  ];
  doc.y = top + 74 * POINT;
  for (const line of lines)
    doc.text(line, left + 26, doc.y, { width: CARD.width * POINT - 52, align: 'center' }).moveDown(0.4);
  const barTop = top + 150 * POINT;
  const barLeft = middle - (BAR_MM / 2) * POINT;
  doc.lineWidth(1.2).strokeColor(INK);
  doc
    .moveTo(barLeft, barTop)
    .lineTo(barLeft + BAR_MM * POINT, barTop)
    .stroke();
  for (let mm = 0; mm <= BAR_MM; mm += 10) {
    const x = barLeft + mm * POINT;
    doc
      .moveTo(x, barTop)
      .lineTo(x, barTop + (mm % 50 === 0 ? 14 : 8))
      .stroke();
  }
  doc
    .font('body')
    .fontSize(10)
    .text(
      `Check the printer: this bar is ${BAR_MM} mm (${(BAR_MM / 25.4).toFixed(2)} in) long, at 100%, not fitted to the page.`,
      left + 20,
      barTop + 20,
      {
        width: CARD.width * POINT - 40,
        align: 'center',
      },
    )
    .text(`Outside to outside of the marks: ${CARD.width} × ${CARD.height} mm.`, left + 20, undefined, {
      width: CARD.width * POINT - 40,
      align: 'center',
    });
  doc.moveTo(left, top + CARD.height * POINT + 6).lineTo(right, top + CARD.height * POINT + 6);
  doc.end();
  return done;
}
