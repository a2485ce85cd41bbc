/**
 * `npm run flame -- PATH [PATH ...]`: where the server's time goes for a page of the large demo (made by `npm run demo:large`). Each
 * page is asked for again and again by one person; what the processor was busy with is told by share, and lies beside it as a
 * `.cpuprofile`, which a browser's own tools draw as a flame graph.
 */
import { existsSync, mkdtempSync, readFileSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { browser } from '../tests/start/hands.mjs';
import { root } from './lib/bundle.mjs';
import { startDatabase } from './lib/database.mjs';
import { build, buildFresh } from './lib/stages.mjs';
import { freePort, startWeb } from './lib/web.mjs';

const TIMES = 200;
const folder = path.resolve(process.env.WRENCHWISE_DATA ?? path.join(root, '.data-large'));
const paths = process.argv.slice(2);
if (!paths.length || !existsSync(path.join(folder, 'shop.json'))) {
  console.error(
    `Name the pages, as "npm run flame -- / /come-backs"; the large demo is looked for in ${folder}.`,
  );
  process.exit(2);
}

/** By which words of a script's address, or a function's, a sample belongs to whom; the first that fits counts. */
const OWNERS = [
  ['the garbage collector', ({ functionName }) => functionName === '(garbage collector)'],
  ['the database driver', ({ url }) => /node_modules\/(mysql2|sql-escaper|denque|lru\.min|iconv)/.test(url)],
  ['our questions and pages', ({ url }) => /chunks\/.*(src_server|src_app|root-of-the-server)/.test(url)],
  ['our parts of the page', ({ url }) => /chunks\/.*src_/.test(url)],
  ['the framework, drawing', ({ url }) => /app-page|react/.test(url)],
  ['loading modules', ({ url }) => /cjs\/loader|turbopack\]_runtime/.test(url)],
  ['the framework, around it', ({ url }) => /node_modules\/next/.test(url)],
  [
    'streams and sockets',
    ({ url }) => /node:(net|zlib|http|internal\/(streams|http|webstreams|stream_base))/.test(url),
  ],
  ['following promises', ({ url }) => /async_hooks/.test(url)],
];

/** The shares of a profile after its first half, in which everything was run for the first time. */
function sharesOf(file) {
  const { nodes, samples, timeDeltas, startTime, endTime } = JSON.parse(readFileSync(file, 'utf8'));
  const byId = new Map(nodes.map((node) => [node.id, node]));
  const parent = new Map(nodes.flatMap((node) => (node.children ?? []).map((child) => [child, node.id])));
  const owners = new Map();
  const ownerOf = (id) => {
    if (owners.has(id)) return owners.get(id);
    let owner = null;
    for (let at = id; at !== undefined && !owner; at = parent.get(at))
      owner = OWNERS.find(([, fits]) => fits(byId.get(at).callFrame))?.[0] ?? null;
    owners.set(id, owner ?? 'all else');
    return owners.get(id);
  };
  const shares = new Map();
  let at = startTime;
  let all = 0;
  samples.forEach((id, index) => {
    at += timeDeltas[index];
    if (at < (startTime + endTime) / 2 || byId.get(id).callFrame.functionName === '(idle)') return;
    all += timeDeltas[index];
    shares.set(ownerOf(id), (shares.get(ownerOf(id)) ?? 0) + timeDeltas[index]);
  });
  return [...shares].map(([owner, time]) => [owner, time / all]).sort((a, b) => b[1] - a[1]);
}

const shop = JSON.parse(readFileSync(path.join(folder, 'shop.json'), 'utf8'));
const database = await startDatabase(folder);
if (!buildFresh()) await build();
for (const page of paths) {
  const kept = mkdtempSync(path.join(tmpdir(), 'wrenchwise-flame-'));
  const port = await freePort();
  const server = await startWeb({
    port,
    dataDir: folder,
    env: { WRENCHWISE_NOW: shop.day, WRENCHWISE_NO_CLOCK: '1' },
    nodeArgs: ['--cpu-prof', `--cpu-prof-dir=${kept}`],
  });
  const ask = browser(port);
  await ask('/api/sign-in', { name: 'Odalys', password: 'paint-pen-odalys' });
  for (let turn = 0; turn < TIMES; turn += 1) {
    const answer = await ask(page);
    if (!answer.ok) throw new Error(`${page}: ${answer.status}`);
    await answer.arrayBuffer();
  }
  await server.stop();
  // The largest is the server's; its threads and its starter keep their own.
  const files = readdirSync(kept).map((name) => path.join(kept, name));
  const [largest] = files.sort((a, b) => readFileSync(b).length - readFileSync(a).length);
  console.log(`${page} (${largest})`);
  for (const [owner, share] of sharesOf(largest))
    console.log(`  ${(share * 100).toFixed(0).padStart(3)} %  ${owner}`);
}
await database.stop();
process.exit(0);
