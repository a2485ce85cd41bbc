import Joi from 'joi';
import { Refusal } from '@/core/refusal';
import { LARGEST, jsonOf } from '@/server/body';
import { withMutationGuards, currentDevice, json, keepSession } from '@/server/http';
import { addressOf, limited } from '@/server/sessions/rate';
import { signIn } from '@/server/sessions/sessions';

const schema = Joi.object<{ name: string; password: string }>({
  name: Joi.string().trim().max(80).required().messages({ 'string.empty': 'Enter your name' }),
  password: Joi.string().max(200).required().messages({ 'string.empty': 'Enter your password' }),
});

export const POST = withMutationGuards(async (request) => {
  const { value, error } = schema.validate(await jsonOf(request, LARGEST.signIn));
  if (error) throw new Refusal('missing', `${error.details[0]!.message}.`, String(error.details[0]!.path[0]));
  const device = await currentDevice();
  await keepSession(
    await limited('wrongSignIn', addressOf(request), () => signIn(value.name, value.password, device)),
  );
  return json(200, { ok: true, answer: {} });
});
