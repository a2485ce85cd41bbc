import { readBayBundle } from '@/features/bay/read-bundle';
import { newsFor } from '@/features/bay/bay-bundle';
import { actorOrAnswer, answerErrors, json } from '@/server/http';

/**
 * One car's record and what the shop has, for a tablet to go on with; after the entries it says it has (`after`, how many,
 * and `last`, the id of the last), only those that came since.
 */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const bundle = await readBayBundle((await params).id, session);
  if (!bundle || bundle === 'no-run')
    return answerErrors(404, [
      { field: '', code: 'no-order', message: 'There is no work to show for this car.' },
    ]);
  const { searchParams } = new URL(request.url);
  const count = Number(searchParams.get('after'));
  const lastId = searchParams.get('last');
  const known = Number.isInteger(count) && count > 0 && lastId ? { count, lastId } : null;
  return json(200, { ok: true, answer: newsFor(bundle, known) });
}
