import QRCode from 'qrcode';
import { LARGEST, jsonOf } from '@/server/body';
import { execute } from '@/server/commands/execute';
import { sha256 } from '@/server/entries/canonical';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';
import { linkAddress, newToken, originOf } from '@/server/links/links';

/** Makes the customer's page an address and shows it this once; from then on only its hash is known here. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id: orderId } = await params;
  return withMutationGuards(async () => {
    const session = await actorOrAnswer();
    if (session instanceof Response) return session;
    const token = newToken();
    const { id, deviceSeq } = (await jsonOf(request, LARGEST.command)) as { id: string; deviceSeq: number };
    const answer = await execute(
      'link.make',
      { id, deviceSeq, input: { orderId, tokenHash: sha256(token) } },
      { person: session.person, deviceId: session.deviceId },
    );
    if (!answer.ok) return json(400, answer);
    const address = linkAddress(token, originOf(request));
    const picture = await QRCode.toString(address, { type: 'svg', margin: 1, errorCorrectionLevel: 'M' });
    return json(200, { ok: true, answer: { address, picture } });
  })(request);
}
