import { LARGEST, jsonOf } from '@/server/body';
import { type WrenchAsk, wrenchAsk } from '@/contracts/wrench-ask';
import { db } from '@/server/database';
import { mustBeChosen } from '@/server/devices/chosen';
import {
  bindWrench,
  dropTrayReading,
  takeReading,
  useTrayReading,
  waitFor,
} from '@/server/devices/torque-wrench';
import { actorOrAnswer, answerErrors, withMutationGuards, json } from '@/server/http';

/** The tablet's torque wrench: bound here, waited for, pulled; and its tray. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  const checked = wrenchAsk.validate(await jsonOf(request, LARGEST.command));
  if (checked.error)
    return answerErrors(400, [{ field: '', code: 'shape', message: 'The wrench sent nothing readable.' }]);
  await mustBeChosen(db(), 'wrench');
  const { person, deviceId } = session;
  const value = checked.value as WrenchAsk;
  switch (value.ask) {
    case 'bind':
      await bindWrench(deviceId, value.wrenchId);
      return json(200, { ok: true, answer: {} });
    case 'wait':
      await waitFor(deviceId, value.waiting);
      return json(200, { ok: true, answer: {} });
    case 'pull':
      return json(200, { ok: true, answer: await takeReading(person, deviceId, value) });
    case 'use':
      await useTrayReading(person, deviceId, value.readingId, value);
      return json(200, { ok: true, answer: {} });
    case 'drop':
      await dropTrayReading(deviceId, value.readingId);
      return json(200, { ok: true, answer: {} });
  }
});
