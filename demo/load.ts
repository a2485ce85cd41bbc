import { db } from '../src/server/database';
import { stockCatalog } from './catalog';
import { stockTools } from './tools';
import { lessonsOf, orchardNotes, ownVersion, rustyCart } from './bay-stories';
import { DemoDriver } from './driver';
import { DemoJob, type JobPlan } from './job';

const C = { id: 'strut-top-spacer', ways: [] };
const J = { id: 'rear-lift-block', ways: [] };

type Story = Omit<JobPlan, 'wrenches'>;

const pickUp = (label: string, plate: string, wheelbase: string, more: Record<string, string> = {}) => ({
  label,
  body: 'pick-up',
  plate,
  vin: '',
  drive: 'four-wheel',
  frontSuspension: 'coilover',
  rearSuspension: 'leaf-over',
  wheelbase,
  distanceUnit: 'mi',
  ...more,
});

const ORCHARD: Story = {
  customer: { name: 'Hollin Orchard Cooperative', phone: '555 0142', email: 'yard@hollin-orchard.example' },
  vehicle: pickUp('Tindral Coppice 25, orchard crew cab', 'KLM 4127', '141 1/2 in', {
    platform: 'Coppice and Scree',
  }),
  tech: 'Brannoch',
  odometer: 61340,
  unit: 'mi',
  lengthUnit: 'in',
  tires: 'LT245/75R17',
  newTires: 'LT265/75R17',
  wheels: '17 x 7.5, offset 30',
  carries: 'Bins to 900 lb, a sprayer trailer in season',
  wants: 'Level it with a little rake kept, room for the taller tire',
  targets: { front: '22 1/2', rear: '23 1/4' },
  pacePerDay: 34,
  promisedInDays: 2,
  place: 'lift-2',
  before: ['20 7/16', '20 5/16', '22 1/8', '22 1/16'],
  parts: ['QS-30', 'OB-25'],
  procedures: [C, J],
  after: ['22 3/16', '22 1/8', '23 1/8', '23'],
};
const POST: Story = {
  customer: { name: 'Rural post round, south', phone: '555 0177', email: 'round@south-post.example' },
  vehicle: pickUp('Osk Heron wagon, post round', 'PRS 208', '2690 mm', {
    body: 'wagon',
    frontSuspension: 'strut',
    rearSuspension: 'multi-link',
  }),
  tech: 'Ilse',
  odometer: 88120,
  unit: 'mi',
  lengthUnit: 'mm',
  tires: '225/60R17',
  wheels: '17 x 7, offset 48',
  carries: 'Parcels, to 200 kg',
  wants: 'A finger more under it for the snow ruts',
  targets: { front: '430 mm', rear: null },
  pacePerDay: 96,
  promisedInDays: 0,
  place: 'lift-1',
  before: ['402 mm', '404 mm', '411 mm', '409 mm'],
  parts: ['SW-25'],
  procedures: [C],
  after: ['427 mm', '429 mm', '411 mm', '409 mm'],
};
const RESCUE: Story = {
  customer: { name: 'Volunteer mountain rescue', phone: '555 0119', email: 'duty@valley-rescue.example' },
  vehicle: pickUp('Tindral Scree 40, rescue truck', 'VMR 3', '3570 mm', {
    platform: 'Coppice and Scree',
    later: 'winch',
  }),
  tech: 'Brannoch',
  odometer: 47810,
  unit: 'mi',
  lengthUnit: 'in',
  tires: 'LT255/75R17',
  wheels: '17 x 8, offset 25',
  carries: 'Litter, winch rope, two crew, 600 lb',
  wants: 'Ground clearance for the fire road',
  targets: { front: '22 3/4', rear: '24' },
  pacePerDay: 41,
  promisedInDays: -26,
  place: null,
  before: ['20 3/4', '20 3/4', '22 5/8', '22 9/16'],
  parts: ['QS-30', 'OB-38'],
  procedures: [C, J],
  after: ['22 11/16', '22 5/8', '24 1/16', '24'],
};
const BEES: Story = {
  customer: { name: 'Saddle Rock Bees', phone: '555 0160', email: 'hives@saddle-rock.example' },
  vehicle: pickUp('Osk Lintel van, beekeeper', 'BEE 71', '3350 mm', {
    body: 'van',
    frontSuspension: 'strut',
  }),
  tech: 'Ilse',
  odometer: 120455,
  unit: 'mi',
  lengthUnit: 'in',
  tires: '235/65R16',
  wheels: '16 x 6.5, offset 52',
  carries: 'Forty hives on the flat, 1,100 lb',
  wants: 'Rear up under load, front to match',
  targets: { front: '17 1/4', rear: '19' },
  pacePerDay: 21,
  promisedInDays: -3,
  place: null,
  before: ['16 1/4', '16 3/8', '17 3/4', '17 1/2'],
  parts: ['SW-25', 'OB-32'],
  procedures: [C, J],
  after: ['17 3/8', '17 5/16', '19 1/8', '18 5/8'],
};
const FARRIER: Story = {
  customer: { name: 'Ridgeline Farrier', phone: '555 0188', email: 'forge@ridgeline-farrier.example' },
  vehicle: pickUp('Marl Quern wagon, farrier', 'HOOF 9', '2850 mm', {
    body: 'wagon',
    rearSuspension: 'leaf-over',
  }),
  tech: 'Teodor',
  odometer: 73902,
  unit: 'mi',
  lengthUnit: 'in',
  tires: '245/70R16',
  wheels: '16 x 7, offset 35',
  carries: 'Forge and anvil, 400 lb behind the axle',
  wants: 'Two inches in front, one behind',
  targets: { front: '20 1/2', rear: '21 1/4' },
  pacePerDay: 14,
  promisedInDays: -23,
  place: null,
  before: ['18 1/2', '18 9/16', '20 1/4', '20 3/16'],
  parts: ['QS-30', 'OB-25'],
  procedures: [C, J],
  after: ['20', '20 1/16', '21 1/4', '21 3/16'],
};
const SAWMILL: Story = {
  customer: { name: 'Pine Gap mobile sawmill', phone: '555 0133', email: 'mill@pine-gap.example' },
  vehicle: pickUp('Brae Ox 300, mobile sawmill', 'SAW 440', '3990 mm', { platform: 'Ox' }),
  tech: 'Brannoch',
  odometer: 154208,
  unit: 'mi',
  lengthUnit: 'in',
  tires: 'LT275/70R18',
  wheels: '18 x 8, offset 44',
  carries: 'The mill on a gooseneck, 1,900 lb on the bed',
  wants: 'Front level with the rear when the mill is on',
  targets: { front: '23 3/4', rear: '25' },
  pacePerDay: 52,
  promisedInDays: 6,
  place: null,
  before: ['21 13/16', '21 7/8', '24 1/8', '24 1/16'],
  parts: ['QS-30', 'OB-25'],
  procedures: [C, J],
  after: ['23 3/4', '23 3/4', '25 1/8', '25 1/16'],
};
const VET: Story = {
  customer: { name: 'Tolliver Creek traveling vet', phone: '555 0151', email: 'calls@tolliver-vet.example' },
  vehicle: pickUp('Brae Fell pick-up, traveling vet', 'VET 12', '3300 mm'),
  tech: 'Teodor',
  odometer: 39877,
  unit: 'mi',
  lengthUnit: 'in',
  tires: '265/70R17',
  wheels: '17 x 8, offset 20',
  carries: 'Vet box, 700 lb',
  wants: 'Rear up an inch and a half, so it rides level with the box on',
  targets: { front: null, rear: '23 1/4' },
  pacePerDay: 60,
  promisedInDays: 1,
  place: 'floor',
  before: ['21 1/4', '21 1/4', '21 3/4', '21 11/16'],
  parts: ['OB-38'],
  procedures: [J],
  after: ['21 1/4', '21 1/4', '23 1/4', '23 3/16'],
};
const CART: Story = {
  customer: { name: 'Larkspur ski hill', phone: '555 0126', email: 'carts@larkspur-hill.example' },
  vehicle: pickUp('Marl Nub cart, ski hill', 'CART 6', '1670 mm', {
    body: 'cart',
    drive: 'two-wheel',
    frontSuspension: 'cart',
    rearSuspension: 'leaf-over',
  }),
  tech: 'Teodor',
  odometer: 812,
  unit: 'mi',
  lengthUnit: 'in',
  tires: '18x8.50-8',
  wheels: '8 x 7',
  carries: 'Two patrollers and a sled',
  wants: 'Clear the slush ridges',
  targets: { front: '15', rear: '15 1/2' },
  pacePerDay: 9,
  promisedInDays: 4,
  place: null,
  before: ['10', '10', '10 1/2', '10 1/2'],
  parts: [],
  procedures: [J],
  after: ['10', '10', '10', '10'],
};

/** Jobs of the other kinds of axle, most of them as far as their plan. */
const PLANNED: Story[] = [
  {
    customer: { name: 'Larch Hollow Outfitters', phone: '555 0111', email: 'stock@larch-hollow.example' },
    vehicle: pickUp('Marl Fathom 70, pack trips', 'PACK 70', '2845 mm', {
      body: 'wagon',
      platform: 'Fathom',
      frontSuspension: 'coil-radius',
      rearSuspension: 'coil-trailing',
    }),
    tech: 'Ilse',
    odometer: 142300,
    unit: 'mi',
    lengthUnit: 'mm',
    tires: '265/70R16',
    wheels: '16 x 8, offset 10',
    carries: 'Tents and stoves, 400 kg',
    wants: 'Five centimeters for the water crossings, winch to come',
    targets: { front: '560 mm', rear: '590 mm' },
    pacePerDay: 30,
    promisedInDays: 8,
    place: null,
    before: ['508 mm', '506 mm', '540 mm', '541 mm'],
    parts: ['CP-50', 'CR-40', 'CB-3', 'TB-F', 'DM-F2', 'DM-R2', 'HL-80', 'LB-50'],
    accessories: [{ id: 'winch', name: 'Winch', kg: 42, x: -640, y: 0, later: true }],
    facts: { modelYear: '2004', sleeve: '14 mm' },
    figures: [
      { key: 'front.caster', typed: '3.2' },
      { key: 'front.trackbarRise', typed: '62 mm' },
      { key: 'front.arm', typed: '905 mm' },
      { key: 'front.hose', typed: '455 mm' },
    ],
    procedures: [{ id: 'radius-arm-spacers', ways: [] }],
    after: ['558 mm', '556 mm', '588 mm', '589 mm'],
  },
  {
    customer: { name: 'Birch Pass Survey', phone: '555 0107', email: 'desk@birch-pass.example' },
    vehicle: pickUp('Osk Tarn 90, survey wagon', 'SUR 905', '2790 mm', {
      body: 'wagon',
      platform: 'Tarn',
      frontSuspension: 'coil-links',
      rearSuspension: 'coil-links',
    }),
    tech: 'Brannoch',
    odometer: 98850,
    unit: 'mi',
    lengthUnit: 'mm',
    tires: '265/70R17',
    wheels: '17 x 7.5, offset 25',
    carries: 'Instruments, 250 kg',
    wants: 'Springs by load, caster kept',
    targets: { front: '548 mm', rear: '575 mm' },
    pacePerDay: 44,
    promisedInDays: 5,
    place: null,
    before: ['503 mm', '501 mm', '531 mm', '530 mm'],
    parts: ['HX-F1', 'HX-R1', 'CB-3', 'DM-F1', 'DM-R1'],
    facts: { modelYear: '2016' },
    figures: [{ key: 'front.caster', typed: '4.4' }],
    procedures: [{ id: 'touring-all-round', ways: [] }],
    after: ['547 mm', '546 mm', '575 mm', '574 mm'],
  },
  {
    customer: { name: 'Stony Reach Haulage', phone: '555 0122', email: 'yard@stony-reach.example' },
    vehicle: pickUp('Brae Rill 20, fire-road flatbed', 'RILL 20', '3300 mm', {
      platform: 'Rill',
      frontSuspension: 'leaf-over',
      rearSuspension: 'leaf-under',
    }),
    tech: 'Brannoch',
    odometer: 201455,
    unit: 'mi',
    lengthUnit: 'in',
    tires: 'LT235/85R16',
    wheels: '16 x 6, offset 40',
    carries: 'Water tank, 1,500 lb',
    wants: 'New springs in front, it has sagged to the stops',
    targets: { front: '22 1/2', rear: null },
    pacePerDay: 18,
    promisedInDays: 3,
    place: null,
    before: ['20 3/4', '20 5/8', '22', '22 1/16'],
    parts: ['LP-F1', 'HL-80', 'DM-F2'],
    facts: { cab: 'long frame' },
    procedures: [{ id: 'front-leaf-springs', ways: [] }],
    after: ['22 5/8', '22 9/16', '22', '22 1/16'],
  },
  {
    customer: { name: 'Larkspur ski hill', phone: '555 0126', email: 'carts@larkspur-hill.example' },
    vehicle: pickUp('Marl Nub cart, ski hill, second', 'CART 7', '1670 mm', {
      body: 'cart',
      drive: 'two-wheel',
      frontSuspension: 'cart',
      rearSuspension: 'leaf-over',
      platform: 'Nub',
    }),
    tech: 'Ilse',
    odometer: 955,
    unit: 'mi',
    lengthUnit: 'in',
    tires: '18x8.50-8',
    wheels: '8 x 7, offset 0',
    carries: 'Two patrollers and a sled',
    wants: 'The same as the first cart, four inches',
    targets: { front: '14', rear: '14 1/2' },
    pacePerDay: 9,
    promisedInDays: 6,
    place: null,
    before: ['10', '10', '10 1/2', '10 1/2'],
    parts: ['DS-100', 'DC-100'],
    facts: { steeringBox: 'front' },
    procedures: [{ id: 'utility-cart', ways: [] }],
    after: ['14', '14', '14 1/2', '14 1/2'],
  },
  {
    customer: {
      name: 'Juniper Street Sign Painters',
      phone: '555 0139',
      email: 'brush@juniper-signs.example',
    },
    vehicle: pickUp('Tindral Lowmoor 9, sign painters', 'LOW 9', '3120 mm', {
      platform: 'Lowmoor',
      drive: 'two-wheel',
    }),
    tech: 'Ilse',
    odometer: 66010,
    unit: 'mi',
    lengthUnit: 'in',
    tires: '245/60R17',
    wheels: '17 x 8, offset 30',
    carries: 'Ladders, 200 lb',
    wants: 'Two inches lower in front, two behind, clear of their own ramp',
    targets: { front: '16 1/2', rear: '18' },
    pacePerDay: 25,
    promisedInDays: 9,
    place: null,
    before: ['18 1/2', '18 1/2', '20', '20 1/16'],
    parts: ['KS-50', 'LO-1'],
    figures: [{ key: 'rampDeg', typed: '9' }],
    procedures: [{ id: 'lowering', ways: [] }],
    after: ['16 1/2', '16 1/2', '18', '18'],
  },
];

/** The second cart: its kingpin would not come. */
const RUSTY = PLANNED[3]!;

async function toHandoff(job: DemoJob, caster: number, accepted: string | null, seed: number): Promise<void> {
  await job.intake();
  await job.heights('as came', job.plan.before);
  await (await (await job.planned()).agreed()).started();
  await job.clockOn();
  await job.work({ phase: 'align' });
  await job.heights('on wheels', job.plan.after);
  await job.work({ phase: 'road' });
  await job.aligned(caster, 0.06, accepted);
  await job.driven(7);
  await job.work({});
  await job.photos(seed);
  await job.clockOff('done');
  await job.handedOver();
}

/** Plays the whole demo, relative to a day: finished jobs first, then what stands in the shop now. */
export async function loadDemo(day: string, tell: (text: string) => void): Promise<void> {
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
  tell('      the catalog: twelve kits and their parts');
  await stockCatalog(shop);
  tell('      the tool boards');
  await stockTools(shop);
  await ownVersion(shop);
  const wrenches = { large: String(large.wrenchId), small: String(small.wrenchId) };
  const job = (story: Story) => new DemoJob(shop, { ...story, wrenches });

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
  );
  const rescueJob = rescue.orderId;
  shop.moment(-9, 15);
  const due = await db().rows<{ id: string }>(
    'SELECT id FROM follow_up WHERE order_id = ? AND closed_by IS NULL',
    [rescue.orderId],
  );
  const visit = await shop.act(
    'Teodor',
    'visit.open',
    { followUpIds: due.map((row) => row.id).sort(), odometer: { value: 48560, unit: 'mi' }, place: null },
    5,
  );
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
