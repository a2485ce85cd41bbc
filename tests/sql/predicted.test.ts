import type { DemoDriver } from '../../demo/driver';
import { checkInput } from '@/contracts/check';
import type { GivenOf, InputOf, OfflineName } from '@/contracts/commands';
import { OFFLINE_COMMANDS, isOfflineCommand } from '@/contracts/offline-names';
import { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import { type BayBundle, stateOf } from '@/features/bay/bay-bundle';
import { readBayBundle } from '@/features/bay/read-bundle';
import { predictEntries } from '@/features/offline/predict';
import { closePool, db } from '@/server/database';
import { canonicalJson, sha256 } from '@/server/entries/canonical';
import { entriesOf } from '@/server/entries/kept';
import { storePhoto } from '@/server/photos/store';
import sharp from 'sharp';
import { DEVICE, give, jobStarted, onItsWheels, onTheLift, refusal, testShop } from '../support/shop';
import { doneInput } from '../support/readings';

/**
 * A tablet without network shows the car as its own moves make it, before the server has them. What it predicts has to be
 * what the server then writes, or people would work on a car that is not as the record says.
 */

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('predicted');
});
afterAll(closePool);

type CrewName = Parameters<DemoDriver['act']>[0];
const COMMAND = '00000000-0000-4000-8000-00000000c0de';

async function bundleFor(who: CrewName, orderId: string): Promise<BayBundle | null> {
  const bundle = await readBayBundle(orderId, {
    person: shop.person(who),
    deviceId: DEVICE,
    needs: 'nothing',
  });
  return bundle === 'no-run' ? null : bundle;
}

function predict(bundle: BayBundle, who: CrewName, name: OfflineName, given: object): Entry[] {
  const checked = checkInput(name, given);
  if (!checked.ok)
    throw new Refusal(checked.errors[0]!.code, checked.errors[0]!.message, checked.errors[0]!.field);
  return predictEntries(name, checked.input as InputOf<typeof name>, {
    bundle,
    state: stateOf(bundle),
    // Lowering without network is its holder's alone; the rest of each move is the same.
    mover: { deviceId: DEVICE, personId: shop.person(who).id, commandId: COMMAND, offline: false },
    at: shop.clock.toISOString(),
    waiting: 0,
  }).entries;
}

/** What an entry says, without when it was taken; a picture has no id of the shop's before it arrives. */
function said({ id, kind, data, personId, seq }: Entry, command: string) {
  const told = kind === 'photo' ? { ...data, photoId: '', sha256: '' } : data;
  return canonicalJson({ id, kind, data: told, personId, seq }).replaceAll(command, COMMAND);
}

async function sameAsWritten(
  who: CrewName,
  orderId: string,
  name: OfflineName,
  given: object,
  bundle: BayBundle,
): Promise<void> {
  const predicted = predict(bundle, who, name, given);
  const answer = await give(shop, who, name, given);
  if (!answer.ok) throw new Error(`${name}: ${JSON.stringify(answer.errors)}`);
  const written = (await entriesOf(db(), orderId)).slice(bundle.entries.length);
  expect(written.map((entry) => said(entry, written[0]!.id))).toEqual(
    predicted.map((entry) => said(entry, COMMAND)),
  );
  // What the client folds is what stands in the chain.
  expect(answer.entries?.filter((entry) => entry.chain === orderId)).toEqual(written);
}

test('over a whole job each move is predicted as the server writes it', async () => {
  const compared = new Map<string, number>();
  const act = shop.act.bind(shop);
  shop.act = async (who, name, input, minutes) => {
    const { orderId } = input as { orderId?: string };
    const foreseen =
      isOfflineCommand(name) && name !== 'photo.bind' && orderId && !('helperId' in input && input.helperId);
    const bundle = foreseen ? await bundleFor(who, orderId) : null;
    if (!bundle) return act(who, name, input, minutes);
    const predicted = predict(bundle, who, name as OfflineName, input);
    const answer = await act(who, name, input, minutes);
    const written = (await entriesOf(db(), orderId!)).slice(bundle.entries.length);
    const command = written[0]!.id;
    expect(written.map((entry) => said(entry, command))).toEqual(
      predicted.map((entry) => said(entry, COMMAND)),
    );
    compared.set(name, (compared.get(name) ?? 0) + 1);
    return answer;
  };
  try {
    await onItsWheels(shop, 'FORESEEN 1');
  } finally {
    shop.act = act;
  }
  expect(compared.get('step.done')).toBeGreaterThan(30);
  expect(compared.get('torque.record')).toBeGreaterThan(10);
  expect([...compared.keys()]).toEqual(expect.arrayContaining(['clock.on', 'heights.record']));
});

/** Something each command may be given for on a car whose work has begun; what a form leaves out is left out. */
type Examples = {
  [N in OfflineName]: (bundle: BayBundle) => GivenOf<N> | Promise<GivenOf<N>>;
};
const PICTURE = sharp({ create: { width: 40, height: 30, channels: 3, background: '#a45' } })
  .jpeg()
  .toBuffer();
// Heights and torques are in every whole job; tries and cuts have jobs of their own below.
const byDesk = {
  'heights.record': true,
  'torque.record': true,
  'try.record': true,
  'cut.record': true,
  'room.made': true,
} as const;

const EXAMPLES: Omit<Examples, keyof typeof byDesk> = {
  'step.done': ({ orderId }) => ({ orderId, stepId: 'C/ease' }),
  'support.set': ({ orderId }) => ({ orderId, ends: ['front'], to: 'raised' }),
  'clock.on': ({ orderId }) => ({ orderId }),
  'clock.off': () => ({ reason: 'break' }),
  'photo.bind': async ({ orderId }) => {
    const bytes = await PICTURE;
    await storePhoto(bytes);
    return { orderId, uploadHash: sha256(bytes), occasion: 'during the work' };
  },
  'figure.record': ({ orderId, document }) => ({
    orderId,
    stepId: document.steps.find((step) => step.id.endsWith('spacer-L'))!.id,
    figures: [{ measureId: 'stud', text: '22 mm' }],
  }),
  'compare.record': ({ orderId }) => ({
    orderId,
    kind: 'shackle',
    end: 'rear',
    pairs: [
      { id: 'bolt', old: '14 mm', fresh: '14 mm' },
      { id: 'width', old: '2 1/2 in', fresh: '64 mm' },
    ],
  }),
  'also.open': ({ orderId }) => ({ orderId, thing: 'line front.left.sensor-lead', how: 'unplugged' }),
  'stuck.begin': ({ orderId, document }) => ({ orderId, fastenerId: document.fasteners[0]!.id }),
  'stuck.end': ({ orderId, entries }) => {
    const stuck = entries.find((entry) => entry.kind === 'stuck');
    if (stuck?.kind !== 'stuck') throw new Error('nothing is stuck');
    return { orderId, stuckId: stuck.data.stuckId, how: 'heat' };
  },
  'finding.record': ({ orderId }) => ({ orderId, area: 'rear', grade: 'soon', text: 'Bush cracked' }),
  'watch.add': ({ orderId }) => ({ orderId, text: 'The left hose rubs', byDay: '2026-05-01' }),
  'setting.record': ({ orderId }) => ({
    orderId,
    what: 'damper clicks',
    corner: 'LF',
    when: 'before',
    value: 12,
  }),
};

test('every command a tablet may keep makes the same entries on both sides', async () => {
  const { orderId } = await onTheLift('BOTH SIDES');
  // A clock that runs on another car is closed by this one, which no tablet here foresees: it is closed before.
  await give(shop, 'Ilse', 'clock.off', { reason: 'day end' });
  for (const step of ['look-front', 'witness', 'kit-front', 'chock'])
    expect(await give(shop, 'Ilse', 'step.done', await doneInput(orderId, `C/${step}`))).toMatchObject({
      ok: true,
    });
  const tried: string[] = [];
  for (const name of OFFLINE_COMMANDS) {
    if (name in byDesk) continue;
    const example = EXAMPLES[name as keyof typeof EXAMPLES];
    const bundle = (await bundleFor('Ilse', orderId))!;
    await sameAsWritten('Ilse', orderId, name, await example(bundle), bundle);
    tried.push(name);
  }
  expect([...tried, ...Object.keys(byDesk)].sort()).toEqual([...OFFLINE_COMMANDS].sort());
});

test('what made room for a strut is predicted as it is written, and its minutes are learned', async () => {
  const job = await jobStarted(
    'FORESEEN ROOM',
    {
      parts: ['QS-30'],
      targets: { front: '22 3/8', rear: null },
      procedures: [{ id: 'strut-top-spacer', ways: [] }],
    },
    'strut-in-L',
  );
  const { orderId } = job;
  const stepId = (await job.state()).document!.steps.find(({ id }) => id.endsWith('/strut-in-L'))!.id;
  const before = (await bundleFor('Ilse', orderId))!;
  expect(before.rungMinutes!.bar).toBeUndefined();
  // Nobody of those at it has done anything on this job yet: it counts from the clock.
  shop.moment(0, 18, 16);
  await shop.act('Ilse', 'clock.on', { orderId, stepId: null }, 14);
  const bundle = (await bundleFor('Ilse', orderId))!;
  await sameAsWritten('Ilse', orderId, 'room.made', { orderId, stepId, rung: 'bar' }, bundle);
  const { rungMinutes } = (await bundleFor('Ilse', orderId))!;
  expect(rungMinutes!.bar).toHaveLength(1);
  expect(rungMinutes!.bar![0]).toBeCloseTo(14, 1);
  // Taken back it teaches nothing, and may be said again.
  const entryId = (await entriesOf(db(), orderId)).at(-1)!.id;
  await shop.act('Ilse', 'entry.void', { orderId, entryId, reason: 'it was the other side' }, 0);
  expect((await bundleFor('Ilse', orderId))!.rungMinutes!.bar).toBeUndefined();
  await shop.act('Ilse', 'room.made', { orderId, stepId, rung: 'bar' }, 0);
  await shop.act('Ilse', 'clock.off', { reason: 'day end' }, 0);
});

test('a try of a setting and a cut of a coil are predicted as they are written', async () => {
  const shackles = await jobStarted(
    'FORESEEN TRY',
    {
      parts: ['OS-150'],
      targets: { front: null, rear: '23 1/8' },
      procedures: [{ id: 'rear-leaf-shackles', ways: ['isolator-kept', 'holes-fit'] }],
    },
    'height-b',
  );
  const reading = (await shackles.state()).document!.steps.find(({ id }) => id.endsWith('/height-b'))!;
  const tried = { orderId: shackles.orderId, stepId: reading.id, set: 2, readings: ['571 mm', '570 mm'] };
  await sameAsWritten(
    'Ilse',
    shackles.orderId,
    'try.record',
    tried,
    (await bundleFor('Ilse', shackles.orderId))!,
  );
  const lowered = await jobStarted(
    'FORESEEN CUT',
    {
      parts: ['CC-F'],
      before: ['20', '20', '22', '22'],
      targets: { front: '18 1/2', rear: null },
      procedures: [{ id: 'lowering', ways: ['hangers-kept'] }],
    },
    'coil-cut-L',
  );
  const { orderId } = lowered;
  const stepId = (await lowered.state()).document!.steps.find(({ id }) => id.endsWith('/coil-cut-L'))!.id;
  const lead = { leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') };
  expect(await give(shop, 'Odalys', 'step.approve', { orderId, stepId, ...lead })).toMatchObject({
    ok: true,
  });
  const cut = { orderId, stepId, corner: 'LF' as const, turns: 0.25, freeMm: 388 };
  await sameAsWritten('Ilse', orderId, 'cut.record', cut, (await bundleFor('Ilse', orderId))!);
});

test('what the server refuses the tablet refuses too, by the same name and at the same field', async () => {
  const { orderId } = await onTheLift('FORESEEN NO');
  const bundle = (await bundleFor('Odalys', orderId))!;
  const { fasteners, steps } = bundle.document;
  const wrong: [OfflineName, object][] = [
    ['step.done', { stepId: steps[steps.length - 1]!.id, measured: '', note: '' }],
    ['step.done', { stepId: 'C/none', measured: '', note: '' }],
    ['room.made', { stepId: 'C/none', rung: 'bar' }],
    ['room.made', { stepId: 'C/strut-in-L', rung: 'bar' }],
    ['room.made', { stepId: 'C/strut-in-L', rung: 'shouting' }],
    ['stuck.begin', { fastenerId: 'C/none', what: 'seized', photoId: null }],
    ['stuck.end', { stuckId: COMMAND, how: 'heat' }],
    ['finding.record', { area: 'rear', grade: 'soon', text: '', photoId: null }],
    ['finding.record', { area: 'the roof', grade: 'soon', text: 'x' }],
    ['watch.add', { text: 'The left hose rubs', photoId: null, byDay: null, byDistance: null }],
    ['watch.add', { text: 'The left hose rubs', byDay: '2026-02-30' }],
    ['clock.off', { reason: 'done' }],
    ['setting.record', { what: 'damper clicks', corner: 'LF', when: 'before', value: 'many' }],
    ['photo.bind', { uploadHash: null, photoId: null, occasion: 'during the work' }],
    ['torque.record', { fastenerId: 'C/none', wrenchId: bundle.wrenches[0]!.id, reading: { clicked: true } }],
    ['torque.record', { fastenerId: fasteners[0]!.id, wrenchId: COMMAND, reading: { clicked: true } }],
    ['torque.record', { fastenerId: fasteners[0]!.id, wrenchId: COMMAND, reading: { value: 'x' } }],
  ];
  for (const [name, input] of wrong) {
    const whole = name === 'clock.off' ? input : { orderId, ...input };
    const server = refusal(await give(shop, 'Odalys', name, whole));
    let tablet: unknown = 'it was not refused';
    try {
      predict(bundle, 'Odalys', name, whole);
    } catch (error) {
      tablet = error;
    }
    if (!(tablet instanceof Refusal))
      throw new Error(`${name}: ${String(tablet)}, the server: ${server.message}`);
    expect({ name, code: tablet.code, field: tablet.field }).toEqual({
      name,
      code: server.code,
      field: server.field,
    });
  }
});
