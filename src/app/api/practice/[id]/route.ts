import { checkInput } from '@/contracts/check';
import type { OfflineName } from '@/contracts/commands';
import { practiceAct } from '@/contracts/practice-acts';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { now } from '@/server/clock';
import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { actOnTry } from '@/server/practice/tries';
import type { PracticeAct } from '@/practice/practice-try';

/** What somebody does on a practice car: a tap of the bay, a look, a hand put to it, the end of it. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const id = new URL(request.url).pathname.split('/').at(-1)!;
  const { value, error } = practiceAct.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  const act = { ...(value as object), at: now().toISOString() } as PracticeAct;
  if (act.kind === 'move') {
    const checked = checkInput(act.name as OfflineName, act.input);
    if (!checked.ok) return json(400, checked);
    act.input = checked.input;
  }
  const outcome = await actOnTry(id, session.person.id, act);
  // A page is told what is seen there, never which fault it is of.
  const told =
    'seen' in outcome && outcome.seen ? { ...outcome, seen: { words: outcome.seen.words } } : outcome;
  return json(200, { ok: true, answer: told });
});
