import { db } from '@/server/database';
import { exportOrder } from '@/server/formats/order-file';
import { currentSession } from '@/server/http';
import { zipResponse } from '@/server/formats/zip-response';

/** A work order with all that belongs to it, as one ZIP. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const session = await currentSession();
  if (!session || session.needs !== 'nothing') return new Response('Sign in first.', { status: 401 });
  const { id } = await params;
  const made = /^[0-9a-f-]{36}$/.test(id) ? await exportOrder(db(), id) : null;
  return made
    ? zipResponse(made.zip, `order-${made.number}.zip`)
    : new Response('No such work order.', { status: 404 });
}
