import { holdsRole } from '@/core/ledger/roles';
import { exportShop } from '@/server/formats/export-shop';
import { zipResponse } from '@/server/formats/zip-response';
import { currentSession } from '@/server/http';

/** Everything in the shop, for its owner. */
export async function GET() {
  const session = await currentSession();
  if (!session || session.needs !== 'nothing') return new Response('Sign in first.', { status: 401 });
  if (!holdsRole(session.person.roles, ['owner']))
    return new Response('This is for the owner.', { status: 403 });
  return zipResponse(exportShop(), 'wrenchwise-shop.zip');
}
