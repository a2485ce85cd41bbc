import { Refusal } from '@/core/refusal';
import { FORM_AROUND, formOf } from '@/server/body';
import { sha256 } from '@/server/entries/canonical';
import { withMutationGuards, currentDevice, json } from '@/server/http';
import { signedBy } from '@/server/outbox/keys';
import { addressOf, countFor } from '@/server/sessions/rate';
import { LARGEST_UPLOAD, PICTURE_TOO_LARGE, storePhoto } from '@/server/photos/store';

/** Takes a picture a tablet queued: its person signed the hash of its bytes there. */
export const POST = withMutationGuards(async (request) => {
  await countFor('upload', addressOf(request));
  const form = await formOf(request, LARGEST_UPLOAD + FORM_AROUND, 'file', PICTURE_TOO_LARGE);
  const [file, hash, personId, signature] = ['file', 'hash', 'personId', 'signature'].map((name) =>
    form.get(name),
  );
  if (!(file instanceof File)) throw new Refusal('missing', 'Choose a picture.', 'file');
  const genuine = await signedBy(await currentDevice(), String(personId), `photo ${hash}`, String(signature));
  if (genuine !== true)
    throw new Refusal('forged', 'This picture was not signed on this tablet.', 'signature');
  const bytes = Buffer.from(await file.arrayBuffer());
  if (sha256(bytes) !== hash) throw new Refusal('forged', 'This is not the picture that was signed.', 'file');
  return json(200, { ok: true, answer: await storePhoto(bytes) });
});
