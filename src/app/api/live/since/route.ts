import { actorOrAnswer, json } from '@/server/http';
import { movedWithin } from '@/server/live/changes';

/** What moved in the last `ms`: asked once by a page that was read then and begins to listen now. */
export async function GET(request: Request) {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const ms = Number(new URL(request.url).searchParams.get('ms') ?? NaN);
  return json(200, { ok: true, answer: await movedWithin(ms) });
}
