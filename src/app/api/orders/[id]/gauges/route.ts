import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { gaugesRead } from '@/server/devices/gauges';
import { loadOrder } from '@/server/entries/order';
import { currentSession } from '@/server/http';

/** The stand-in gauges: what the four at the wheels of this car read now. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const session = await currentSession();
  if (!session || session.needs !== 'nothing') return new Response('Sign in first.', { status: 401 });
  if (!(await standInsNow(db())).gauges.chosen)
    return new Response('The stand-in gauges are off.', { status: 404 });
  const order = await loadOrder(db(), (await params).id).catch(() => null);
  const heights = order && gaugesRead(order.state, session.person.lengthUnit, Date.now());
  return heights ? Response.json(heights) : new Response('Nothing to read yet.', { status: 404 });
}
