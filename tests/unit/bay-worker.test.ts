/** What the bay's service worker keeps and what it lets through, with the package that carries it taken hold of. */

interface Rule {
  matcher: (asked: { request: { mode: string }; url: URL; sameOrigin: boolean }) => boolean;
  handler: ((asked: { request: object }) => Promise<Response>) | { kept: string };
}
let rules: Rule[] = [];
jest.mock('serwist', () => {
  class Kept {
    kept: string;
    constructor({ cacheName = '' } = {}) {
      this.kept = cacheName;
    }
  }
  return {
    CacheFirst: Kept,
    NetworkFirst: Kept,
    ExpirationPlugin: Kept,
    Serwist: class {
      constructor({ runtimeCaching }: { runtimeCaching: Rule[] }) {
        rules = runtimeCaching;
      }
      addEventListeners() {}
    },
  };
});

const heard = new Map<string, (event: never) => void>();
const kept = new Map<string, unknown>();
let network: () => Promise<unknown> = () => Promise.reject(new TypeError('network'));

beforeAll(async () => {
  Object.assign(globalThis, {
    self: { addEventListener: (name: string, listener: (event: never) => void) => heard.set(name, listener) },
    caches: {
      open: async () => ({
        match: async (url: string) => kept.get(url),
        put: async (url: string, answer: unknown) => void kept.set(url, answer),
      }),
    },
    fetch: () => network(),
  });
  await import('@/workers/bay-worker');
});
beforeEach(() => kept.clear());

const ruleFor = (address: string, mode = 'no-cors', sameOrigin = true) =>
  rules.find(({ matcher }) =>
    matcher({ request: { mode }, url: new URL(address, 'http://shop'), sameOrigin }),
  );
const bay = () => ruleFor('/bay/1', 'navigate')!.handler as (asked: { request: object }) => Promise<Response>;

test('the application’s own files and pictures are kept, nothing of another site and no answer of the record', () => {
  expect(ruleFor('/_next/static/chunks/a.js')!.handler).toMatchObject({ kept: 'files' });
  expect(ruleFor('/api/photos/1')!.handler).toMatchObject({ kept: 'photos' });
  for (const [address, mode, same] of [
    ['/api/bay/1', 'cors', true],
    ['/api/commands/step.done', 'cors', true],
    ['/orders/1', 'navigate', true],
    ['/_next/static/chunks/a.js', 'no-cors', false],
    ['/bay/1', 'cors', true],
  ] as const)
    expect([address, ruleFor(address, mode, same)]).toEqual([address, undefined]);
});

test('the bay comes from the server, and from the tablet where that does not answer or fails', async () => {
  kept.set('/bay', { status: 200, from: 'the tablet' });
  network = async () => ({ status: 200, from: 'the server' });
  expect(await bay()({ request: {} })).toMatchObject({ from: 'the server' });
  network = async () => ({ status: 404, from: 'the server' });
  expect(await bay()({ request: {} })).toMatchObject({ from: 'the server' });
  network = async () => ({ status: 503 });
  expect(await bay()({ request: {} })).toMatchObject({ from: 'the tablet' });
  network = () => Promise.reject(new TypeError('network'));
  expect(await bay()({ request: {} })).toMatchObject({ from: 'the tablet' });
  kept.clear();
  expect((await bay()({ request: {} })).type).toBe('error');
});

test('a server that takes its time is not waited for', async () => {
  jest.useFakeTimers();
  kept.set('/bay', { from: 'the tablet' });
  network = () => new Promise(() => undefined);
  const answer = bay()({ request: {} });
  await jest.advanceTimersByTimeAsync(4100);
  expect(await answer).toMatchObject({ from: 'the tablet' });
  jest.useRealTimers();
});

test('the shell is kept as the worker comes, but never a page that leads elsewhere', async () => {
  const waited: Promise<unknown>[] = [];
  const begin = async (answer: object) => {
    network = async () => answer;
    heard.get('install')!({ waitUntil: (work: Promise<unknown>) => waited.push(work) } as never);
    await Promise.all(waited);
  };
  // Signed out: the bay leads to signing in, and that is no bay.
  await begin({ ok: true, redirected: true });
  expect(kept.has('/bay')).toBe(false);
  await begin({ ok: true, redirected: false });
  expect(kept.has('/bay')).toBe(true);
  network = () => Promise.reject(new TypeError('network'));
  heard.get('activate')!({ waitUntil: (work: Promise<unknown>) => waited.push(work) } as never);
  await expect(Promise.all(waited)).resolves.toBeDefined();
});

test('a page’s own worker is fetched as if nobody stood between', () => {
  let stopped = 0;
  const ask = (destination: string) =>
    heard.get('fetch')!({
      request: { destination },
      stopImmediatePropagation: () => (stopped += 1),
    } as never);
  ask('script');
  expect(stopped).toBe(0);
  ask('worker');
  expect(stopped).toBe(1);
});
