import { db } from '@/server/database';
import { currentSession } from '@/server/http';
import { procedureById } from '@/server/procedures';

/** A procedure as a file, at a version or the newest. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  if (!(await currentSession())) return new Response('Sign in first.', { status: 401 });
  const asked = new URL(request.url).searchParams.get('version');
  const version = asked && /^\d{1,6}$/.test(asked) ? Number(asked) : undefined;
  const found = await procedureById(db(), (await params).id, version);
  if (!found) return new Response('No such procedure.', { status: 404 });
  return new Response(`${JSON.stringify(found.procedure, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${found.procedure.id}-v${found.version}.json"`,
      'Cache-Control': 'no-store',
    },
  });
}
