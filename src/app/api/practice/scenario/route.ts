import { practiceScenario } from '@/contracts/practice-acts';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { holdsRole } from '@/core/ledger/roles';
import { Refusal } from '@/core/refusal';
import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { keepScenario } from '@/server/practice/tries';

/** A practice file of the shop's own, by a lead: looked through against the job it is about. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  if (!holdsRole(session.person.roles, ['lead', 'owner']))
    throw new Refusal('role', 'A lead brings practice files in.', '');
  const { value, error } = practiceScenario.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  return json(200, { ok: true, answer: await keepScenario(session.person.id, value) });
});
