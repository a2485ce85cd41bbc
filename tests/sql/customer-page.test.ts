import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { THE_CUSTOMER } from '@/core/ledger/roles';
import { execute } from '@/server/commands/execute';
import { COMMAND_NAMES, contractOf } from '@/contracts/commands';
import { closePool, db, transaction } from '@/server/database';
import { sha256 } from '@/server/entries/canonical';
import { makeLink, newToken, openLink, revokeLink } from '@/server/links/links';
import { type Delivered, type Gateway, outbox, standInGateway } from '@/server/messages/gateway';
import { queueReminders } from '@/server/messages/remind';
import { sendQueued } from '@/server/messages/send';
import { orderShows } from '@/server/photos/who-sees';
import { storePhoto } from '@/server/photos/store';
import { customerPage, customerPdf } from '@/server/queries/customer-page';
import sharp from 'sharp';
import type { DemoDriver } from '../../demo/driver';
import {
  DAY,
  give,
  handedOver,
  jobOn,
  onItsWheels,
  refusal,
  testShop,
  testWrenches,
  truck,
} from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('customer');
});
afterAll(closePool);

const now = new Date(DAY);
const later = (days: number) => new Date(now.getTime() + days * 86_400_000);

async function pageOf(orderId: string, at = now): Promise<string> {
  const token = newToken();
  await transaction((tx) => makeLink(tx, orderId, sha256(token), at));
  return token;
}

/** Says something on a page, as its route does. */
async function say(token: string, name: string, input: object) {
  const link = await openLink(token);
  if (!link) return null;
  return execute(
    name,
    { id: randomUUID(), deviceSeq: 1, input },
    {
      person: { ...THE_CUSTOMER, roles: [], lengthUnit: 'in', torqueUnit: 'lbft' },
      deviceId: link.linkId,
      onLink: link.orderId,
    },
  );
}

async function takenIn(plate: string) {
  const wrenches = await testWrenches(shop, plate);
  const job = await jobOn(shop, truck(plate, wrenches)).intake();
  await job.lookedOver(true);
  return job;
}

describe('the address of a customer’s page', () => {
  test('only its hash is kept, anywhere in the database', async () => {
    const job = await takenIn('LINK 1');
    const token = await pageOf(job.orderId);
    expect(await openLink(token)).toMatchObject({ orderId: job.orderId });
    const tables = await db().rows<{ name: string }>(
      'SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()',
    );
    for (const { name } of tables) {
      const rows = await db().rows<Record<string, unknown>>(`SELECT * FROM ${name}`);
      const holds = rows.some((row) =>
        Object.values(row).some((cell) =>
          Buffer.isBuffer(cell) ? cell.includes(token) : JSON.stringify(cell ?? '').includes(token),
        ),
      );
      expect([name, holds]).toEqual([name, false]);
    }
  });

  test('guesses, an address taken away, one replaced and one run out all find nothing', async () => {
    const job = await takenIn('LINK 2');
    const first = await pageOf(job.orderId);
    for (const guess of [
      '',
      'x',
      '../../etc/passwd',
      first.slice(0, -1),
      `${first}A`,
      first.toUpperCase(),
      newToken(),
      sha256(first),
      "' OR 1=1 -- ",
    ])
      expect([guess, await openLink(guess)]).toEqual([guess, null]);
    const second = await pageOf(job.orderId);
    expect(await openLink(first)).toBeNull();
    expect(await openLink(second)).not.toBeNull();
    await transaction((tx) => revokeLink(tx, job.orderId, now));
    expect(await openLink(second)).toBeNull();
    expect(await openLink(await pageOf(job.orderId, later(-13)))).not.toBeNull();
    expect(await openLink(await pageOf(job.orderId, later(-15)))).toBeNull();
  });

  test('after the handoff it works until its last come-back closes, 400 days at most', async () => {
    const job = await handedOver(await onItsWheels(shop, 'LINK 3'));
    expect(await openLink(await pageOf(job.orderId, later(-100)))).not.toBeNull();
    expect(await openLink(await pageOf(job.orderId, later(-401)))).toBeNull();
    const rows = await db().rows<{ id: string }>('SELECT id FROM follow_up WHERE order_id = ?', [
      job.orderId,
    ]);
    for (const row of rows)
      await give(shop, 'Odalys', 'followup.close', {
        followUpId: row.id,
        how: 'lead',
        reason: 'the car was sold',
      });
    const link = await openLink(await pageOf(job.orderId, later(-100)));
    expect(link!.until.getTime()).toBeLessThanOrEqual(later(15).getTime());
  });
});

describe('what is said on a page', () => {
  test('is a few commands, for its own order alone, whatever it was made to say', async () => {
    const [mine, theirs] = [await takenIn('MINE 1'), await takenIn('OTHER 1')];
    const token = await pageOf(mine.orderId);
    const offered = (await theirs.state()).offers[0]!.entry.data;
    for (const name of COMMAND_NAMES) {
      const answer = await say(token, name, {
        orderId: theirs.orderId,
        offerId: offered.offerId,
        version: 1,
        yes: true,
        how: 'on the link',
      });
      if (!contractOf(name).onLink)
        expect([name, answer]).toMatchObject([name, { ok: false, errors: [{ code: 'not-yours' }] }]);
      else expect([name, answer!.ok]).toEqual([name, false]);
    }
    expect((await theirs.state()).offers[0]!.answer).toBeNull();
    expect((await theirs.state()).odometers).toHaveLength(1);
    expect(COMMAND_NAMES.filter((name) => contractOf(name).onLink).sort()).toEqual([
      'checkin.record',
      'date.wish',
      'handoff.sign',
      'odometer.report',
      'offer.answer',
      'proposal.answer',
      'quote.answer',
      'trial.answer',
    ]);
  });

  test('a yes stands for one version: another price asks again, and the old page’s answer is refused', async () => {
    const job = await takenIn('OFFER 1');
    const token = await pageOf(job.orderId);
    const { offerId } = (await job.state()).offers[0]!.entry.data;
    const yes = (version: number) =>
      say(token, 'offer.answer', { offerId, version, yes: true, how: 'on the link', witness: null });
    expect(await yes(1)).toMatchObject({ ok: true });
    const answer = (await job.state()).offers[0]!.answer!;
    expect([answer.data.how, answer.personId]).toEqual(['on the link', THE_CUSTOMER.id]);
    await give(shop, 'Teodor', 'offer.make', {
      orderId: job.orderId,
      offerId,
      text: 'Bar bushes, both sides',
      cents: 15000,
      minutes: 20,
      photoId: null,
    });
    expect((await job.state()).offers[0]!.answer).toBeNull();
    expect(await yes(1)).toMatchObject({ ok: false, errors: [{ code: 'changed' }] });
    expect((await customerPage(job.orderId)).offers.map((offer) => offer.entry.data.cents)).toEqual([15000]);
    expect(await yes(2)).toMatchObject({ ok: true });
    // Nobody of the shop says it for them as if they had.
    await give(shop, 'Teodor', 'offer.make', {
      orderId: job.orderId,
      offerId,
      text: 'Bar bushes',
      cents: 14000,
      minutes: 20,
      photoId: null,
    });
    expect(
      refusal(
        await give(shop, 'Teodor', 'offer.answer', {
          orderId: job.orderId,
          offerId,
          version: 3,
          yes: true,
          how: 'on the link',
          witness: null,
        }),
      ),
    ).toMatchObject({ field: 'how' });
  });

  test('signing, the dial and a date are written down under their name', async () => {
    const job = await onItsWheels(shop, 'SIGN 1');
    const token = await pageOf(job.orderId);
    expect((await customerPage(job.orderId)).readyToSign).toBe(false);
    // Of unfinished work there is no paper, by the page or by its address.
    expect(await customerPdf(job.orderId)).toBeNull();
    const signature =
      'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    expect(await say(token, 'handoff.sign', { signer: 'Keeper', signature })).toMatchObject({
      ok: false,
      errors: [{ code: 'holes' }],
    });
    await job.work({ phase: 'road' });
    await job.aligned(2.9, 0.06);
    await job.driven(7);
    await job.work({});
    await job.photos(4);
    expect((await customerPage(job.orderId)).readyToSign).toBe(true);
    expect((await customerPdf(job.orderId))!.bytes.subarray(0, 4).toString()).toBe('%PDF');
    expect(await say(token, 'handoff.sign', { signer: 'Keeper', signature })).toMatchObject({ ok: true });
    const state = await job.state();
    expect(state.handoffs[0]!.personId).toBe(THE_CUSTOMER.id);
    await say(token, 'odometer.report', { odometer: { value: 40222, unit: 'mi' } });
    expect(await say(token, 'odometer.report', { odometer: { value: -3, unit: 'mi' } })).toMatchObject({
      ok: false,
      errors: [{ field: 'odometer.value' }],
    });
    const wish = await say(token, 'date.wish', { day: '2026-04-20', words: 'in the morning' });
    expect(wish).toMatchObject({ ok: true });
    const wishId = wish?.ok ? String(wish.answer.wishId) : '';
    expect(
      await give(shop, 'Teodor', 'date.answer', { orderId: job.orderId, wishId, words: 'Monday at nine' }),
    ).toMatchObject({ ok: true });
    for (const words of ['one', 'two', 'three'])
      expect(await say(token, 'date.wish', { day: null, words })).toMatchObject({ ok: true });
    expect(await say(token, 'date.wish', { day: null, words: 'four' })).toMatchObject({
      ok: false,
      errors: [{ code: 'wishes', field: 'words' }],
    });
    const page = await customerPage(job.orderId);
    expect(page.wishes[0]!.answer!.data.words).toBe('Monday at nine');
    expect(page.comeBacks.map((one) => one.kind)).toEqual(['wheel', 'chassis', 'heights', 'alignment']);
  });

  test('pictures of its own order are served, no others', async () => {
    const [mine, theirs] = [await takenIn('PHOTO 1'), await takenIn('PHOTO 2')];
    const picture = (r: number) =>
      sharp({ create: { width: 50, height: 40, channels: 3, background: { r, g: 9, b: 9 } } })
        .jpeg()
        .toBuffer();
    const own = await storePhoto(await picture(11));
    const other = await storePhoto(await picture(12));
    await give(shop, 'Brannoch', 'photo.bind', {
      orderId: mine.orderId,
      photoId: own.photoId,
      occasion: 'as it came',
    });
    await give(shop, 'Brannoch', 'photo.bind', {
      orderId: theirs.orderId,
      photoId: other.photoId,
      occasion: 'as it came',
    });
    expect(await orderShows(mine.orderId, own.photoId)).toBe(true);
    expect(await orderShows(mine.orderId, other.photoId)).toBe(false);
  });
});

describe('reminders', () => {
  const taken = new Map<string, Delivered>();
  let down = false;
  const gateway: Gateway = {
    took: async (id) => taken.has(id),
    take: async (message) => {
      if (down) throw new Error('The line is dead.');
      taken.set(message.id, message);
    },
  };
  const carriers = { text: gateway, mail: gateway };
  const of = (orderId: string) =>
    db().rows<{
      id: string;
      stage: string;
      state: string;
      tries: number;
      why: string;
      not_before: Date;
      words: string;
    }>(
      "SELECT id, stage, state, tries, why, not_before, words FROM message WHERE order_id = ? AND stage IN ('soon', 'due', 'overdue') ORDER BY created_at",
      [orderId],
    );

  test('are sent once at each stage, whatever the restarts and however many servers', async () => {
    const job = await handedOver(await onItsWheels(shop, 'REM 1'));
    const day = (n: number) => new Date(Date.parse('2026-04-11T18:00:00.000Z') + n * 86_400_000);
    for (let n = 0; n <= 40; n += 1) {
      // Two servers at the same moment, and a round again as after a restart.
      await Promise.all([queueReminders(day(n)), queueReminders(day(n))]);
      await Promise.all([sendQueued(day(n), carriers), sendQueued(day(n), carriers)]);
      await queueReminders(day(n));
      await sendQueued(day(n), carriers);
    }
    const sent = await of(job.orderId);
    expect(sent.every((row) => row.state === 'sent')).toBe(true);
    const spoken = sent.map((row) => `${row.stage} ${row.words}`);
    expect(new Set(spoken).size).toBe(spoken.length);
    for (const what of ['Wheel-nut|wheel-nut', 'chassis re-torque'])
      expect(sent.filter((row) => new RegExp(what).test(row.words) && row.stage === 'due').length).toBe(1);
    // A word after months is asked by the shop: nobody is told to bring it in.
    await queueReminders(later(400));
    expect(sent.some((row) => /how it rides/.test(row.words))).toBe(false);
    expect((await of(job.orderId)).some((row) => /how it rides/.test(row.words))).toBe(false);
    const twice = await db().rows(
      'SELECT follow_up_id, stage, COUNT(*) AS n FROM reminder GROUP BY follow_up_id, stage HAVING n > 1',
    );
    expect(twice).toEqual([]);
    expect([...taken.values()].filter((one) => sent.some((row) => row.id === one.id))).toHaveLength(
      sent.length,
    );
  });

  test('killed between handing a message over and noting it, the customer still gets it once', async () => {
    const job = await takenIn('REM 2');
    await give(shop, 'Teodor', 'link.send', { orderId: job.orderId });
    const row = (await db().row<{ id: string }>(
      "SELECT id FROM message WHERE order_id = ? AND stage = 'link'",
      [job.orderId],
    ))!;
    taken.set(row.id, {
      id: row.id,
      channel: 'text',
      to: 'x',
      subject: 's',
      words: 'handed over before the kill',
      at: DAY,
    });
    await sendQueued(later(1), carriers);
    expect(taken.get(row.id)!.words).toBe('handed over before the kill');
    expect(await db().row('SELECT state FROM message WHERE id = ?', [row.id])).toMatchObject({
      state: 'sent',
    });
  });

  test('wait for the morning, are tried again when the line is dead, and a failure stays in sight', async () => {
    const job = await takenIn('REM 3');
    await db().run("UPDATE message SET state = 'dropped' WHERE state = 'queued'");
    const night = new Date('2026-04-15T05:00:00.000Z');
    await execute(
      'link.send',
      { id: randomUUID(), deviceSeq: 1, input: { orderId: job.orderId } },
      { person: shop.person('Teodor'), deviceId: randomUUID(), receivedAt: night },
    );
    const mine = async () =>
      (await db().row<{ id: string; state: string; tries: number; why: string; not_before: Date }>(
        "SELECT id, state, tries, why, not_before FROM message WHERE order_id = ? AND stage = 'link'",
        [job.orderId],
      ))!;
    expect((await mine()).not_before.toISOString()).toBe('2026-04-15T14:00:00.000Z');
    await sendQueued(new Date('2026-04-15T13:59:00.000Z'), carriers);
    expect((await mine()).tries).toBe(0);
    down = true;
    let at = new Date('2026-04-15T14:00:00.000Z');
    await sendQueued(at, carriers);
    expect(await mine()).toMatchObject({ state: 'queued', tries: 1, why: 'The line is dead.' });
    for (let n = 0; n < 6; n += 1) {
      at = new Date(at.getTime() + 3_600_000);
      await sendQueued(at, carriers);
    }
    expect(await mine()).toMatchObject({ state: 'failed', tries: 5 });
    down = false;
    expect(
      await give(shop, 'Teodor', 'message.again', { messageId: (await mine()).id, send: true }),
    ).toMatchObject({ ok: true });
    await sendQueued(at, carriers);
    expect(await mine()).toMatchObject({ state: 'sent' });
    // The address that works is the one that went out, and only there.
    const token = /\/c\/([A-Za-z0-9_-]{43})/.exec(taken.get((await mine()).id)!.words)![1]!;
    expect(await openLink(token)).toMatchObject({ orderId: job.orderId });
  });

  test('go to nobody who wants none', async () => {
    const job = await handedOver(await onItsWheels(shop, 'REM 4'));
    const row = (await db().row<{ customer_id: string }>('SELECT customer_id FROM vehicle WHERE plate = ?', [
      'REM 4',
    ]))!;
    await give(shop, 'Teodor', 'reminders.set', { customerId: row.customer_id, wanted: false });
    await queueReminders(later(60));
    expect(await of(job.orderId)).toEqual([]);
  });

  test('a template must name what it may and a page’s message its link', async () => {
    const set = (words: string, stage = 'link') =>
      give(shop, 'Odalys', 'template.set', { stage, channel: 'text', words });
    expect(refusal(await set('Look here'))).toMatchObject({ field: 'words', code: 'link' });
    expect(refusal(await set('{nonsense} {link}'))).toMatchObject({ field: 'words', code: 'name' });
    expect(await set('{shop}: {link}')).toMatchObject({ ok: true });
  });

  test('the stand-in gateway keeps each message once in a folder that can be read', async () => {
    const held = process.env.WRENCHWISE_DATA;
    const folder = mkdtempSync(path.join(tmpdir(), 'outbox-'));
    process.env.WRENCHWISE_DATA = folder;
    try {
      const message: Delivered = {
        id: randomUUID(),
        channel: 'text',
        to: '555 0100',
        subject: 's',
        words: 'one',
        at: DAY,
      };
      await standInGateway.take(message);
      await standInGateway.take({ ...message, words: 'two' });
      expect((await outbox()).map((one) => one.words)).toEqual(['one']);
      expect(readdirSync(path.join(folder, 'outbox'))).toHaveLength(1);
      await expect(standInGateway.take({ ...message, id: randomUUID(), to: '555 0000' })).rejects.toThrow(
        /reaches nobody/,
      );
    } finally {
      process.env.WRENCHWISE_DATA = held;
    }
  });
});
