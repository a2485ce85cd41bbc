import PDFDocument from 'pdfkit';
import type { PhotoMark } from '@/core/ledger/kinds/noted';
import { drawMark } from '@/core/ledger/photo-marks';
import { CORNER_NAMES, CORNERS } from '@/core/corners';
import { angleText, describeSheet } from '@/core/ledger/alignment-rows';
import { wheelsDrawing } from '@/core/alignment/wheels-drawing';
import { sideView } from '@/core/stance/drawing';
import { describeLift } from '@/core/ledger/lift-words';
import { shopMoment, shortDay } from '@/core/units/shop-time';
import { bufferOf } from '../bytes';
import type { Packet } from './packet';
import { type Doc, INK, MARGIN, Paper, TONES, drawShapes, fontOf } from './paper';

function heightsPart(paper: Paper, packet: Packet): void {
  const { heights, stance } = packet;
  if (!heights) return;
  paper.heading('Standing heights');
  const drawing = sideView({
    ...stance,
    unit: heights.unit,
    measured: stance.after ?? stance.before,
    before: stance.after ? stance.before : null,
  });
  paper.room(230);
  const top = paper.doc.y;
  paper.doc.y = top + drawShapes(paper.doc, drawing, MARGIN + 20, top, paper.width - 40) + 6;
  const parts = [1.4, 1, 1, 1, 1];
  paper.table(
    parts,
    heights.rows.map((row) => [
      row.label,
      ...CORNERS.map((corner) => `${row.values[corner]}   ${row.other[corner]}`),
    ]),
    {
      head: [heights.method, ...CORNERS.map((corner) => CORNER_NAMES[corner])],
      tones: heights.rows.map((row) => (row.tone === 'predicted' ? 'predicted' : 'ink')),
    },
  );
  paper.paragraph(heights.verdicts.join(' '), 'strong', 10.5);
}

function torquePart(paper: Paper, packet: Packet): void {
  paper.heading('Torque record');
  const parts = [2.2, 1.7, 1.9, 1.6, 1.5];
  const rows = packet.torque.map((row) => [
    row.what,
    row.value,
    `${row.interim ? 'INTERIM: ' : ''}${row.source}`,
    `${row.reading}, ${row.wrench}, ${row.support}`,
    `${row.who}, ${shopMoment(row.at, packet.timeZone)}${row.checkedBy ? `; checked by ${row.checkedBy}` : ''}`,
  ]);
  paper.table(parts, rows, { head: ['Fastener', 'Value', 'Source', 'Reading', 'Who and when'] });
}

function alignmentPart(paper: Paper, packet: Packet): void {
  const { alignment } = packet;
  paper.heading('Alignment');
  if (!alignment)
    return paper.paragraph(
      `Not aligned. Drive no further than ${packet.driveLimit ?? 'needed'}, and only to the rack.`,
      'strong',
    );
  paper.paragraph(`${alignment.rack}, ${alignment.operator}. Specification: ${alignment.specSource}.`);
  const parts = [2, 1, 1, 1.2, 0.8];
  const rows = alignment.rows.map((row) => [
    row.name,
    angleText(row.before, row.unit),
    angleText(row.after, row.unit),
    row.range,
    row.verdict,
  ]);
  paper.table(parts, rows, { head: ['Angle', 'Before', 'After', 'Range', ''] });
  if (alignment.wheels) {
    const drawing = wheelsDrawing(alignment.wheels.before, alignment.wheels.after);
    paper.room(270);
    const top = paper.doc.y + 4;
    paper.doc.y = top + drawShapes(paper.doc, drawing, MARGIN + 60, top, paper.width - 120) + 4;
    paper.paragraph('Before dashed, after solid; angles drawn many times larger than they are.', 'body', 8);
  }
  if (alignment.steer) paper.paragraph(alignment.steer);
  if (alignment.casterGoal)
    paper.paragraph(
      `Caster wanted after the lift: ${angleText(alignment.casterGoal.deg)}, ${alignment.casterGoal.why}.`,
    );
  const verdict = describeSheet(alignment.rows, alignment.notReached);
  paper.paragraph(
    alignment.acceptedWhy ? `${verdict} Accepted: ${alignment.acceptedWhy}` : verdict,
    'strong',
  );
}

/** How large a picture comes out in a box it is fitted into. */
function shownSize(image: { width: number; height: number }, wide: number, tall: number) {
  const scale = Math.min(wide / image.width, tall / image.height);
  return { wide: image.width * scale, tall: image.height * scale };
}

/** What was drawn over a picture, over it again on the paper. */
function drawMarks(
  doc: Doc,
  marks: readonly PhotoMark[],
  at: { x: number; y: number; wide: number; tall: number },
): void {
  if (!marks.length) return;
  const aspect = at.wide / at.tall;
  doc
    .save()
    .translate(at.x, at.y)
    .scale(at.wide / 1000);
  for (const mark of marks) {
    const drawn = drawMark(mark, aspect);
    if (drawn.d) doc.path(drawn.d).lineWidth(14).strokeColor(INK).stroke();
    if (drawn.d) doc.path(drawn.d).lineWidth(8).strokeColor(TONES.done).stroke();
    if (!drawn.text) continue;
    doc.font('head').fontSize(54).fillColor(TONES.done);
    doc.text(drawn.text, Math.min(drawn.x + 14, 860), Math.max(drawn.y - 60, 4), { lineBreak: false });
  }
  doc.restore();
}

function photoPart(paper: Paper, packet: Packet, pictures: ReadonlyMap<string, Picture>): void {
  if (!packet.photos.length) return;
  paper.heading('Photos', 190);
  const wide = (paper.width - 20) / 3;
  const tall = wide * 0.72;
  let column = 0;
  let top = paper.doc.y;
  for (const photo of packet.photos) {
    const picture = pictures.get(photo.photoId);
    if (!picture) continue;
    if (column === 0) {
      paper.room(tall + 34);
      top = paper.doc.y;
    }
    const x = MARGIN + column * (wide + 10);
    paper.doc.image(bufferOf(picture.thumbnail), x, top, { fit: [wide, tall] });
    drawMarks(paper.doc, photo.marks ?? [], { x, y: top, ...shownSize(picture, wide, tall) });
    paper.doc.font('body').fontSize(8).fillColor(INK);
    paper.doc.text(photo.caption, x, top + tall + 3, { width: wide, height: 22, ellipsis: true });
    column = (column + 1) % 3;
    paper.doc.y = column === 0 ? top + tall + 32 : top;
  }
  if (column !== 0) paper.doc.y = top + tall + 32;
}

function closingPart(paper: Paper, packet: Packet): void {
  paper.heading('Come back for', 110);
  const parts = [2.4, 1, 1.4, 1.4, 1.4];
  const rows = packet.comeBacks.map((back) => [
    back.title,
    back.places ? String(back.places) : '',
    back.interval,
    back.dueOdometer ?? 'by date',
    back.dueOn ? `${shortDay(back.dueOn)}${back.assumedPace ? ' (usual pace)' : ''}` : '',
  ]);
  paper.table(parts, rows, { head: ['What', 'Places', 'When', 'At the dial', 'About'] });
  paper.heading('What is different now, and what to mind');
  for (const text of [...packet.changes, ...packet.cautions]) paper.paragraph(`–  ${text}`);
  for (const note of packet.notes ?? []) {
    paper.heading(note.title);
    for (const line of note.lines) paper.paragraph(`–  ${line}`);
  }
  if (packet.lifted.length) {
    paper.heading('Lifted by the lead');
    for (const lifted of packet.lifted) paper.paragraph(`–  ${describeLift(lifted)}`);
  }
}

function signaturePart(paper: Paper, packet: Packet, picture: Uint8Array | null): void {
  paper.heading('Signed', 150);
  if (packet.correction)
    return paper.paragraph(
      `Version ${packet.version}, after a correction of signed version ${packet.correction.of}. ${packet.correction.why && `${packet.correction.why} `}The signed version is kept as it was.`,
      'strong',
    );
  if (!packet.signed)
    return paper.paragraph(
      packet.version === 0 ? 'Not signed yet: this is a preview.' : 'Handed over unsigned, by the lead.',
    );
  paper.room(80);
  const top = paper.doc.y;
  if (picture) paper.doc.image(bufferOf(picture), MARGIN, top, { fit: [200, 60] });
  paper.doc.y = top + 64;
  paper.paragraph(`${packet.signed.by}, ${shopMoment(packet.signed.at, packet.timeZone)}`, 'strong');
  paper.paragraph(
    `Record of ${packet.chain.count} entries, closing with ${packet.chain.hash}. Packet version ${packet.version}.`,
    'body',
    7.5,
  );
}

/** A picture as it is set on paper. */
export interface Picture {
  thumbnail: Uint8Array;
  width: number;
  height: number;
}

/** What a paper is drawn from: nothing else is read for it, so that the same says the same wherever it is drawn. */
export interface PaperAsked {
  packet: Packet;
  pictures: ReadonlyMap<string, Picture>;
  signature: Uint8Array | null;
}

/** Draws a packet as a PDF. @returns its bytes */
export async function drawPacket({ packet, pictures, signature }: PaperAsked): Promise<Buffer> {
  const doc = new PDFDocument({
    size: packet.paper === 'a4' ? 'A4' : 'LETTER',
    margin: MARGIN,
    bufferPages: true,
    info: {
      Title: `${packet.car.label}, order ${packet.order}`,
      Author: packet.shop,
      CreationDate: new Date(packet.at),
    },
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', () => resolve()));
  doc.registerFont('body', fontOf('barlow', '400Regular'));
  doc.registerFont('strong', fontOf('barlow', '600SemiBold'));
  doc.registerFont('head', fontOf('barlow-condensed', '600SemiBold'));

  const paper = new Paper(doc);
  doc.font('head').fontSize(24).fillColor(INK).text(packet.car.label, MARGIN, MARGIN);
  paper.paragraph(
    `${packet.car.plate} · ${packet.customer} · order ${packet.order} · ${packet.shop} · ${shopMoment(packet.at, packet.timeZone)}`,
  );
  if (packet.shopReach) paper.paragraph(packet.shopReach);
  const { arrived, out, back } = packet.odometer;
  paper.paragraph(
    `Odometer: arrived ${arrived}${out ? `, road test out ${out}` : ''}${back ? `, back ${back}` : ''}.`,
  );
  paper.paragraph(`Asked for: ${packet.wants}${packet.carries ? ` Carries: ${packet.carries}` : ''}`);
  if (packet.pushOnly) paper.paragraph('PUSH ONLY: this car is not driven.', 'strong', 13);
  heightsPart(paper, packet);
  paper.heading('Fitted');
  for (const part of packet.fitted) {
    paper.paragraph(
      `${part.end === 'front' ? 'Front' : 'Rear'}: ${part.name}. Predicted lift ${part.predicted}${part.claimed ? `, the kit claims ${part.claimed}` : ''}.`,
    );
  }
  torquePart(paper, packet);
  alignmentPart(paper, packet);
  if (packet.road) {
    paper.heading('Road test', 120);
    const rows = packet.road.checks.map(({ label, result, note }) => [label, result, note]);
    paper.table([2, 0.7, 2], rows);
    if (packet.road.note) paper.paragraph(packet.road.note);
  }
  closingPart(paper, packet);
  photoPart(paper, packet, pictures);
  signaturePart(paper, packet, signature);

  const { start, count } = doc.bufferedPageRange();
  for (let page = start; page < start + count; page += 1) {
    doc.switchToPage(page);
    doc.page.margins.bottom = 0;
    doc.font('body').fontSize(8).fillColor(TONES.soft);
    doc.text(
      `${packet.car.plate} · order ${packet.order} · page ${page + 1} of ${count}`,
      MARGIN,
      doc.page.height - 34,
      { width: paper.width, align: 'right' },
    );
  }
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}
