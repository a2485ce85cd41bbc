import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { PhotoData } from '@/core/ledger/entries';
import { command } from './command';
import { corner, id, line, text } from './fields';
import { mustHavePhoto } from './finding.record';

/** Binds a stored picture to a step, a corner, a fastener or an occasion of an order. */
export const photoBind = command({
  name: 'photo.bind',
  who: ['tech', 'advisor'],
  input: Joi.object<Omit<PhotoData, 'sha256'> & { orderId: string; uploadHash: string | null }>({
    orderId: id().required(),
    photoId: id().allow(null).default(null),
    // A picture queued without network is named by its bytes: its id is given when it arrives.
    uploadHash: Joi.string().hex().length(64).allow(null).default(null),
    stepId: Joi.string().max(80).allow(null).default(null),
    corner: corner().allow(null).default(null),
    fastenerId: Joi.string().max(80).allow(null).default(null),
    occasion: Joi.string().max(60).allow(null).default(null),
    caption: text(300),
    shot: line(60).allow(null).default(null),
  }),
  async run(ctx, { orderId, photoId: given, uploadHash, ...binding }) {
    const order = await ctx.openOrder(orderId);
    const photo = await ctx.tx.row<{ id: string; sha256: string }>(
      uploadHash
        ? 'SELECT id, sha256 FROM photo WHERE upload_hash = ?'
        : 'SELECT id, sha256 FROM photo WHERE id = ?',
      [uploadHash ?? given],
    );
    if (!photo) throw new Refusal('no-photo', 'That picture has not arrived.', 'photoId');
    if (binding.stepId && !order.state.document?.steps.some((step) => step.id === binding.stepId)) {
      throw new Refusal('no-step', 'This job has no such step.', 'stepId');
    }
    if (!binding.stepId && !binding.corner && !binding.fastenerId && !binding.occasion) {
      throw new Refusal('unbound', 'Say what the picture shows: a step, a corner or an occasion.', 'stepId');
    }
    await mustHavePhoto(ctx.tx, photo.id);
    await ctx.append(order.id, {
      kind: 'photo',
      data: { photoId: photo.id, sha256: photo.sha256, ...binding },
    });
    return {};
  },
});
