import Joi from 'joi';
import { line, oneOf } from '@/contracts/fields';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { DRILLS, type DrillId } from '@/core/practice/drills';
import { LARGEST, jsonOf } from '@/server/body';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { answerDrill } from '@/server/practice/answers';

const schema = Joi.object<{ drill: DrillId; seed: number; typed: string }>({
  drill: oneOf(...DRILLS).required(),
  seed: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31)
    .required(),
  typed: line(80)
    .required()
    .messages({ 'string.empty': 'Answer it first', 'any.required': 'Answer it first' }),
});

/** An answer to a drill: judged by the calculators, kept for what comes again. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.command), LOOKED_AT);
  if (error) throw firstWrong(error);
  return json(200, { ok: true, answer: await answerDrill(session.person.id, value) });
});
