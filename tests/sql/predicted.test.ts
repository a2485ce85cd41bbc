import type { DemoDriver } from '../../demo/driver';
import { Refusal } from '@/core/calc/calculator';
import type { Entry } from '@/core/ledger/entries';
import { type OfflineCommand, isOfflineCommand } from '@/core/moves/offline';
import { type BayBundle, stateOf } from '@/features/bay/bay-bundle';
import { readBayBundle } from '@/features/bay/read-bundle';
import { predictEntries } from '@/features/offline/predict';
import { closePool, db } from '@/server/database';
import { canonicalJson } from '@/server/entries/canonical';
import { entriesOf } from '@/server/entries/kept';
import { DEVICE, give, onItsWheels, onTheLift, refusal, testShop } from '../support/shop';

jest.mock('server-only', () => ({}), { virtual: true });

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

function predict(bundle: BayBundle, who: CrewName, name: OfflineCommand, input: object): Entry[] {
  return predictEntries(name, {
    bundle,
    state: stateOf(bundle),
    input: input as Record<string, unknown>,
    // Lowering without network is its holder's alone; the rest of each move is the same.
    mover: { deviceId: DEVICE, personId: shop.person(who).id, commandId: COMMAND, offline: false },
    at: shop.clock.toISOString(),
    waiting: 0,
  });
}

/** What an entry says, without when it was taken. */
const said = ({ id, kind, data, personId, seq }: Entry, command: string) =>
  canonicalJson({ id, kind, data, personId, seq }).replaceAll(command, COMMAND);

test('over a whole job each move is predicted as the server writes it', async () => {
  const compared = new Map<string, number>();
  const act = shop.act.bind(shop);
  shop.act = async (who, name, input, minutes) => {
    const { orderId } = input as { orderId?: string };
    const foreseen =
      isOfflineCommand(name) && name !== 'photo.bind' && orderId && !('helperId' in input && input.helperId);
    const bundle = foreseen ? await bundleFor(who, orderId) : null;
    if (!bundle) return act(who, name, input, minutes);
    const predicted = predict(bundle, who, name as OfflineCommand, input);
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

describe('what the bay records beside its steps', () => {
  test.each<[OfflineCommand, (bundle: BayBundle) => object]>([
    ['finding.record', () => ({ area: 'rear', grade: 'soon', text: 'Bush cracked', photoId: null })],
    [
      'watch.add',
      () => ({ text: 'The left hose rubs', photoId: null, byDay: '2026-05-01', byDistance: null }),
    ],
    [
      'stuck.begin',
      ({ document }) => ({ fastenerId: document.fasteners[0]!.id, what: 'seized', photoId: null }),
    ],
    ['clock.on', () => ({ stepId: null, helperId: null })],
  ])('%s', async (name, inputOf) => {
    const { orderId } = await onTheLift(`FS ${name}`);
    // A clock that runs on another car is closed by this one, which no tablet here foresees: it is closed before.
    await give(shop, 'Ilse', 'clock.off', { reason: 'day end' });
    const bundle = (await bundleFor('Ilse', orderId))!;
    const input = { orderId, ...inputOf(bundle) };
    const predicted = predict(bundle, 'Ilse', name, input);
    const answer = await give(shop, 'Ilse', name, input);
    expect(answer.ok).toBe(true);
    const written = (await entriesOf(db(), orderId)).slice(bundle.entries.length);
    expect(written.map((entry) => said(entry, written[0]!.id))).toEqual(
      predicted.map((entry) => said(entry, COMMAND)),
    );
  });
});

test('what the server refuses the tablet refuses too, by the same name and at the same field', async () => {
  const { orderId } = await onTheLift('FORESEEN NO');
  const bundle = (await bundleFor('Odalys', orderId))!;
  const { fasteners, steps } = bundle.document;
  const wrong: [OfflineCommand, object][] = [
    ['step.done', { stepId: steps[steps.length - 1]!.id, measured: '', note: '' }],
    ['step.done', { stepId: 'C/none', measured: '', note: '' }],
    ['stuck.begin', { fastenerId: 'C/none', what: 'seized', photoId: null }],
    ['stuck.end', { stuckId: COMMAND, how: 'heat' }],
    ['finding.record', { area: 'rear', grade: 'soon', text: '', photoId: null }],
    ['watch.add', { text: 'The left hose rubs', photoId: null, byDay: null, byDistance: null }],
    ['clock.off', { reason: 'done' }],
    ['torque.record', { fastenerId: 'C/none', wrenchId: bundle.wrenches[0]!.id, reading: { clicked: true } }],
  ];
  wrong.push([
    'torque.record',
    { fastenerId: fasteners[0]!.id, wrenchId: COMMAND, reading: { clicked: true } },
  ]);
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
