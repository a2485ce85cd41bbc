import Joi from 'joi';
import { LOOKED_AT, firstWrong } from '@/contracts/refused';
import { LARGEST, jsonOf } from '@/server/body';
import { withMutationGuards, currentDevice, json, keepSession } from '@/server/http';
import { addressOf, limited } from '@/server/sessions/rate';
import { signIn } from '@/server/sessions/sessions';

const schema = Joi.object<{ name: string; password: string }>({
  name: Joi.string().trim().max(80).required().messages({ 'string.empty': 'Enter your name' }),
  password: Joi.string().max(200).required().messages({ 'string.empty': 'Enter your password' }),
});

export const POST = withMutationGuards(async (request) => {
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.signIn), LOOKED_AT);
  if (error) throw firstWrong(error);
  const device = await currentDevice();
  await keepSession(
    await limited('wrongSignIn', addressOf(request), () => signIn(value.name, value.password, device)),
  );
  return json(200, { ok: true, answer: {} });
});
