import Joi from 'joi';
import { LARGEST, jsonOf } from '@/server/body';
import { withMutationGuards, currentSession, dropSession, json, sessionToken } from '@/server/http';
import { endSession, endSessionKeys } from '@/server/sessions/sessions';

const schema = Joi.object<{ lastQueued: number | null }>({
  lastQueued: Joi.number().integer().min(0).allow(null).default(null),
});

/**
 * Ends the session here. The tablet tells the number of its last move: those up to it still count when they arrive. What
 * the browser kept of pictures is cleared.
 */
export const POST = withMutationGuards(async (request) => {
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.signIn));
  const session = await currentSession();
  if (session && !error && value.lastQueued !== null) await endSessionKeys(session, value.lastQueued);
  await endSession(await sessionToken());
  await dropSession();
  const answer = json(200, { ok: true, answer: {} });
  answer.headers.set('Clear-Site-Data', '"cache"');
  return answer;
});
