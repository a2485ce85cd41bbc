import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { keepDeviceKey } from '@/server/outbox/keys';

/** Keeps the public key a tablet made for whoever is signed in on it. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const { publicKey } = (await jsonOf(request, LARGEST.command)) as { publicKey?: unknown };
  await keepDeviceKey(session.deviceId, session.person.id, String(publicKey ?? '').slice(0, 400));
  return json(200, { ok: true, answer: { deviceId: session.deviceId } });
});
