import { db } from '@/server/database';
import { cardPdf } from '@/server/documents/card-drawing';
import { currentSession } from '@/server/http';
import { readShop } from '@/server/queries/shop';

/** The card for heights by photograph, to be printed at its true size. */
export async function GET() {
  if (!(await currentSession())) return new Response('Sign in first.', { status: 401 });
  const { paper } = await readShop(db());
  const pdf = await cardPdf(paper === 'a4' ? 'a4' : 'letter');
  return new Response(new Uint8Array(pdf), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="card.pdf"',
    },
  });
}
