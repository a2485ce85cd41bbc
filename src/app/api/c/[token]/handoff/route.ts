import { noteView, openLink } from '@/server/links/links';
import { notFoundResponse } from '@/server/links/page';
import { customerPdf } from '@/server/queries/customer-page';

/** The handoff of the page's own order as a PDF. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }) {
  const link = await openLink((await params).token);
  const pdf = link && (await customerPdf(link.orderId));
  if (!link || !pdf) return notFoundResponse();
  await noteView(link.linkId, 'pdf');
  return new Response(new Uint8Array(pdf.bytes), {
    headers: {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `attachment; filename="handoff-${pdf.number}.pdf"`,
      'Cache-Control': 'no-store',
    },
  });
}
