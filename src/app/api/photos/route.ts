import { Refusal } from '@/core/refusal';
import { FORM_AROUND, formOf } from '@/server/body';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { countFor } from '@/server/sessions/rate';
import { LARGEST_UPLOAD, PICTURE_TOO_LARGE, storePhoto } from '@/server/photos/store';

/** Takes one picture in; binding it to a step or corner is a command of its own. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  await countFor('upload', session.deviceId);
  const file = (await formOf(request, LARGEST_UPLOAD + FORM_AROUND, 'file', PICTURE_TOO_LARGE)).get('file');
  if (!(file instanceof File)) throw new Refusal('missing', 'Choose a picture.', 'file');
  return json(200, { ok: true, answer: await storePhoto(Buffer.from(await file.arrayBuffer())) });
});
