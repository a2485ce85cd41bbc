import type { HandoffData } from '@/core/ledger/kinds/handed-over';
import { sha256, canonicalJson } from '../entries/canonical';
import type { CommandContext, LockedOrder } from '../commands/context';
import { GoThroughAgain } from '../commands/rehearsal';
import { db } from '../database';
import { Kept } from '../entries/kept';
import { buildPacket } from './packet';
import { packetPdf } from './packet-pdf';
import { keepDocument } from './store';
import type { Row } from '../tables';

/** Papers by what they say and who signed them. */
const papers = new Kept<Buffer>(20);

/**
 * Freezes an order's packet and its PDF by their hashes and appends the handoff that names them: signed, or unsigned
 * with the lead's reason, or a version that follows a correction.
 */
export async function sealHandoff(
  ctx: CommandContext,
  order: Pick<LockedOrder, 'id' | 'state'>,
  signed: { by: string; picture: Buffer } | null,
  correction?: HandoffData['correction'],
): Promise<number> {
  const at = ctx.receivedAt.toISOString();
  const signatureHash = signed ? sha256(signed.picture) : '';
  const head = (await ctx.tx.row<Row<'chain_head', 'count' | 'hash'>>(
    'SELECT count, hash FROM chain_head WHERE chain = ?',
    [order.id],
  ))!;
  const version = order.state.handoffs.length + 1;
  const packet = await buildPacket(ctx.tx, order.id, {
    version,
    at,
    signed: signed ? { by: signed.by, at, pictureHash: signatureHash } : null,
    chain: head,
    // Why stands in the shop's record; the customer is told in words chosen for them.
    ...(correction ? { correction: { of: correction.of, why: '' } } : {}),
  });
  const content = canonicalJson(packet);
  const key = sha256(`${content}\n${signatureHash}`);
  const picture = signed?.picture ?? null;
  if (ctx.later) {
    ctx.later.push(async () => papers.set(key, await packetPdf(packet, db(), picture)));
    return version;
  }
  // Drawn before anything was locked, unless something else was appended since: then what it says is another.
  const drawn = papers.get(key);
  if (!drawn && ctx.mayGoAgain) throw new GoThroughAgain();
  const pdf = drawn ?? (await packetPdf(packet, ctx.tx, picture));
  const packetHash = await keepDocument(ctx.tx, 'packet', Buffer.from(content), ctx.receivedAt);
  const pdfHash = await keepDocument(ctx.tx, 'pdf', pdf, ctx.receivedAt);
  if (signed) {
    await ctx.tx.run(
      'INSERT IGNORE INTO signature (hash, order_id, signer_name, picture, created_at) VALUES (?, ?, ?, ?, ?)',
      [signatureHash, order.id, signed.by, signed.picture, ctx.receivedAt],
    );
  }
  await ctx.append(order.id, {
    kind: 'handoff',
    data: {
      version,
      packetHash,
      pdfHash,
      signatureHash,
      chainCount: head.count,
      chainHash: head.hash,
      ...(correction ? { correction } : {}),
    },
  });
  return version;
}
