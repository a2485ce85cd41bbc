import Joi from 'joi';
import { oneOf } from '@/contracts/fields';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { holdsRole } from '@/core/ledger/roles';
import { Refusal } from '@/core/refusal';
import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { beginWalk, stopWalk } from '@/server/running/walk-apart';

const schema = Joi.object<{ ask: 'go on' | 'anew' | 'stop' }>({
  ask: oneOf('go on', 'anew', 'stop').required(),
});

/** Walks the whole record beside the server, or stops that. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  if (!holdsRole(session.person.roles, ['owner']))
    throw new Refusal('role', 'This is for the owner: ask them.', 'ask');
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  if (value.ask === 'stop') await stopWalk();
  else beginWalk(value.ask === 'anew');
  return json(200, { ok: true, answer: {} });
});
