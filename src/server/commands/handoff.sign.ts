import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { closingHoles } from '@/core/ledger/closing';
import { isJob } from '@/core/ledger/order-state';
import { keepDocument } from '../documents/store';
import { buildPacket } from '../documents/packet';
import { packetPdf } from '../documents/packet-pdf';
import { canonicalJson, sha256 } from '../entries/canonical';
import { followUpsAtHandoff } from '../follow-up/open';
import { closeOpenClock } from './clock.off';
import { command } from './command';
import { id, line } from './fields';

interface SignInput {
  orderId: string;
  signer: string;
  /** The drawn signature, a PNG as a data address. */
  signature: string;
}

const PNG = /^data:image\/png;base64,([A-Za-z0-9+/=]+)$/;
const LARGEST_SIGNATURE = 400_000;

/** The customer signs: the packet's data and its PDF are frozen by their hashes, and the come-backs are opened. */
export const handoffSign = command({
  name: 'handoff.sign',
  who: ['advisor'],
  input: Joi.object<SignInput>({
    orderId: id().required(),
    signer: line(120).required().messages({ 'string.empty': 'Write the name of who signs' }),
    signature: Joi.string().pattern(PNG).max(LARGEST_SIGNATURE).required().messages({
      'string.empty': 'Have it signed in the box',
      'any.required': 'Have it signed in the box',
      'string.pattern.base': 'The signature did not come through: sign again',
    }),
  }),
  async run(ctx, { orderId, signer, signature }) {
    const order = await ctx.openOrder(orderId);
    if (!isJob(order.state)) throw new Refusal('visit', 'A visit is closed, not signed over.', 'orderId');
    const holes = closingHoles(order.state);
    if (holes.length) {
      throw new Refusal(
        'holes',
        `Before it is handed over: ${holes.map((hole) => hole.text).join(' ')}`,
        'orderId',
      );
    }
    await followUpsAtHandoff(ctx, order);
    const picture = Buffer.from(PNG.exec(signature)![1]!, 'base64');
    const signatureHash = sha256(picture);
    const head = (await ctx.tx.row<{ count: number; hash: string }>(
      'SELECT count, hash FROM chain_head WHERE chain = ?',
      [order.id],
    ))!;
    const version = order.state.handoffs.length + 1;
    const packet = await buildPacket(ctx.tx, order.id, {
      version,
      at: ctx.receivedAt.toISOString(),
      signed: { by: signer, at: ctx.receivedAt.toISOString(), pictureHash: signatureHash },
      chain: head,
    });
    const pdf = await packetPdf(packet, ctx.tx, picture);
    const packetHash = await keepDocument(
      ctx.tx,
      'packet',
      Buffer.from(canonicalJson(packet)),
      ctx.receivedAt,
    );
    const pdfHash = await keepDocument(ctx.tx, 'pdf', pdf, ctx.receivedAt);
    await ctx.tx.run(
      'INSERT IGNORE INTO signature (hash, order_id, signer_name, picture, created_at) VALUES (?, ?, ?, ?, ?)',
      [signatureHash, order.id, signer, picture, ctx.receivedAt],
    );
    await ctx.append(order.id, {
      kind: 'handoff',
      data: { version, packetHash, pdfHash, signatureHash, chainCount: head.count, chainHash: head.hash },
    });
    await closeOpenClock(ctx, ctx.person.id, 'done');
    return { version };
  },
});
