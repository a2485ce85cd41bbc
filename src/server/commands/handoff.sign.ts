import sharp from 'sharp';
import { sealHandoff } from '../documents/seal';
import { readyToHandOver } from '../handoff-ready';
import { followUpsAtHandoff } from '../follow-up/open';
import { Refusal } from '@/core/refusal';
import { sha256 } from '../entries/canonical';
import { Kept } from '../entries/kept';
import { closeClocksOf } from './clock.off';
import { handle } from './handler';
import { PNG } from '@/contracts/commands/handed-over';

const MOST_PIXELS = 4_000_000;

const drawn = new Kept<Buffer>(20);

/** The signature as a picture of ours: decided by its content, encoded anew. @throws Refusal when it is none */
async function drawnSignature(signature: string): Promise<Buffer> {
  const key = sha256(signature);
  const known = drawn.get(key);
  if (known) return known;
  const bytes = Buffer.from(PNG.exec(signature)![1]!, 'base64');
  try {
    const picture = await sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
      .flatten({ background: '#ffffff' })
      .png()
      .toBuffer();
    drawn.set(key, picture);
    return picture;
  } catch {
    throw new Refusal('signature', 'The signature did not come through: sign again.', 'signature');
  }
}

export const handoffSign = handle('handoff.sign', {
  seals: true,
  // Looked at before anything is locked; a picture that is none is refused at its field.
  async before(_, { signature }) {
    await drawnSignature(signature);
    return null;
  },
  async run(ctx, { orderId, signer, signature }) {
    const order = await readyToHandOver(ctx, orderId);
    await followUpsAtHandoff(ctx, order);
    const picture = await drawnSignature(signature);
    const version = await sealHandoff(ctx, order, { by: signer, picture });
    await closeClocksOf(ctx, order);
    return { version };
  },
});
