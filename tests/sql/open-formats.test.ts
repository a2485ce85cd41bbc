import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import ICAL from 'ical.js';
import { createConnection } from 'mysql2/promise';
import sharp from 'sharp';
import { Refusal } from '@/core/refusal';
import { anatomies } from '@/server/anatomies';
import { calendarText } from '@/server/calendar/feed';
import { type DatabaseAddress, closePool, dataFolder, db, transaction } from '@/server/database';
import { CHAIN_START, canonicalJson, chainHash, sha256 } from '@/server/entries/canonical';
import { verifyEverything } from '@/server/entries/verify';
import { exportShop } from '@/server/formats/export-shop';
import { importOrder } from '@/server/formats/import-order';
import { importShop } from '@/server/formats/import-shop';
import { takenInNote } from '@/server/documents/packet-notes';
import { readOrderFile } from '@/server/queries/order';
import { exportOrder } from '@/server/formats/order-file';
import { DERIVED_TABLES } from '@/server/derive';
import { SHOP_BYTES, SHOP_TABLES } from '@/server/formats/shop-tables';
import { ORDER_LIMITS, openZip } from '@/server/formats/zip';
import { migrate } from '@/server/migrations';
import { storePhoto } from '@/server/photos/store';
import { signIn } from '@/server/sessions/sessions';
import type { DemoDriver } from '../../demo/driver';
import { DAY, DEVICE, give, handedOver, onItsWheels, testShop } from '../support/shop';
import { libraryFile } from '../support/library';

const BY = { personId: '00000000-0000-4000-a000-0000000000bb', deviceId: DEVICE };
const root = path.join(__dirname, '..', '..');
let shop: DemoDriver;
let address: DatabaseAddress;
const home = dataFolder();

beforeAll(async () => {
  shop = await testShop('formats');
  address = JSON.parse(readFileSync(path.join(home, 'database.json'), 'utf8')) as DatabaseAddress;
});
afterAll(async () => {
  process.env.WRENCHWISE_DATA = home;
  await closePool();
});

/** Goes on in a database of its own, empty and up to date, until `back` is called. */
async function elsewhere(name: string): Promise<() => Promise<void>> {
  const connection = await createConnection({ ...address, database: undefined, multipleStatements: true });
  await connection.query(`DROP DATABASE IF EXISTS ${name}; CREATE DATABASE ${name}`);
  await connection.end();
  const target = { ...address, database: name };
  await migrate(target, path.join(root, 'db', 'migrations'));
  const folder = mkdtempSync(path.join(tmpdir(), 'elsewhere-'));
  writeFileSync(path.join(folder, 'database.json'), JSON.stringify(target));
  await closePool();
  process.env.WRENCHWISE_DATA = folder;
  return async () => {
    await closePool();
    process.env.WRENCHWISE_DATA = home;
  };
}

/** Everything in the shop, fetched to its end. */
const shopZip = async () => Buffer.from(await new Response(exportShop()).arrayBuffer());
const manifestIn = (zip: Buffer) =>
  Buffer.from(unzipSync(new Uint8Array(zip))['manifest.json']!).toString('utf8');

const counts = async () =>
  (await db().row<{ entries: number; photos: number; orders: number; people: number; documents: number }>(
    `SELECT (SELECT COUNT(*) FROM entry) AS entries, (SELECT COUNT(*) FROM photo) AS photos,
            (SELECT COUNT(*) FROM work_order) AS orders, (SELECT COUNT(*) FROM person) AS people,
            (SELECT COUNT(*) FROM document) AS documents`,
  ))!;

/** A ZIP of ours with its files changed and the manifest made true to them again. */
function remade(
  zip: Buffer,
  change: (files: Record<string, Uint8Array>) => void,
  manifestToo = true,
): Buffer {
  const files = unzipSync(new Uint8Array(zip));
  const manifest = JSON.parse(Buffer.from(files['manifest.json']!).toString('utf8')) as {
    files: Record<string, string>;
  };
  delete files['manifest.json'];
  change(files);
  if (manifestToo)
    manifest.files = Object.fromEntries(
      Object.entries(files).map(([name, bytes]) => [name, sha256(Buffer.from(bytes))]),
    );
  return Buffer.from(zipSync({ 'manifest.json': Buffer.from(canonicalJson(manifest)), ...files }));
}
const edited = (files: Record<string, Uint8Array>, change: (order: Record<string, any>) => void) => {
  const order = JSON.parse(Buffer.from(files['workorder.json']!).toString('utf8')) as Record<string, any>;
  change(order);
  files['workorder.json'] = Buffer.from(canonicalJson(order));
};

/** An entry of a kind holds something else, and the chain is made true to it: only what it holds gives it away. */
const forged = (zip: Buffer, kind: string, change: (entry: Record<string, any>) => void) =>
  remade(zip, (files) =>
    edited(files, (order) => {
      let previous = CHAIN_START;
      let done = false;
      for (const one of order.entries) {
        const entry = JSON.parse(one.canonical);
        if (!done && entry.kind === kind) {
          change(entry);
          done = true;
        }
        one.canonical = canonicalJson(entry);
        previous = one.hash = chainHash(previous, one.canonical);
      }
      order.chain.hash = previous;
    }),
  );

describe('a work order as one ZIP', () => {
  let orderId: string;
  let zip: Buffer;
  beforeAll(async () => {
    const job = await onItsWheels(shop, 'ZIP 1');
    await give(shop, 'Teodor', 'offer.make', {
      orderId: job.orderId,
      offerId: null,
      findingId: null,
      text: '=HYPERLINK("x")',
      cents: 100,
      minutes: 20,
      photoId: null,
    });
    await handedOver(job);
    orderId = job.orderId;
    zip = (await exportOrder(db(), orderId))!.zip;
  });

  test('is the same each time, and holds what it says', async () => {
    expect((await exportOrder(db(), orderId))!.zip.equals(zip)).toBe(true);
    const files = openZip(zip, 'workorder', ORDER_LIMITS);
    expect([...files.keys()].filter((name) => !name.includes('/')).sort()).toEqual([
      'alignment.csv',
      'handoff.pdf',
      'heights.csv',
      'time.csv',
      'torque.csv',
      'workorder.json',
    ]);
    expect([...files.keys()].filter((name) => name.startsWith('photos/')).length).toBeGreaterThan(5);
    expect(files.get('torque.csv')!.toString()).toContain('Wheel nuts, left front');
    expect(files.get('workorder.json')!.toString()).not.toMatch(/password|pin_hash/);
  });

  test('a work order already here is refused and nothing changes', async () => {
    const before = await counts();
    await expect(importOrder(zip, BY)).rejects.toThrow(/here already/);
    expect(await counts()).toEqual(before);
  });

  test('goes out, comes in elsewhere, and goes out equal; its chain verifies there', async () => {
    const back = await elsewhere('wrenchwise_zip');
    try {
      await shopElsewhere();
      const taken = await importOrder(zip, BY);
      expect(taken.orderId).toBe(orderId);
      // Wherever it is read it says where its entries were written.
      const file = (await readOrderFile(db(), orderId))!;
      expect(file.takenIn?.entries).toBe(file.entries.length);
      expect(takenInNote(file)[0]!.lines[0]).toMatch(
        /the first \d+ entries of its record were written there/,
      );
      expect(manifestIn((await exportOrder(db(), orderId))!.zip)).toBe(manifestIn(zip));
      expect(await verifyEverything(() => undefined)).toBeNull();
      expect(await db().rows('SELECT id FROM person WHERE active AND password_hash IS NULL')).toEqual([]);
    } finally {
      await back();
    }
  });

  const hostile: [string, () => Buffer | Promise<Buffer>, RegExp][] = [
    [
      'a file that climbs out',
      () =>
        Buffer.from(zipSync({ '../../etc/cron.d/x': new Uint8Array(4), 'manifest.json': new Uint8Array(2) })),
      /not ours/,
    ],
    ['a file at a root', () => Buffer.from(zipSync({ '/etc/passwd': new Uint8Array(4) })), /not ours/],
    [
      'a bomb',
      () => Buffer.from(zipSync({ 'workorder.json': new Uint8Array(60 * 1024 * 1024) }, { level: 9 })),
      /grows beyond/,
    ],
    [
      'a wrong hash',
      () =>
        remade(
          zip,
          (files) => {
            files['torque.csv'] = Buffer.from('x');
          },
          false,
        ),
      /changed on the way/,
    ],
    [
      'a file the manifest does not name',
      () =>
        remade(
          zip,
          (files) => {
            files['more.txt'] = Buffer.from('x');
          },
          false,
        ),
      /does not name/,
    ],
    [
      'a file that is missing',
      () =>
        remade(
          zip,
          (files) => {
            delete files['time.csv'];
          },
          false,
        ),
      /has it not/,
    ],
    ['no manifest', () => Buffer.from(zipSync({ 'workorder.json': Buffer.from('{}') })), /no manifest/],
    [
      'half a ZIP',
      () => zip.subarray(0, Math.floor(zip.length / 2)),
      /broken|missing|has it not|no manifest/,
    ],
    ['no ZIP at all', () => Buffer.from('<!doctype html><script>alert(1)</script>'), /not a ZIP/],
    [
      'a field that should not be',
      () =>
        remade(zip, (files) =>
          edited(files, (order) => {
            order.shell = 'rm';
          }),
        ),
      /workorder\.json/,
    ],
    [
      'a number where words belong',
      () =>
        remade(zip, (files) =>
          edited(files, (order) => {
            order.vehicle.plate = 7;
          }),
        ),
      /vehicle\/plate/,
    ],
    [
      'an entry changed',
      () =>
        remade(zip, (files) =>
          edited(files, (order) => {
            order.entries[3].canonical = order.entries[3].canonical.replace('a', 'b');
          }),
        ),
      /does not follow/,
    ],
    [
      'a torque that is no number',
      () => forged(zip, 'torque', ({ data }) => void (data.target.nm = 'tight')),
      /Entry \d+ \(torque\) does not hold what it should: target\/nm must be number/,
    ],
    [
      'heights of no method there is',
      () => forged(zip, 'heights', ({ data }) => void (data.method = 'by eye')),
      /\(heights\) does not hold what it should: method/,
    ],
    [
      'an entry of a kind nobody knows',
      () => forged(zip, 'photo', (entry) => void (entry.kind = 'constructor')),
      /of a kind "constructor" that is not known/,
    ],
    [
      'a tail cut off',
      () =>
        remade(zip, (files) =>
          edited(files, (order) => {
            order.entries.pop();
          }),
        ),
      /cut/,
    ],
    [
      'a photo that is another',
      async () => {
        const other = await sharp({ create: { width: 9, height: 9, channels: 3, background: 'red' } })
          .jpeg()
          .toBuffer();
        return remade(zip, (files) => {
          files[Object.keys(files).find((name) => name.startsWith('photos/'))!] = other;
        });
      },
      /is another/,
    ],
    [
      'a photo with hidden data',
      async () => {
        const name = Object.keys(unzipSync(new Uint8Array(zip))).find((one) => one.startsWith('photos/'))!;
        const bytes = unzipSync(new Uint8Array(zip))[name]!;
        const tagged = await sharp(Buffer.from(bytes))
          .withExif({ IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
          .jpeg()
          .toBuffer();
        return remade(zip, (files) => {
          files[name] = tagged;
          edited(files, (order) => {
            order.photos.find((photo: { id: string }) => name.includes(photo.id)).sha256 = sha256(tagged);
          });
        });
      },
      /hidden data/,
    ],
    ['a whole shop', shopZip, /whole shop/],
  ];
  test.each(hostile)('%s is refused by name, and nothing changes', async (_, make, message) => {
    const made = await make();
    const before = await counts();
    const failed = await importOrder(made, BY).then(
      () => null,
      (error: unknown) => error,
    );
    expect(failed).toBeInstanceOf(Refusal);
    expect((failed as Refusal).message).toMatch(message);
    expect((failed as Refusal).field).toBe('file');
    expect(await counts()).toEqual(before);
  });
});

/** The least a shop needs for an order to come in: its row. */
async function shopElsewhere(): Promise<void> {
  await db().run(
    `INSERT INTO shop (id, name, time_zone, currency, distance_unit, wheel_recheck_km, chassis_recheck_km,
       chassis_recheck_days, opened_at) VALUES (1, 'Elsewhere', 'America/Denver', 'USD', 'mi', 130, 700, 30, ?)`,
    [new Date(DAY)],
  );
}

/** What only comes with the weeks: a row of every kind that a shop in use has. */
async function aShopInUse(): Promise<void> {
  const job = await onItsWheels(shop, 'FORMATS WEEK');
  const ilse = shop.person('Ilse').id;
  const slot = { jobId: job.orderId, phaseId: 'rack', personId: ilse, placeId: 'rack' };
  const startsAt = '2026-04-16T15:00:00.000Z';
  for (const [name, input] of [
    ['week.accept', { slots: [{ ...slot, startsAt, endsAt: '2026-04-16T17:00:00.000Z' }] }],
    ['week.pin', { ...slot, startsAt }],
    ['week.wait', { jobId: job.orderId, untilDay: '2026-04-17', words: 'the left spring' }],
    ['week.away', { personId: ilse, days: ['2026-06-01'], away: true }],
    ['week.rush', { label: 'Cart with a bent arm', minutes: 90, promisedFor: '2026-04-17T22:00:00.000Z' }],
    [
      'skill.sign',
      {
        personId: ilse,
        skill: 'welding',
        untilDay: '2026-09-01',
        leadId: shop.person('Odalys').id,
        pin: shop.pin('Odalys'),
      },
    ],
    ['template.set', { stage: 'overdue', channel: 'mail', words: '{what} on your {car}: late.' }],
    [
      'spec.save',
      { platform: 'Formats', source: 'maker’s sheet', spec: { front: { caster: { min: 3, max: 4 } } } },
    ],
    [
      'wheelset.save',
      {
        vehicleId: (await job.state()).intake!.data.vehicleId,
        name: 'winter',
        tires: 'LT245/75R17',
        torque: 140,
        source: 'wheel sheet',
      },
    ],
    [
      'procedure.save',
      {
        procedure: { ...libraryFile('strut-top-spacer'), id: 'formats-spacer', title: 'Another spacer' },
        note: 'our own way',
      },
    ],
  ] as const)
    expect({ name, ...(await give(shop, 'Odalys', name, input)) }).toMatchObject({ ok: true });
  const at = new Date(DAY);
  const [anatomy] = await anatomies();
  expect(
    await give(shop, 'Odalys', 'anatomy.save', {
      anatomy: { ...anatomy!, title: 'Ours' },
      platform: 'Export',
      note: 'measured once',
    }),
  ).toMatchObject({ ok: true });
  await db().run('REPLACE INTO reminder (follow_up_id, stage, at) VALUES (?, ?, ?)', [
    job.orderId,
    'due',
    at,
  ]);
  await db().run(
    'REPLACE INTO lesson_settled (lesson_id, how, words, person_id, at) VALUES (?, ?, ?, ?, ?)',
    [job.orderId, 'left', 'seen once', ilse, at],
  );
}

/** What stays behind on purpose: how people sign in, what is sent, what only this installation knows. */
const LEFT_BEHIND =
  `command_done customer_link customer_link_view device device_key fold_edition message migration
  outbox_taken practice_answer practice_scenario practice_try rack_sheet rate_count session setup_code sign_in_try stand_in wrench_link wrench_reading`
    .split(/\s+/)
    .filter(Boolean);

describe('a whole shop as one ZIP', () => {
  test('every table travels, is derived, or is named as left behind', async () => {
    const tables = await db().rows<{ name: string }>(
      "SELECT TABLE_NAME AS name FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE() AND TABLE_TYPE = 'BASE TABLE'",
    );
    // The bytes of pictures and papers travel as files.
    const travels = new Set<string>([
      ...[...SHOP_TABLES, ...SHOP_BYTES].map(({ name }) => name),
      'kept_file',
    ]);
    const derived = new Set<string>(DERIVED_TABLES);
    expect(
      tables
        .map(({ name }) => name)
        .filter((name) => !travels.has(name) && !derived.has(name) && !LEFT_BEHIND.includes(name)),
    ).toEqual([]);
    // Nor is anything named that is not there.
    expect(LEFT_BEHIND.filter((name) => !tables.some((table) => table.name === name))).toEqual([]);
  });

  const taker = { name: 'Odalys', password: 'a-new-password', pin: '909090' };

  test('export, import into an empty shop, export: equal; people without credentials, who took it over signs in', async () => {
    await aShopInUse();
    const zip = await shopZip();
    const files = unzipSync(new Uint8Array(zip));
    expect(
      SHOP_TABLES.map(({ name }) => name).filter((name) => !files[`tables/${name}.jsonl`]?.length),
    ).toEqual([]);
    const days = await db().rows('SELECT * FROM week_away ORDER BY day');
    const back = await elsewhere('wrenchwise_whole');
    try {
      await transaction((tx) => importShop(tx, zip, taker));
      expect(manifestIn(await shopZip())).toBe(manifestIn(zip));
      expect(await db().rows('SELECT * FROM week_away ORDER BY day')).toEqual(days);
      expect(await verifyEverything(() => undefined)).toBeNull();
      const people = await db().rows<{ name: string; active: number; password_hash: string | null }>(
        'SELECT name, active, password_hash FROM person',
      );
      expect(people.filter((one) => one.active).map((one) => one.name)).toEqual(['Odalys']);
      expect(people.filter((one) => one.password_hash !== null)).toHaveLength(1);
      await db().run('INSERT INTO device (id, first_seen) VALUES (?, ?)', [
        '00000000-0000-4000-a000-0000000000aa',
        new Date(DAY),
      ]);
      expect(await signIn('Odalys', 'a-new-password', '00000000-0000-4000-a000-0000000000aa')).toMatch(
        /.{40}/,
      );
      await expect(transaction((tx) => importShop(tx, zip, taker))).rejects.toThrow(/a shop here already/);
    } finally {
      await back();
    }
  });

  test('who is no owner in it does not take it over, and a broken chain keeps nothing', async () => {
    const zip = await shopZip();
    const broken = remade(zip, (files) => {
      const name = 'tables/entry.jsonl';
      files[name] = Buffer.from(Buffer.from(files[name]!).toString('utf8').replace('Level', 'Bevel'));
    });
    const back = await elsewhere('wrenchwise_broken');
    try {
      await expect(
        transaction((tx) => importShop(tx, zip, { ...taker, name: 'Ilse' })),
      ).rejects.toMatchObject({ field: 'owner.name' });
      await expect(transaction((tx) => importShop(tx, broken, taker))).rejects.toThrow(/broken/);
      expect(await counts()).toEqual({ entries: 0, photos: 0, orders: 0, people: 0, documents: 0 });
    } finally {
      await back();
    }
  });
});

describe('the calendar', () => {
  test('is read by another program: days and hours, by order number, nobody named', async () => {
    const job = await handedOver(await onItsWheels(shop, 'CAL 1'));
    const other = await onItsWheels(shop, 'CAL 2');
    await give(shop, 'Teodor', 'booking.set', {
      orderId: other.orderId,
      rack: 'partner, north; side',
      own: false,
      startsAt: '2026-04-17T09:00',
      minutes: 75,
      note: '',
    });
    const text = await calendarText();
    const events = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents('vevent')
      .map((one) => new ICAL.Event(one));
    expect(events.length).toBeGreaterThanOrEqual(6);
    expect(new Set(events.map((event) => event.uid)).size).toBe(events.length);
    const number = (await job.state()).intake!.data.number;
    const own = events.filter((event) => event.summary.endsWith(`order ${number}`));
    expect(own.map((event) => event.summary.split(' ·')[0]).sort()).toEqual([
      'Alignment again',
      'Ask how it rides',
      'Chassis re-torque',
      'Settled heights',
      'Wheel nuts again',
    ]);
    const rows = await db().rows<{ due_on: Date }>(
      "SELECT due_on FROM follow_up WHERE order_id = ? AND kind = 'wheel'",
      [job.orderId],
    );
    const wheel = own.find((event) => event.summary.startsWith('Wheel'))!;
    expect(wheel.startDate.toString()).toBe(rows[0]!.due_on.toISOString().slice(0, 10));
    const booked = events.find((event) => event.summary.startsWith('Alignment · '))!;
    expect(booked.startDate.toJSDate().toISOString()).toBe('2026-04-17T15:00:00.000Z');
    expect(booked.duration.toSeconds()).toBe(75 * 60);
    expect(booked.location).toBe('partner, north; side');
    expect(text).not.toMatch(/Keeper|CAL 1|Tindral/);
    const mine = await calendarText(job.orderId);
    expect(new ICAL.Component(ICAL.parse(mine)).getAllSubcomponents('vevent')).toHaveLength(5);
  });
});

test('a photograph of 15 MB arrives whole', async () => {
  // Noise does not pack: the file is as large as a good camera's.
  const side = 2600;
  const noise = Buffer.alloc(side * side * 3);
  for (let at = 0; at < noise.length; at += 1) noise[at] = (Math.imul(at, 2654435761) >>> 13) & 255;
  const upload = await sharp(noise, { raw: { width: side, height: side, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();
  expect(upload.length).toBeGreaterThan(15 * 1024 * 1024);
  const kept = await storePhoto(upload);
  expect([kept.width, kept.height]).toEqual([2560, 2560]);
});
