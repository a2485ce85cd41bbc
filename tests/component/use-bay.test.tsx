import { act, renderHook, waitFor } from '@testing-library/react';
import type { Envelope } from '@/contracts/answer';
import { type BayBundle, newsFor, knownOf } from '@/features/bay/bay-bundle';
import { keyReady } from '@/features/offline/signing';
import { waiting } from '@/features/offline/outbox';
import { store } from '@/features/offline/store';
import { type Bay, useBay } from '@/features/offline/use-bay';
import { newId } from '@/features/transport/device';
import { BRANNOCH, ILSE, ORDER, bayOf } from '../support/bay';
import { type Asked, SILENT, no, shopServer, yes } from '../support/shop-server';
import { Tablet } from '../support/tablet';

/** A tablet on one car: what it shows, sends and keeps, with the network and without. */

let tablet: Tablet;
const shopHas = () => bayOf(tablet);
/** The shop answers a reading of the car with what is new since the tablet read it. */
const reading = ({ url }: Asked) => {
  const after = Number(new URL(url, 'http://shop').searchParams.get('after') ?? 0);
  const last = new URL(url, 'http://shop').searchParams.get('last');
  return yes(newsFor(shopHas(), last ? { count: after, lastId: last } : null));
};

beforeAll(() => Object.assign(window, { isSecureContext: true }));
beforeEach(async () => {
  tablet = new Tablet();
  const db = await store();
  for (const name of ['bundles', 'outbox', 'keys', 'meta'] as const) await db.clear(name);
});

async function opened(first: BayBundle | null = shopHas(), answers: object = {}) {
  const server = shopServer({
    '/api/outbox/key': yes(),
    '/api/outbox': yes({}),
    '/api/bay/': reading,
    ...answers,
  });
  const view = renderHook(({ from }) => useBay(ORDER, from), { initialProps: { from: first } });
  if (first) await waitFor(async () => expect(await (await store()).get('keys', BRANNOCH)).toBeTruthy());
  return { server, bay: () => view.result.current, ...view };
}

const envelope = (input: object): Envelope<never> => ({ id: newId(), deviceSeq: 1, input: input as never });
/** The first step of the job, done by a tap; what the shop's own route answers is `online`. */
async function tap(bay: Bay, online: () => Promise<object>, name = 'step.done', input?: object) {
  const [step] = tablet.document.steps;
  let answer: unknown;
  await act(async () => {
    answer = await bay.route.send(
      name as never,
      envelope(input ?? { orderId: ORDER, stepId: step!.id, measured: '', note: '' }),
      online as never,
    );
  });
  return answer as { ok: boolean; errors?: { code: string }[]; answer?: object };
}

test('what the server sent is kept on the device with a key of whoever works on it', async () => {
  const { bay } = await opened();
  expect(bay().bundle!.orderId).toBe(ORDER);
  expect(bay()).toMatchObject({ online: true, able: true, pending: [], missing: false });
  expect((await (await store()).get('bundles', ORDER))!.label).toBe('Moss wagon · KLM 204');
});

test('with the network a tap goes to the server, and what it recorded is taken in without reading again', async () => {
  const { bay, server } = await opened();
  const read = () => server.asked.filter(({ url }) => url.includes('/api/bay/')).length;
  const before = read();
  expect((await tap(bay(), async () => yes({ entryId: 'e' }))).ok).toBe(true);
  const [step] = tablet.document.steps;
  tablet.doStep(step!);
  const fresh = shopHas().entries.slice(1);
  act(() => {
    expect(bay().route.took({ ok: true, answer: {}, moved: { [ORDER]: 2 }, entries: [...fresh] })).toBe(true);
  });
  expect(bay().bundle!.entries).toHaveLength(1 + fresh.length);
  expect(bay().route.seen()).toBe(fresh.at(-1)!.seq);
  expect(read()).toBe(before);
  // What does not go on from here is read anew instead.
  expect(bay().route.took({ ok: true, answer: {}, moved: { shop: 4 }, entries: [] })).toBe(false);
  expect(
    bay().route.took({ ok: true, answer: {}, moved: { [ORDER]: 9 }, entries: [{ ...fresh[0]!, seq: 9 }] }),
  ).toBe(false);
});

test('without the network a tap is kept, shown as done and sent in its order when the server answers again', async () => {
  const { bay, server } = await opened();
  server.replies['/api/bay/'] = SILENT;
  server.replies['/api/outbox'] = SILENT;
  const lost = async () => no({ code: 'network', message: 'lost' });
  expect((await tap(bay(), lost)).ok).toBe(true);
  await waitFor(() => expect(bay().pending).toHaveLength(1));
  expect(bay().online).toBe(false);
  expect(bay().pending[0]!.entries[0]).toMatchObject({ kind: 'step.done', chain: ORDER, personId: BRANNOCH });
  // Known to be without: the next is not even tried, and is predicted on top of the first.
  const [, second] = tablet.document.steps;
  const tried = jest.fn(lost);
  await tap(bay(), tried, 'step.done', { orderId: ORDER, stepId: second!.id, measured: '4', note: '' });
  expect(tried).not.toHaveBeenCalled();
  await waitFor(() => expect(bay().pending).toHaveLength(2));
  const [one, two] = bay().pending.map((move) => move.entries[0]!.seq);
  expect(two).toBe(one! + 1);

  server.replies['/api/outbox'] = yes({});
  server.replies['/api/bay/'] = reading;
  await act(async () => bay().send());
  await waitFor(() => expect(bay().pending).toEqual([]));
  await waitFor(() => expect(bay().online).toBe(true));
  expect(await waiting()).toEqual([]);
});

test('what the engine forbids is refused on the tablet as the shop would, and nothing is kept', async () => {
  const { bay, server } = await opened();
  server.replies['/api/bay/'] = SILENT;
  const last = tablet.document.steps.at(-1)!;
  const answer = await tap(bay(), async () => no({ code: 'network', message: 'lost' }), 'step.done', {
    orderId: ORDER,
    stepId: last.id,
    measured: '',
    note: '',
  });
  expect(answer.ok).toBe(false);
  expect(answer.errors![0]!.code).not.toBe('network');
  expect(await waiting()).toEqual([]);
});

test('a command that cannot wait says that there is no network', async () => {
  const { bay } = await opened();
  const answer = await tap(bay(), async () => no({ code: 'network', message: 'lost' }), 'quote.make', {});
  expect(answer.errors![0]!.code).toBe('network');
  expect(bay().online).toBe(false);
  expect(await waiting()).toEqual([]);
});

test('a tablet that opens without the network shows what it kept, and what waits on top of it', async () => {
  const first = await opened();
  first.unmount();
  const { bay } = await opened(null, { '/api/bay/': SILENT });
  await waitFor(() => expect(bay().bundle?.orderId).toBe(ORDER));
  await waitFor(() => expect(bay().online).toBe(false));
});

test('a car that is not there, and a page without a session, say so', async () => {
  const none = await opened(null, { '/api/bay/': { ...no({ message: 'none' }), status: 404 } });
  await waitFor(() => expect(none.bay().missing).toBe(true));
  none.unmount();
  const out = await opened(null, { '/api/bay/': { ...no({ message: 'out' }), status: 401 } });
  await waitFor(() => expect(out.server.asked.some(({ url }) => url.includes('/api/bay/'))).toBe(true));
  expect(out.bay()).toMatchObject({ missing: false, online: true, bundle: null });
});

test('somebody who comes back has the page read before the tap that follows is sent', async () => {
  const order: string[] = [];
  const { bay, server } = await opened();
  let answer: (value: object) => void = () => undefined;
  server.replies['/api/bay/'] = (asked: Asked) => {
    order.push('read');
    return new Promise<object>((resolve) => {
      answer = () => resolve(reading(asked));
    });
  };
  act(() => bay().comeBack());
  await waitFor(() => expect(order).toEqual(['read']));
  const tapped = tap(bay(), async () => {
    order.push('sent');
    return yes({ entryId: 'e' });
  });
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(order).toEqual(['read']);
  await act(async () => answer({}));
  await tapped;
  expect(order).toEqual(['read', 'sent']);
});

test('an answer that was on its way longer never brings an older state back', async () => {
  const { bay, server } = await opened();
  const answers: (() => void)[] = [];
  server.replies['/api/bay/'] = (asked: Asked) => {
    // Each says what the shop had when it was asked.
    const said = reading(asked);
    return new Promise<object>((resolve) => answers.push(() => resolve(said)));
  };
  act(() => bay().route.refresh());
  await waitFor(() => expect(answers).toHaveLength(1));
  tablet.doStep(tablet.document.steps[0]!);
  act(() => bay().route.refresh());
  await waitFor(() => expect(answers).toHaveLength(2));
  await act(async () => answers[1]!());
  await waitFor(() => expect(bay().bundle!.entries).toHaveLength(tablet.entries.length));
  await act(async () => answers[0]!());
  expect(bay().bundle!.entries).toHaveLength(tablet.entries.length);
  expect((await (await store()).get('bundles', ORDER))!.entries).toHaveLength(tablet.entries.length);
});

test('a server in trouble is asked again, and is not taken for a page without a session', async () => {
  const { bay, server } = await opened();
  server.replies['/api/bay/'] = { ...no({ message: 'trouble' }), status: 500 };
  act(() => bay().route.refresh());
  await waitFor(() => expect(bay().online).toBe(false));
  tablet.doStep(tablet.document.steps[0]!);
  server.replies['/api/bay/'] = reading;
  await waitFor(() => expect(bay().bundle!.entries).toHaveLength(tablet.entries.length));
  expect(bay().online).toBe(true);
});

test('what the shop refused for good stands apart, until it has been read', async () => {
  await keyReady(BRANNOCH).catch(() => undefined);
  const { bay, server } = await opened();
  server.replies['/api/bay/'] = SILENT;
  server.replies['/api/outbox'] = SILENT;
  await tap(bay(), async () => no({ code: 'network', message: 'lost' }));
  await waitFor(() => expect(bay().pending).toHaveLength(1));
  server.replies['/api/outbox'] = no({ code: 'closed', message: 'The order is closed.' });
  server.replies['/api/bay/'] = reading;
  await act(async () => bay().send());
  await waitFor(() => expect(bay().refused).toHaveLength(1));
  expect(bay().tasks).toEqual([expect.stringContaining('The order is closed.')]);
  act(() => bay().clearTasks());
  expect(bay().tasks).toEqual([]);
});

test('a picture is kept with its move', async () => {
  const { bay, server } = await opened();
  server.replies['/api/bay/'] = SILENT;
  server.replies['/api/outbox'] = SILENT;
  // A document's own files do not lie in this store as a browser's do.
  const put = jest.spyOn(globalThis, 'structuredClone').mockImplementation((value) => value);
  const file = new File([new Uint8Array([1, 2, 3])], 'shot.jpg', { type: 'image/jpeg' });
  let kept: { ok: boolean } = { ok: false };
  await act(async () => {
    kept = await bay().keepPhoto(file, {
      stepId: tablet.document.steps[0]!.id,
      corner: null,
      occasion: null,
      caption: 'the left shackle',
    });
  });
  put.mockRestore();
  expect(kept.ok).toBe(true);
  await waitFor(() => expect(bay().pending).toHaveLength(1));
  expect(bay().pending[0]).toMatchObject({
    name: 'photo.bind',
    photo: { hash: expect.stringMatching(/^[0-9a-f]{64}$/) as string },
  });
  expect(knownOf(bay().bundle!)!.count).toBe(tablet.entries.length);
});

test('somebody else at the tablet has it from then on: their name, their units, a key of their own', async () => {
  const { bay, rerender } = await opened();
  const viewer = { ...shopHas().viewer, id: ILSE, name: 'Ilse', torqueUnit: 'nm' as const };
  rerender({ from: bayOf(tablet, { viewer }) });
  await waitFor(() => expect(bay().bundle!.viewer).toMatchObject({ name: 'Ilse', torqueUnit: 'nm' }));
  await waitFor(async () => expect(await (await store()).get('keys', ILSE)).toBeTruthy());
  // What they tap without network goes out in their name.
  await tap(bay(), async () => no({ code: 'network', message: 'lost' }));
  await waitFor(async () => expect((await waiting()).map(({ personId }) => personId)).toEqual([ILSE]));
});
