import { changing, dropSession, json, sessionToken } from '@/server/http';
import { endSession } from '@/server/sessions/sessions';

export const POST = changing(async () => {
  await endSession(await sessionToken());
  await dropSession();
  return json(200, { ok: true, answer: {} });
});
