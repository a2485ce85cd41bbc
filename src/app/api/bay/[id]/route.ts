import { readBayBundle } from '@/features/bay/read-bundle';
import { actorOrAnswer, answerErrors, json } from '@/server/http';

/** One car's record and what the shop has, for a tablet to go on with. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const bundle = await readBayBundle((await params).id, session);
  if (!bundle || bundle === 'no-run')
    return answerErrors(404, [
      { field: '', code: 'no-order', message: 'There is no work to show for this car.' },
    ]);
  return json(200, { ok: true, answer: bundle });
}
