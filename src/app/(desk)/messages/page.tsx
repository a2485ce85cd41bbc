import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { MESSAGE_STAGES } from '@/core/follow-up/message-kinds';
import { holdsRole } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import { MessageRow } from '@/features/messages/message-row';
import { TemplateForm } from '@/features/messages/template-form';
import { db } from '@/server/database';
import { LoopbackNotice } from '@/features/messages/loopback-notice';
import { standInsNow } from '@/server/devices/chosen';
import { publicBase } from '@/server/links/links';
import { smtpHost, smtpSettings } from '@/server/messages/smtp';
import { origin, requirePerson } from '@/server/http';
import { type QueuedMessage, messagesNow } from '@/server/messages/send';
import { STAGE_TITLES, TEMPLATE_NAMES, readTemplates } from '@/server/messages/templates';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Messages' };

function describeWhen(message: QueuedMessage, timeZone: string): string {
  switch (message.state) {
    case 'sent':
      return `sent ${shopMoment(message.sentAt!, timeZone)}`;
    case 'queued':
      return `goes out ${shopMoment(message.notBefore, timeZone)}`;
    case 'failed':
      return 'did not get out';
    case 'dropped':
      return 'let go';
    case 'by hand':
      return 'not sent';
    case 'handed on':
      return `handed on ${shopMoment(message.sentAt!, timeZone)} by ${message.why}`;
  }
}

export default async function MessagesPage() {
  await connection();
  const person = await requirePerson();
  const [shop, messages, templates, { gateway }] = await Promise.all([
    readShop(db()),
    messagesNow(),
    readTemplates(db()),
    standInsNow(db()),
  ]);
  const smtp = smtpSettings();
  return (
    <>
      <h1>Messages</h1>
      <p className="pb-3 text-soft">
        Nothing goes out between {shop.quietFrom}:00 and {shop.quietTo}:00.{' '}
        {gateway.chosen ? (
          <>
            The stand-in gateway keeps texts and mail in its <Link href="/stand-ins">outbox</Link>: nothing
            leaves this machine.
          </>
        ) : smtp ? (
          `Mail leaves by ${smtpHost(smtp.url)}, from ${smtp.from}. Texts are handed on by you.`
        ) : (
          'Nothing here carries mail or texts out: each is handed on by you. Mail leaves by itself once the server is started with SMTP_URL and MAIL_FROM.'
        )}
      </p>
      <LoopbackNotice base={publicBase(await origin())} />
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section>
          <h2 className="border-b border-ink pb-1">To customers</h2>
          <ul>
            {messages.map((message) => (
              <MessageRow
                key={message.id}
                message={message}
                title={STAGE_TITLES[message.stage]}
                when={describeWhen(message, shop.timeZone)}
              />
            ))}
            {messages.length === 0 && <li className="py-3 text-soft">None yet.</li>}
          </ul>
        </section>
        {holdsRole(person.roles, ['lead']) && (
          <section>
            <h2 className="border-b border-ink pb-1">Their words</h2>
            <p className="py-2 text-soft">
              {TEMPLATE_NAMES.map((name) => `{${name}}`).join(', ')} are filled in as each goes out.
            </p>
            {MESSAGE_STAGES.map((stage) => (
              <TemplateForm key={stage} stage={stage} title={STAGE_TITLES[stage]} {...templates[stage]} />
            ))}
          </section>
        )}
      </div>
    </>
  );
}
