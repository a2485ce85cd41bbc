import { db } from '@/server/database';

export const dynamic = 'force-dynamic';

/** Alive is a server that serves and a database that answers it. */
export async function GET() {
  try {
    await db().row('SELECT 1 AS one');
    return Response.json({ alive: true });
  } catch {
    return Response.json({ alive: false, why: 'The database does not answer.' }, { status: 503 });
  }
}
