import { db } from '../src/server/database';
import { stockCatalog } from './catalog';
import { stockTools } from './tools';
import { shackleTries } from './measuring-stories';
import { lessonsOf, orchardNotes, ownVersion, rustyCart } from './bay-stories';
import {
  EARLIER,
  SHUTTLE,
  answerWatched,
  forgotten,
  keepSpecs,
  markedPicture,
  rescueWheels,
  shuttleWaits,
  sidePictures,
  watchLiner,
} from './after-stories';
import { DemoDriver } from './driver';
import { tellPast } from './history';
import { DemoJob } from './job';
import { signedOff } from './skills';
import { toHandoff } from './to-handoff';
import {
  BEES,
  CART,
  FARRIER,
  HIVES,
  ORCHARD,
  PLANNED,
  POST,
  RESCUE,
  RUSTY,
  SAWMILL,
  type Story,
  VET,
} from './stories';

/** What the demo's papers say of its shop, and how it counts money. */
const SHOP_DETAILS = {
  name: 'High Meadow Chassis',
  address: '4 Ditch Lane',
  phone: '555 0140',
  paper: 'letter',
  centsPerHour: 12_500,
  taxHow: 'none',
  quoteDays: 30,
};

/** Finished work orders behind the demo's day: two years of them. */
const HISTORY = 600;

/** Plays the whole demo, relative to a day: finished jobs first, then what stands in the shop now. */
export async function loadDemo(
  day: string,
  tell: (text: string) => void,
  { history, ownPapers } = { history: HISTORY, ownPapers: true },
): Promise<void> {
  const shop = new DemoDriver(day);
  await shop.open();
  const large = await shop.act('Odalys', 'wrench.add', {
    name: 'Wrench 2',
    low: 40,
    high: 210,
    unit: 'nm',
    calibrationDue: shop.day(190),
  });
  const small = await shop.act('Odalys', 'wrench.add', {
    name: 'Wrench 1',
    low: 8,
    high: 60,
    unit: 'nm',
    calibrationDue: shop.day(75),
  });
  await shop.act('Odalys', 'wrench.add', {
    name: 'Old long wrench',
    low: 60,
    high: 340,
    unit: 'nm',
    calibrationDue: shop.day(-20),
  });
  await shop.act('Odalys', 'shop.details', SHOP_DETAILS);
  // Eight to five, and the partner's rack across the river on Tuesdays and Fridays.
  await shop.act('Odalys', 'shop.hours', {
    openFrom: 480,
    openTo: 1020,
    restFrom: 720,
    restMinutes: 30,
    openDays: [1, 2, 3, 4, 5],
    rackDays: [2, 5],
  });
  tell('      the catalog: twelve kits and their parts');
  await stockCatalog(shop);
  tell('      the tool boards');
  await stockTools(shop);
  await ownVersion(shop);
  await keepSpecs(shop);
  const wrenches = { large: String(large.wrenchId), small: String(small.wrenchId) };
  const job = (story: Story) => new DemoJob(shop, { ...story, wrenches });

  await tellPast(shop, job, tell, history, ownPapers);

  tell('      finished months ago: two with the same kit');
  for (const [index, { story, daysAgo, said }] of EARLIER.entries()) {
    shop.moment(-daysAgo, 15);
    const earlier = job(story);
    await toHandoff(earlier, 2.8, null, index);
    if (!said) continue;
    shop.moment(-daysAgo + 185, 16);
    await shop.act('Teodor', 'checkin.record', { orderId: earlier.orderId, ...said });
    await forgotten(shop, earlier.orderId);
  }

  tell(
    '      finished: the rescue truck, with caster not reached, and a U-bolt found moved when it came back',
  );
  shop.moment(-29, 15);
  const rescue = job(RESCUE);
  await toHandoff(
    rescue,
    1.9,
    'Caster is short of the goal by 0.3°: upper bushes are on order, it drives straight. Told to the duty officer.',
    1,
    async (one) => {
      await sidePictures(one, 'after', 1);
      await markedPicture(one);
      await watchLiner(one, 'Left rear U-bolt: its thread looked dry');
    },
  );
  const rescueJob = rescue.orderId;
  shop.moment(-9, 15);
  const wheelSetId = await rescueWheels(shop, rescue.orderId);
  const due = await db().rows<{ id: string }>(
    'SELECT id FROM follow_up WHERE order_id = ? AND closed_by IS NULL',
    [rescue.orderId],
  );
  const visit = await shop.act(
    'Teodor',
    'visit.open',
    {
      followUpIds: due.map((row) => row.id).sort(),
      odometer: { value: 48560, unit: 'mi' },
      place: null,
      wheelSetId,
    },
    5,
  );
  await answerWatched(shop, String(visit.orderId), 'Oiled and torqued: it had moved a sixth of a turn.');
  await rescue.clickAll(String(visit.orderId), 'rear.left.u-bolt');

  tell('      finished: the farrier’s wagon, front a little low; the beekeeper’s van, leaning behind');
  shop.moment(-24, 15);
  const farrier = job(FARRIER);
  await toHandoff(farrier, 2.9, null, 2);
  shop.moment(-17, 15);
  const nuts = await db().rows<{ id: string }>(
    "SELECT id FROM follow_up WHERE order_id = ? AND kind = 'wheel'",
    [farrier.orderId],
  );
  const nutsVisit = await shop.act(
    'Teodor',
    'visit.open',
    { followUpIds: nuts.map((row) => row.id), odometer: { value: 74000, unit: 'mi' }, place: null },
    4,
  );
  await lessonsOf(shop, rescueJob, farrier.orderId);
  await farrier.clickAll(String(nutsVisit.orderId), null);
  shop.moment(-3, 14);
  await toHandoff(job(BEES), 2.8, null, 3);

  tell('      in the works: a cart whose kingpin would not come');
  shop.moment(-1, 15);
  const rusty = await job(RUSTY).intake();
  await rusty.heights('as came', RUSTY.before);
  await (await rusty.planned()).agreed();
  await rustyCart(rusty);

  tell('      on its wheels: a shuttle whose front came out low, its rack booked');
  shop.moment(-2, 15);
  await shuttleWaits(shop, job(SHUTTLE));

  tell('      on its wheels: the hive truck, its shackles tried hole by hole');
  shop.moment(-1, 14);
  await shackleTries(job(HIVES));

  tell('      in the shop: five cars, each at another point of the work');
  shop.moment(-1, 15);
  const orchard = await job(ORCHARD).intake();
  await orchard.heights('as came', ORCHARD.before);
  await (await (await orchard.planned()).agreed()).started();
  shop.moment(0, 14);
  const sawmill = await job(SAWMILL).intake();
  await sawmill.heights('as came', SAWMILL.before);
  await sawmill.planned();
  const post = await job(POST).intake();
  await post.heights('as came', POST.before);
  await (await (await post.planned()).agreed()).started();
  const vet = await job(VET).intake();
  await vet.heights('as came', VET.before);
  await (await (await vet.planned()).agreed()).started();
  await shop.act('Odalys', 'value.set', {
    orderId: vet.orderId,
    fastenerId: 'J/carrier',
    kind: 'waiting',
    source: 'the kit sheet names none; the maker was asked this morning',
  });
  const cart = await job(CART).intake();
  // Somebody went home with the clock running.
  const lateYesterday = shop.clock;
  shop.moment(-1, 21);
  await shop.act('Odalys', 'clock.on', { orderId: cart.orderId, stepId: null });
  shop.clock = lateYesterday;
  shop.clock = new Date(shop.today.getTime() - 250 * 60_000);
  await orchard.clockOn();
  await orchard.work({ step: 'C/arms-torque' });
  await orchard.photos(4);
  await orchardNotes(shop, orchard);
  shop.clock = new Date(shop.today.getTime() - 100 * 60_000);
  await post.clockOn();
  await post.work({ step: 'C/strut-in-L' });
  await post.photos(5);
  shop.clock = new Date(shop.today.getTime() - 90 * 60_000);
  await vet.clockOn();
  await vet.work({ step: 'J/carrier-on' });
  await vet.photos(6);

  await signedOff(shop);

  tell('      planned: every other kind of axle, one of them held for a short box');
  shop.clock = new Date(shop.today.getTime() - 20 * 60 * 60_000);
  for (const story of PLANNED) {
    if (story === RUSTY) continue;
    const planned = await job(story).intake();
    await planned.heights('as came', story.before);
    await planned.lookedOver(story === PLANNED[0]);
    await planned.planned();
    if (story === PLANNED[1]) {
      // Agreed and nearly all here: it can be started tomorrow, by the lead's yes.
      await (await planned.quoted()).agreed();
      const later = (await planned.state()).parts.list!.data.lines.filter(
        (line) => line.phase !== 'teardown',
      );
      await planned.checkedIn(later.slice(-1).map((line) => line.name));
    }
    if (story === PLANNED[2]) await (await planned.agreed()).shortBox();
  }
}
