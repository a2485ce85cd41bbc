import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ANY_ORDER, builtPage, scriptsOf } from '@/server/page-scripts';

const ORDER = '0a0b0c0d-0000-4000-a000-000000000001';
let root: string;
beforeAll(() => {
  root = mkdtempSync(path.join(tmpdir(), 'built-'));
  mkdirSync(path.join(root, '.next', 'server', 'app', 'orders'), { recursive: true });
});
afterAll(() => rmSync(root, { recursive: true }));

const page = (name: string, html: string) =>
  writeFileSync(path.join(root, '.next', 'server', 'app', name), html);
const hashed = (script: string) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`;

test('an order’s own page is the one of all orders; its other pages and all others are themselves', () => {
  expect(builtPage(`/orders/${ORDER}`)).toBe(`/orders/${ANY_ORDER}`);
  for (const other of [
    `/bay/${ORDER}`,
    `/orders/${ORDER}/torque`,
    `/orders/${ORDER}/`,
    '/orders/new',
    '/orders',
    '/',
    '/week',
  ])
    expect(builtPage(other)).toBe(other);
});

test('what stands in a page is named by its hash, each once; what it loads is not', () => {
  const one = 'self.__next_f.push([1,"a</b>\\n"])';
  const two = '\n  let wörds = 1;\n';
  page(
    'index.html',
    `<html><script src="/_next/a.js" async=""></script><script>${one}</script><script id="x">${two}</script><script>${one}</script><script id="y" src="/_next/b.js"></script></html>`,
  );
  expect(scriptsOf('/', root)).toEqual([hashed(one), hashed(two)]);
  page(`orders/${ANY_ORDER}.html`, `<script>${two}</script>`);
  expect(scriptsOf(`/orders/${ANY_ORDER}`, root)).toEqual([hashed(two)]);
});

test('a page that is drawn for each who asks has none, nor has one that was not built, or that no page is', () => {
  page('week.html', '<script>1</script>');
  for (const drawn of ['/week', '/come-backs', '/constructor', '/../index', ''])
    expect(scriptsOf(drawn, root)).toBeNull();
});
