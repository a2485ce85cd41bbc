import { Refusal } from '@/core/calc/calculator';
import { actorOrAnswer, changing, json } from '@/server/http';
import { countFor, withinLimit } from '@/server/sessions/rate';
import { LARGEST_UPLOAD, storePhoto } from '@/server/photos/store';

/** Takes one picture in; binding it to a step or corner is a command of its own. */
export const POST = changing(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  await withinLimit('upload', session.deviceId);
  await countFor('upload', session.deviceId);
  const announced = Number(request.headers.get('content-length') ?? 0);
  if (announced > LARGEST_UPLOAD + 1_000_000) {
    throw new Refusal('too-large', 'A picture may be 25 MB at most: take it smaller.', 'file');
  }
  const file = (await request.formData()).get('file');
  if (!(file instanceof File)) throw new Refusal('missing', 'Choose a picture.', 'file');
  return json(200, { ok: true, answer: await storePhoto(Buffer.from(await file.arrayBuffer())) });
});
