import { isClosed } from '@/core/ledger/order-state';
import { db } from '@/server/database';
import { loadOrder } from '@/server/entries/order';
import { exportOrder } from '@/server/formats/order-file';
import { zipResponse } from '@/server/formats/zip-response';
import { noteView, openLink } from '@/server/links/links';
import { notFoundResponse } from '@/server/links/page';

/** The page's own order, open and whole, as one ZIP: once it has been handed over or closed. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }) {
  const link = await openLink((await params).token);
  const order = link && (await loadOrder(db(), link.orderId));
  const made = link && order && isClosed(order.state) ? await exportOrder(db(), link.orderId) : null;
  if (!link || !made) return notFoundResponse();
  await noteView(link.linkId, 'zip');
  return zipResponse(made.zip, `order-${made.number}.zip`);
}
