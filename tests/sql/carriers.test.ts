import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { wordsToHandOn } from '@/server/messages/hand-on';
import { sendQueued } from '@/server/messages/send';
import { closePool, db, transaction } from '@/server/database';
import { openLink } from '@/server/links/links';
import { lackingOf } from '@/core/ledger/order-state';
import { messagesNow } from '@/server/messages/send';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { DAY, give, jobOn, refusal, testShop, testWrenches, truck } from '../support/shop';

let shop: DemoDriver;
let job: DemoJob;
const at = new Date(DAY);

interface Mail {
  from: string;
  to: string[];
  text: string;
}
/** A small mail server: keeps what it takes, and refuses whom it is told to. */
async function mailServer(refuses = '') {
  const mails: Mail[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo: (address, _session, next) =>
      next(refuses && address.address.includes(refuses) ? new Error('No such mailbox') : null),
    onData(stream, session, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        const { mailFrom, rcptTo } = session.envelope;
        mails.push({
          from: mailFrom ? mailFrom.address : '',
          to: rcptTo.map((one) => one.address),
          text: Buffer.concat(parts)
            .toString('utf8')
            .replace(/=\r\n/g, '')
            .replace(/=([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(parseInt(hex, 16))),
        });
        done();
      });
    },
  });
  await new Promise<void>((go) => server.listen(0, '127.0.0.1', go));
  process.env.SMTP_URL = `smtp://127.0.0.1:${(server.server.address() as AddressInfo).port}`;
  process.env.MAIL_FROM = 'Front desk <desk@shop.example>';
  return { mails, close: () => new Promise<void>((go) => server.close(go)) };
}

const standIn = (name: string, chosen: boolean) =>
  give(shop, 'Odalys', 'standin.set', { standIn: name, chosen });
const contact = (phone: string, email: string) =>
  db().run('UPDATE customer_contact SET phone = ?, email = ? WHERE customer_id = ?', [
    phone,
    email,
    customerId,
  ]);
let customerId: string;

async function sendLink(of = job) {
  const answer = await give(shop, 'Teodor', 'link.send', { orderId: of.orderId });
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return answer.answer as { messageId: string; byHand: boolean };
}
const stateOf = async (messageId: string) =>
  (await db().row<{ state: string; why: string; channel: string }>(
    'SELECT state, why, channel FROM message WHERE id = ?',
    [messageId],
  ))!;
const tokenIn = (words: string) => /\/c\/([A-Za-z0-9_-]{43})/.exec(words)?.[1];

beforeAll(async () => {
  shop = await testShop('carriers');
  shop.moment(-1, 14);
  job = await jobOn(shop, truck('SMTP 1', await testWrenches(shop, 'SMTP 1'))).intake();
  customerId = (await db().row<{ customer_id: string }>(
    "SELECT customer_id FROM vehicle WHERE plate = 'SMTP 1'",
  ))!.customer_id;
  expect(await standIn('gateway', false)).toMatchObject({ ok: true });
});
afterEach(() => {
  delete process.env.SMTP_URL;
  delete process.env.MAIL_FROM;
});
afterAll(closePool);

test('with nothing that carries it, a message is not sent: it waits for a hand, and says whose', async () => {
  await contact('555 0101', 'pat@home.example');
  const { messageId, byHand } = await sendLink();
  expect(byHand).toBe(true);
  await sendQueued(new Date('2026-12-01T18:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({ state: 'by hand', channel: 'text' });
  const again = { messageId, send: true };
  expect(refusal(await give(shop, 'Teodor', 'message.again', again))).toMatchObject({ code: 'no-carrier' });

  const shown = await transaction((tx) => wordsToHandOn(tx, messageId, at, 'https://shop.example'));
  expect(shown).toMatchObject({ phone: '555 0101', email: 'pat@home.example', channel: 'text' });
  expect(shown.words).toContain('https://shop.example/c/');
  expect(await openLink(tokenIn(shown.words)!)).toMatchObject({ orderId: job.orderId });
  expect(refusal(await give(shop, 'Ilse', 'message.handed', { messageId, how: 'by text' }))).toMatchObject({
    code: 'not-yours',
  });
  expect(await give(shop, 'Teodor', 'message.handed', { messageId, how: 'by text' })).toMatchObject({
    ok: true,
  });
  expect(await stateOf(messageId)).toMatchObject({ state: 'handed on', why: 'Teodor, by text' });
  expect((await messagesNow()).find((one) => one.id === messageId)).toMatchObject({ state: 'handed on' });
  // Given once: nobody hands it on again, and its words are not shown anew.
  expect(refusal(await give(shop, 'Teodor', 'message.handed', { messageId, how: 'by mail' }))).toMatchObject({
    code: 'gone',
  });
  await expect(transaction((tx) => wordsToHandOn(tx, messageId, at, ''))).rejects.toThrow(/not waiting/);
});

test('mail leaves by the shop’s mail server, and only then is it sent', async () => {
  await contact('555 0101', 'pat@home.example');
  const server = await mailServer();
  const { messageId, byHand } = await sendLink();
  expect(byHand).toBe(false);
  // A telephone is kept, but only mail is carried: it goes by mail.
  expect(await stateOf(messageId)).toMatchObject({ state: 'queued', channel: 'mail' });
  await sendQueued(new Date('2026-12-01T18:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({ state: 'sent' });
  expect(server.mails).toHaveLength(1);
  const [mail] = server.mails;
  expect(mail).toMatchObject({ from: 'desk@shop.example', to: ['pat@home.example'] });
  expect(mail!.text).toMatch(/Subject: .*car/);
  expect(mail!.text).toContain(`Message-ID: <${messageId}@shop.example>`);
  expect(await openLink(tokenIn(mail!.text)!)).toMatchObject({ orderId: job.orderId });
  await server.close();
});

test('a mail server that refuses or is not there is told as it is, tried again, and nothing is called sent', async () => {
  await contact('', 'gone@home.example');
  const server = await mailServer('gone@');
  const { messageId } = await sendLink();
  await sendQueued(new Date('2026-12-02T18:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({
    state: 'queued',
    why: expect.stringMatching(/No such mailbox/),
  });
  await server.close();
  await sendQueued(new Date('2026-12-02T19:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({
    state: 'queued',
    why: expect.stringMatching(/^The mail server did not take it: /),
  });
  // The server's address is taken away again: somebody hands it on.
  delete process.env.SMTP_URL;
  await sendQueued(new Date('2026-12-03T19:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({ state: 'by hand' });
});

test('of a customer nobody can reach, the words are still there to be given', async () => {
  await contact('', '');
  const { messageId, byHand } = await sendLink();
  expect(byHand).toBe(true);
  const shown = await transaction((tx) => wordsToHandOn(tx, messageId, at, 'https://shop.example'));
  expect([shown.phone, shown.email]).toEqual(['', '']);
  expect(shown.words).toContain('/c/');
});

test('in a demo everything stays in the outbox, whatever mail server is set', async () => {
  await contact('', 'pat@home.example');
  const server = await mailServer();
  expect(await standIn('gateway', true)).toMatchObject({ ok: true });
  const { messageId } = await sendLink();
  await sendQueued(new Date('2026-12-04T18:00:00.000Z'));
  expect(await stateOf(messageId)).toMatchObject({ state: 'sent' });
  expect(server.mails).toEqual([]);
  expect(await standIn('gateway', false)).toMatchObject({ ok: true });
  await server.close();
});

test('parts are ordered by a list where no stand-in answers: from whom, and for which day', async () => {
  await job.heights('as came', job.plan.before);
  await (await job.planned()).agreed();
  const lines = (await job.state()).parts.list!.data.lines;
  const { orderId } = job;
  expect(await standIn('supplier', false)).toMatchObject({ ok: true });
  expect(
    refusal(await give(shop, 'Teodor', 'supply.order', { orderId, lineId: lines[0]!.lineId })),
  ).toMatchObject({ code: 'stand-in', message: expect.stringMatching(/off/) });
  const told = (more: object) =>
    give(shop, 'Teodor', 'supply.told', {
      orderId,
      lineIds: [lines[0]!.lineId],
      from: 'the counter in town',
      promisedOn: '2026-04-20',
      ...more,
    });
  expect(refusal(await told({ lineIds: [] }))).toMatchObject({
    field: 'lineIds',
    message: 'Tick what is ordered.',
  });
  expect(refusal(await told({ from: ' ' }))).toMatchObject({ field: 'from' });
  expect(refusal(await told({ lineIds: ['nothing'] }))).toMatchObject({ code: 'no-line' });
  // Half of it is here: the rest is what is ordered.
  await give(shop, 'Teodor', 'parts.checkin', {
    orderId,
    lineId: lines[0]!.lineId,
    got: 0,
    right: true,
    condition: 'good',
    note: '',
    photoId: null,
  });
  expect(await told({})).toMatchObject({ ok: true });
  const state = await job.state();
  expect(state.parts.supplies.at(-1)!.data).toMatchObject({
    standIn: false,
    promisedOn: '2026-04-20',
    count: lackingOf(state, lines[0]!),
    answer: 'Ordered from the counter in town.',
  });
  const waits = () =>
    db().rows<{ what: string; ref: string; said_for: Date | null }>(
      "SELECT what, ref, said_for FROM wait_past WHERE order_id = ? AND what = 'part'",
      [orderId],
    );
  expect(await waits()).toEqual([]);
  // It came: the week knows from now on how such parts come.
  const [line] = lines;
  await give(shop, 'Teodor', 'parts.checkin', {
    orderId,
    lineId: line!.lineId,
    got: line!.count,
    right: true,
    condition: 'good',
    note: '',
    photoId: null,
  });
  expect(await waits()).toEqual([
    { what: 'part', ref: line!.lineId, said_for: new Date('2026-04-20T00:00:00.000Z') },
  ]);
});

test.each(['rack', 'camera', 'wrench'])(
  'the stand-in %s is chosen by name and turned off again',
  async (name) => {
    const chosen = async () =>
      (await db().row<{ chosen: number }>('SELECT chosen FROM stand_in WHERE id = ?', [name]))!.chosen;
    for (const wanted of [false, true]) {
      expect(await standIn(name, wanted)).toMatchObject({ ok: true });
      expect(await chosen()).toBe(Number(wanted));
    }
    expect(refusal(await give(shop, 'Ilse', 'standin.set', { standIn: name, chosen: true }))).toMatchObject({
      code: 'not-yours',
    });
  },
);
