import { NextRequest } from 'next/server';
import { config, proxy } from '@/proxy';

/** What each page is sent with: its own scripts run, and no others. */
const policyOf = () => proxy(new NextRequest('http://shop/orders')).headers.get('Content-Security-Policy')!;
const nonceIn = (policy: string) => /'nonce-([^']+)'/.exec(policy)![1]!;

test('scripts run by a nonce that is another for each page, and nothing is loaded from elsewhere', () => {
  const [one, two] = [policyOf(), policyOf()];
  expect(nonceIn(one)).not.toBe(nonceIn(two));
  expect(Buffer.from(nonceIn(one), 'base64')).toHaveLength(16);
  for (const rule of ["default-src 'self'", "object-src 'none'", "base-uri 'none'", "frame-ancestors 'none'"])
    expect(one).toContain(rule);
  const scripts = one.split('; ').find((rule) => rule.startsWith('script-src'))!;
  expect(scripts).not.toMatch(/unsafe-inline|unsafe-eval|https?:/);
});

test('pages are asked through it, files and the doors for programs are not', () => {
  const asked = new RegExp(`^${config.matcher[0]}$`);
  for (const page of ['/', '/orders/1', '/bay', '/c/abc'])
    expect([page, asked.test(page)]).toEqual([page, true]);
  for (const other of ['/api/photos', '/_next/static/a.js', '/serwist/sw.js', '/icon.svg'])
    expect([other, asked.test(other)]).toEqual([other, false]);
});

test('the clock of the shop’s machine begins with the server, and nowhere else', async () => {
  const began: string[] = [];
  jest.doMock('@/server/scheduler', () => ({ startScheduler: () => began.push('began') }));
  const { register } = await import('@/instrumentation');
  const before = process.env.NEXT_RUNTIME;
  process.env.NEXT_RUNTIME = 'edge';
  await register();
  expect(began).toEqual([]);
  process.env.NEXT_RUNTIME = 'nodejs';
  await register();
  expect(began).toEqual(['began']);
  process.env.NEXT_RUNTIME = before;
});
