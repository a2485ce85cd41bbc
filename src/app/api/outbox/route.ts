import { LARGEST, jsonOf } from '@/server/body';
import { withMutationGuards, currentDevice, json } from '@/server/http';
import { takeQueued } from '@/server/outbox/take';

/** Takes one move a tablet queued without network; its signature says whose it is. */
export const POST = withMutationGuards(async (request) => {
  const taken = await takeQueued(await jsonOf(request, LARGEST.queued), await currentDevice());
  return json(taken.ok ? 200 : 400, taken);
});
