import { checksOwedIn, waysBack } from '@/contracts/taking-back';
import { isClosed } from '@/core/ledger/order-state';
import { db } from '@/server/database';
import { actorOrAnswer, answerErrors, json } from '@/server/http';
import { readOrderFile } from '@/server/queries/order';

/** What taking an entry back would do, and the smaller ways there are: read before anything is recorded. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string; entryId: string }> }) {
  const actor = await actorOrAnswer();
  if (actor instanceof Response) return actor;
  const { id, entryId } = await params;
  const file = await readOrderFile(db(), id);
  const entry = file?.entries.find((one) => one.id === entryId);
  if (!file || !entry)
    return answerErrors(404, [{ field: '', code: 'no-entry', message: 'This order has no such entry.' }]);
  const ways = waysBack(file.entries, file.state, entryId, file.people);
  // What was handed over stays as it was driven: a correction there undoes nothing that happened since.
  if (isClosed(file.state)) for (const way of ways) way.falls = [];
  return json(200, { ok: true, answer: { ways, checksOwed: checksOwedIn(file.state, entry) } });
}
