import { practiceAsked } from '@/contracts/practice-acts';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { type Asked, beginTry } from '@/server/practice/tries';

/** Begins a practice car: nothing of it is ever an entry of the shop. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const { value, error } = practiceAsked.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  const { person, deviceId } = session;
  return json(200, {
    ok: true,
    answer: await beginTry({ personId: person.id, deviceId }, value as Asked),
  });
});
