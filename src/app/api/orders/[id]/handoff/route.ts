import { currentSession } from '@/server/http';
import { handoffPdf } from '@/server/documents/handoff-pdf';

/** The handoff as a PDF: the signed bytes when it has been signed, else a preview of the packet as it stands. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const session = await currentSession();
  if (!session || session.needs !== 'nothing') return new Response('Sign in first.', { status: 401 });
  const version = Number(new URL(request.url).searchParams.get('version') ?? 0) || undefined;
  const pdf = await handoffPdf((await params).id, version);
  if (!pdf) return new Response('No such work order.', { status: 404 });
  return new Response(new Uint8Array(pdf.bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="handoff-${pdf.number}.pdf"`,
      'Cache-Control': 'no-store',
    },
  });
}
