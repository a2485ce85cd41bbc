import { createHash } from 'node:crypto';
import path from 'node:path';
import PDFDocument from 'pdfkit';
import { fontOf } from '@/server/documents/paper';

const FILE = path.join(
  process.cwd(),
  'node_modules/@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf',
);

/** A page of words that kern, join and repeat. @returns the hash of its bytes without the random file id */
async function page(font: Parameters<PDFKit.PDFDocument['registerFont']>[1], rows: number): Promise<string> {
  const doc = new PDFDocument({ info: { CreationDate: new Date(0) } });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((resolve) => doc.on('end', () => resolve()));
  doc.registerFont('body', font);
  doc.font('body');
  for (let row = 0; row < rows; row += 1) {
    doc.fontSize(8 + (row % 3)).text(`Torque AVATAR To Wa 12.5 N·m, left rear, row ${row % 7}`);
    doc.widthOfString('AVATAR');
  }
  doc.end();
  await ended;
  const text = Buffer.concat(chunks)
    .toString('latin1')
    .replace(/\/ID \[[^\]]*\]/, '');
  return createHash('sha256').update(text).digest('hex');
}

test('papers set with a font opened once are those set with its file, the first and every later one', async () => {
  const plain = await page(FILE, 40);
  const shared = fontOf('barlow', '400Regular');
  expect(fontOf('barlow', '400Regular')).toBe(shared);
  for (let paper = 0; paper < 3; paper += 1) expect(await page(shared, 40)).toBe(plain);
  expect(await page(shared, 39)).not.toBe(plain);
});
