import Joi from 'joi';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { LARGEST, jsonOf } from '@/server/body';
import { id } from '@/contracts/fields';
import { withMutationGuards, currentDevice, json, keepSession } from '@/server/http';
import { addressOf, limited } from '@/server/sessions/rate';
import { changePerson } from '@/server/sessions/sessions';

const schema = Joi.object<{ personId: string; pin: string }>({
  personId: id()
    .required()
    .messages({ 'any.required': 'Choose who you are', 'string.empty': 'Choose who you are' }),
  pin: Joi.string()
    .pattern(/^\d{4,6}$/)
    .required()
    .messages({ 'string.pattern.base': 'A PIN is 4 to 6 digits', 'string.empty': 'Enter your PIN' }),
});

/** A quick change of person on a shared tablet, or the same person back after idling. */
export const POST = withMutationGuards(async (request) => {
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.signIn), LOOKED_AT);
  if (error) throw firstWrong(error);
  const device = await currentDevice();
  await keepSession(
    await limited('wrongSignIn', addressOf(request), () => changePerson(value.personId, value.pin, device)),
  );
  return json(200, { ok: true, answer: {} });
});
