import QRCode from 'qrcode';
import type { HandOnWords } from '@/contracts/hand-on';
import { holdsRole } from '@/core/ledger/roles';
import { Refusal } from '@/core/refusal';
import { now } from '@/server/clock';
import { transaction } from '@/server/database';
import { actorOrAnswer, json, withMutationGuards } from '@/server/http';
import { originOf, publicBase } from '@/server/links/links';
import { wordsToHandOn } from '@/server/messages/hand-on';

/** A message's words for whoever hands it on. The address of a customer's page in it is made now: an older one stops. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return withMutationGuards(async () => {
    const session = await actorOrAnswer();
    if (session instanceof Response) return session;
    if (!holdsRole(session.person.roles, ['advisor']))
      throw new Refusal(
        'not-yours',
        'Messages to customers are handed on by the service advisor.',
        'messageId',
      );
    const origin = originOf(request);
    const message = await transaction((tx) => wordsToHandOn(tx, id, now(), origin));
    const body = encodeURIComponent(message.words);
    const mailto = `mailto:${message.email}?subject=${encodeURIComponent(message.subject)}&body=${body}`;
    const sms = `sms:${message.phone.replace(/[^+\d]/g, '')}?body=${body}`;
    const picture = await QRCode.toString(message.channel === 'text' ? sms : mailto, {
      type: 'svg',
      margin: 1,
      errorCorrectionLevel: 'L',
    });
    const { customer, phone, email, words } = message;
    const answer: HandOnWords = {
      customer,
      phone,
      email,
      words,
      mailto,
      sms,
      picture,
      base: publicBase(origin),
    };
    return json(200, { ok: true, answer });
  })(request);
}
