import { db } from '@/server/database';
import { exportOrder } from '@/server/formats/order-file';
import { zipResponse } from '@/server/formats/zip-response';
import { noteView, openLink } from '@/server/links/links';
import { notHere } from '@/server/links/page';

/** The page's own order, open and whole, as one ZIP. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }) {
  const link = await openLink((await params).token);
  const made = link && (await exportOrder(db(), link.orderId));
  if (!link || !made) return notHere();
  await noteView(link.linkId, 'zip');
  return zipResponse(made.zip, `order-${made.number}.zip`);
}
