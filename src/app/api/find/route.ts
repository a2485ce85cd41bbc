import { db } from '@/server/database';
import { actorOrAnswer, json } from '@/server/http';
import { searchAll } from '@/server/queries/search';

/** What a few letters find, over all there is. */
export async function GET(request: Request) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const text = new URL(request.url).searchParams.get('q') ?? '';
  return json(200, { ok: true, answer: { hits: await searchAll(db(), text) } });
}
