import { LARGEST, jsonOf } from '@/server/body';
import { execute } from '@/server/commands/execute';
import { sha256 } from '@/server/entries/canonical';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { newToken, originOf, publicBase } from '@/server/links/links';

/** Gives the calendar feed another secret address, shown this once; the one before stops working. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const secret = newToken();
  const { id, deviceSeq } = (await jsonOf(request, LARGEST.command)) as { id: string; deviceSeq: number };
  const answer = await execute(
    'calendar.renew',
    { id, deviceSeq, input: { secretHash: sha256(secret) } },
    { person: session.person, deviceId: session.deviceId },
  );
  if (!answer.ok) return json(400, answer);
  const origin = publicBase(originOf(request));
  return json(200, { ok: true, answer: { address: `${origin}/api/calendar/${secret}.ics` } });
});
