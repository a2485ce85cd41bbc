/**
 * `npm run galera`: three MariaDB nodes that are one database, on loopback, with two application servers before them. People
 * write through both; a node is killed; it says what was lost (nothing may be) and how long nobody could write. With
 * `--stay` it goes on running after that, for a look.
 */
import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection } from 'mysql2/promise';
import { FaultShop, browser, sleep } from '../tests/start/hands.mjs';
import { ensureMariadb } from './lib/database.mjs';
import { aptInstall, has, isRoot, must } from './lib/run.mjs';
import { plan, say } from './lib/say.mjs';
import { build, buildFresh, cli, installPackages, packagesFresh } from './lib/stages.mjs';
import { freePort, startWeb } from './lib/web.mjs';

const PROVIDER = ['/usr/lib/galera/libgalera_smm.so', '/usr/lib/libgalera_smm.so'].find((file) =>
  existsSync(file),
);
// The program that brings a joining node up to date works as the database's own user: it has to get in here.
const place = mkdtempSync(path.join(tmpdir(), 'wrenchwise-nodes-'));
chmodSync(place, 0o755);
const password = randomBytes(18).toString('base64url');
const program = has('mariadbd') ? 'mariadbd' : '/usr/sbin/mariadbd';
const cleanUp = [];

class Node {
  constructor(name, ports, cluster) {
    Object.assign(this, ports, { name, cluster });
    this.folder = path.join(place, name);
    this.dataDir = path.join(this.folder, 'db');
    this.socketDir = path.join(
      '/tmp',
      `ww-${createHash('sha256').update(this.folder).digest('hex').slice(0, 10)}`,
    );
    this.socket = path.join(this.socketDir, 'db.sock');
  }

  async initialise() {
    mkdirSync(this.folder, { recursive: true });
    mkdirSync(this.socketDir, { recursive: true });
    if (isRoot())
      await must('Giving folders to the database', 'chown', ['mysql', this.folder, this.socketDir]);
    await must('Making a node', 'mariadb-install-db', [
      '--no-defaults',
      ...(isRoot() ? ['--user=mysql'] : []),
      `--datadir=${this.dataDir}`,
      '--skip-test-db',
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${isRoot() ? 'root' : process.env.USER}`,
      '--innodb-log-file-size=16M',
    ]);
  }

  start(first) {
    const log = openSync(path.join(place, `${this.name}.log`), 'a');
    this.child = spawn(
      program,
      [
        '--no-defaults',
        ...(isRoot() ? ['--user=mysql'] : []),
        '--basedir=/usr',
        `--datadir=${this.dataDir}`,
        '--bind-address=127.0.0.1',
        `--port=${this.port}`,
        `--socket=${this.socket}`,
        `--pid-file=${path.join(this.socketDir, 'db.pid')}`,
        `--tmpdir=${this.socketDir}`,
        `--log-error=${path.join(this.folder, 'error.log')}`,
        '--skip-name-resolve',
        '--performance-schema=OFF',
        '--character-set-server=utf8mb4',
        '--default-time-zone=+00:00',
        '--sql-mode=STRICT_ALL_TABLES,NO_ENGINE_SUBSTITUTION,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO',
        '--innodb-flush-log-at-trx-commit=1',
        '--innodb-buffer-pool-size-max=256M',
        '--innodb-autoinc-lock-mode=2',
        '--binlog-format=ROW',
        '--wsrep-on=ON',
        `--wsrep-provider=${PROVIDER}`,
        '--wsrep-cluster-name=wrenchwise',
        `--wsrep-cluster-address=gcomm://${first ? '' : this.cluster()}`,
        '--wsrep-node-address=127.0.0.1',
        `--wsrep-node-name=${this.name}`,
        '--wsrep-sst-method=rsync',
        `--wsrep-sst-receive-address=127.0.0.1:${this.sst}`,
        // A node that says nothing for this long is out; the default would have everybody wait for longer.
        `--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:${this.group};ist.recv_addr=127.0.0.1:${this.ist};evs.keepalive_period=PT0.5S;evs.suspect_timeout=PT2S;evs.inactive_timeout=PT4S;evs.inactive_check_period=PT0.5S;gcache.size=64M`,
        ...(first ? ['--wsrep-new-cluster'] : []),
      ],
      { detached: true, stdio: ['ignore', log, log] },
    );
    cleanUp.push(() => this.kill('SIGTERM'));
  }

  root() {
    return createConnection({
      socketPath: this.socket,
      user: isRoot() ? 'root' : process.env.USER,
      connectTimeout: 2000,
    });
  }

  async ready(size) {
    const until = Date.now() + 120_000;
    while (Date.now() < until) {
      try {
        const root = await this.root();
        const [rows] = await root.query(
          "SHOW STATUS WHERE Variable_name IN ('wsrep_ready', 'wsrep_cluster_size', 'wsrep_local_state_comment')",
        );
        await root.end();
        const at = Object.fromEntries(rows.map((row) => [row.Variable_name, row.Value]));
        if (at.wsrep_ready === 'ON' && Number(at.wsrep_cluster_size) >= size) return;
      } catch {
        // Not answering yet.
      }
      await sleep(200);
    }
    throw new Error(
      `${this.name} did not join: see ${path.join(this.folder, 'error.log')}\n${tail(this.folder)}`,
    );
  }

  async kill(signal) {
    if (!this.child || this.child.exitCode !== null || this.child.signalCode) return;
    const gone = new Promise((resolve) => this.child.on('exit', resolve));
    process.kill(this.child.pid, signal);
    await Promise.race([gone, sleep(15_000)]);
  }
}

const tail = (folder) => {
  try {
    return readFileSync(path.join(folder, 'error.log'), 'utf8').split('\n').slice(-12).join('\n');
  } catch {
    return '';
  }
};

async function main() {
  plan(6);
  if (!packagesFresh()) await installPackages();
  await ensureMariadb();
  if (!PROVIDER) throw new Error('Debian’s package galera-4 is not installed.');
  if (!has('rsync')) await aptInstall(['rsync'], 'rsync, which brings a joining node up to date');
  if (!buildFresh()) await build();
  const ports = await Promise.all(Array.from({ length: 12 }, () => freePort()));
  const nodes = [];
  const cluster = () => nodes.map((node) => `127.0.0.1:${node.group}`).join(',');
  for (let index = 0; index < 3; index += 1) {
    const [port, group, ist, sst] = ports.slice(index * 4, index * 4 + 4);
    nodes.push(new Node(`node-${index + 1}`, { port, group, ist, sst }, cluster));
  }
  for (const node of nodes) await node.initialise();
  say('Three nodes: starting');
  nodes[0].start(true);
  await nodes[0].ready(1);
  const root = await nodes[0].root();
  await root.query('CREATE DATABASE wrenchwise');
  await root.query("CREATE USER 'app'@'127.0.0.1' IDENTIFIED BY ?", [password]);
  await root.query("GRANT ALL ON `wrenchwise%`.* TO 'app'@'127.0.0.1'");
  await root.end();
  for (const node of nodes.slice(1)) {
    node.start(false);
    await node.ready(2);
  }
  await Promise.all(nodes.map((node) => node.ready(3)));
  say('Three nodes: one database');

  // Each server asks its own node first, and knows the others.
  const folders = [0, 1].map((index) => {
    const folder = path.join(place, `server-${index + 1}`);
    mkdirSync(folder, { recursive: true });
    const order = [nodes[index], ...nodes.filter((node) => node !== nodes[index])];
    writeFileSync(
      path.join(folder, 'database.json'),
      JSON.stringify({
        host: '127.0.0.1',
        port: order[0].port,
        user: 'app',
        password,
        database: 'wrenchwise',
        others: order.slice(1).map((node) => ({ host: '127.0.0.1', port: node.port })),
      }),
    );
    return folder;
  });
  await cli('Schema', 'migrate', [], folders[0]);
  await cli('Code', 'setup-code', ['ABCDEF0123'], folders[0]);
  const servers = [];
  for (const dataDir of folders) {
    const port = await freePort();
    const web = await startWeb({ port, dataDir, env: { WRENCHWISE_NO_CLOCK: '1' } });
    cleanUp.push(web.stop);
    servers.push(port);
  }
  say(`Two servers: http://127.0.0.1:${servers[0]} and http://127.0.0.1:${servers[1]}`);
  const helper = new FaultShop();
  const { OWNER } = await import('../tests/start/hands.mjs');
  const opened = await browser(servers[0])('/api/first-owner', {
    code: 'ABCDEF0123',
    shop: { name: 'Three Nodes', timeZone: 'Europe/Zurich', currency: 'EUR', distanceUnit: 'km' },
    owner: OWNER,
  });
  if (!opened.ok) throw new Error(await opened.text());
  const asks = [await helper.signedIn(servers[0]), await helper.signedIn(servers[1])];
  const orders = [await helper.newOrder(asks[0]), await helper.newOrder(asks[1])];
  const acknowledged = [[], []];
  const gaps = [];
  let last = Date.now();
  let stop = false;
  const writers = Array.from({ length: 6 }, (_, index) =>
    (async () => {
      // Both orders are written through both servers, so that the nodes have to agree.
      const ask = asks[index % 2];
      const order = Math.floor(index / 2) % 2;
      while (!stop) {
        const id = randomUUID();
        for (;;) {
          const answer = await helper.write(ask, orders[order], id, id);
          if (answer === true) {
            acknowledged[order].push(id);
            gaps.push(Date.now() - last);
            last = Date.now();
            break;
          }
          if (answer === false) throw new Error(`a write was refused: ${helper.refused}`);
          if (stop) break;
          await sleep(60);
        }
      }
    })(),
  );
  await sleep(4000);
  const before = acknowledged.flat().length;
  const rate = before / 4;
  say(`Writing: ${Math.round(rate)} entries a second; node-2 is killed now`);
  gaps.length = 0;
  await nodes[1].kill('SIGKILL');
  await sleep(12_000);
  stop = true;
  await Promise.all(writers);
  const pause = Math.max(...gaps) / 1000;
  const after = acknowledged.flat().length - before;
  let [lost, twice] = [0, 0];
  for (const node of [nodes[0], nodes[2]]) {
    const connection = await createConnection({
      host: '127.0.0.1',
      port: node.port,
      user: 'app',
      password,
      database: 'wrenchwise',
    });
    for (const [at, order] of orders.entries()) {
      const [rows] = await connection.execute('SELECT id FROM entry WHERE chain = ?', [order]);
      const ids = rows.map((row) => row.id);
      twice += ids.length - new Set(ids).size;
      lost += acknowledged[at].filter((id) => !ids.includes(id)).length;
    }
    await connection.end();
  }
  const verified = spawnSync(process.execPath, ['scripts/run-cli.mjs', 'verify'], {
    encoding: 'utf8',
    env: { ...process.env, WRENCHWISE_DATA: folders[0] },
  });
  say(
    `Acknowledged ${before} before and ${after} after the kill; longest pause ${pause.toFixed(1)} s; lost ${lost}, twice ${twice}; ${(verified.stdout + verified.stderr).trim().split('\n').pop()}`,
  );
  if (lost || twice || verified.status !== 0 || pause > 10 || after < 10)
    throw new Error('What must hold does not.');
  nodes[1].start(false);
  await nodes[1].ready(3);
  say('node-2 is back and has caught up');
  if (process.argv.includes('--stay')) {
    console.log('Ctrl-C stops everything.');
    await new Promise((resolve) => process.on('SIGINT', resolve));
  }
}

let status = 0;
try {
  await main();
} catch (error) {
  console.error(error.message);
  status = 1;
}
for (const stop of cleanUp.reverse()) await stop();
rmSync(place, { recursive: true, force: true });
process.exit(status);
