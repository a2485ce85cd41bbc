/** What the fault tests share: a shop on a folder of its own, servers on it, and people who write as fast as they can. */
import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createConnection } from 'mysql2/promise';
import { findServer, startDatabase } from '../../scripts/lib/database.mjs';
import { isRoot } from '../../scripts/lib/run.mjs';
import { cli } from '../../scripts/lib/stages.mjs';
import { freePort, portFree, startWeb } from '../../scripts/lib/web.mjs';

export const root = path.resolve(import.meta.dirname, '..', '..');
export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const CODE = 'ABCDEF0123';

/** A person at a browser: keeps cookies and says where a request was made. */
export function browser(port) {
  const origin = `http://127.0.0.1:${port}`;
  const jar = new Map();
  return async (url, body) => {
    const response = await fetch(origin + url, {
      method: body ? 'POST' : 'GET',
      body: body && JSON.stringify(body),
      headers: {
        origin,
        'Content-Type': 'application/json',
        cookie: [...jar].map(([name, value]) => `${name}=${value}`).join('; '),
      },
      redirect: 'manual',
      signal: AbortSignal.timeout(20_000),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [name, value] = cookie.split(';')[0].split('=');
      jar.set(name, value);
    }
    return response;
  };
}

export const OWNER = {
  name: 'Owner',
  password: 'a long password',
  pin: '1234',
  lengthUnit: 'mm',
  torqueUnit: 'nm',
};
/** A car taken in with the least that is asked. */
export const intakeOf = (plate) => ({
  customer: { name: `Keeper of ${plate}`, phone: '', email: '' },
  vehicle: {
    label: `Marl Quern ${plate}`,
    body: 'pick-up',
    plate,
    vin: '',
    drive: 'four-wheel',
    frontSuspension: 'coilover',
    rearSuspension: 'leaf-over',
    wheelbase: '3300 mm',
    distanceUnit: 'km',
  },
  odometer: { value: 1200, unit: 'km' },
  tires: '245/70R16',
  wants: 'Level',
  targets: { front: '520', rear: '560', unit: 'mm', method: 'hub' },
  agreed: true,
});

/** A shop of its own with an owner, served by one server; more servers may be added on the same database. */
export class FaultShop {
  dataDir = path.join(mkdtempSync(path.join(tmpdir(), 'wrenchwise-fault-')), 'data');
  servers = [];

  static async open() {
    const shop = new FaultShop();
    try {
      await shop.begin();
    } catch (error) {
      // Nothing may be left running: it would keep the test from ever ending.
      await shop.close();
      throw error;
    }
    return shop;
  }

  async begin() {
    this.database = await startDatabase(this.dataDir);
    await cli('migrate', 'migrate', [], this.dataDir);
    await cli('code', 'setup-code', [CODE], this.dataDir);
    const port = await this.serve();
    const ask = browser(port);
    const opened = await ask('/api/first-owner', {
      code: CODE,
      shop: { name: 'Fault Shop', timeZone: 'Europe/Zurich', currency: 'EUR', distanceUnit: 'km' },
      owner: OWNER,
    });
    if (!opened.ok) throw new Error(await opened.text());
    this.ask = await this.signedIn(port);
  }

  async serve(env = {}) {
    const port = await freePort();
    const web = await startWeb({ port, dataDir: this.dataDir, env: { WRENCHWISE_NO_CLOCK: '1', ...env } });
    this.servers.push({ port, ...web });
    return port;
  }

  async signedIn(port) {
    const ask = browser(port);
    const answer = await ask('/api/sign-in', { name: OWNER.name, password: OWNER.password });
    if (!answer.ok) throw new Error(await answer.text());
    return ask;
  }

  async newOrder(ask = this.ask, plate = `F ${randomUUID().slice(0, 6)}`) {
    const answer = await (
      await ask('/api/commands/intake.open', { id: randomUUID(), deviceSeq: 1, input: intakeOf(plate) })
    ).json();
    if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
    return answer.answer.orderId;
  }

  /** Reports an odometer; @returns whether it was acknowledged, or null when no answer came */
  async write(ask, orderId, id, value) {
    try {
      const response = await ask('/api/commands/watch.add', {
        id,
        deviceSeq: 1,
        input: { orderId, text: `write ${value}`, photoId: null, byDay: '2030-01-01', byDistance: null },
      });
      const answer = await response.json();
      if (answer.ok) return true;
      this.refused = JSON.stringify(answer.errors);
      return answer.errors[0].code === 'failed' ? null : false;
    } catch {
      return null;
    }
  }

  async sql(text, values = []) {
    const address = JSON.parse(readFileSync(path.join(this.dataDir, 'database.json'), 'utf8'));
    const connection = await createConnection({ ...address, timezone: 'Z' });
    try {
      return (await connection.execute(text, values))[0];
    } finally {
      await connection.end();
    }
  }

  /** Holds every commit at its door, as a backup does, until the database dies. @returns how many wait there */
  async holdCommits() {
    const connection = await createConnection({
      socketPath: this.database.socket,
      user: isRoot() ? 'root' : process.env.USER,
    });
    connection.on('error', () => undefined);
    for (const stage of ['START', 'FLUSH', 'BLOCK_DDL', 'BLOCK_COMMIT'])
      await connection.query(`BACKUP STAGE ${stage}`);
    return async () => {
      const [rows] = await connection.query(
        "SELECT COUNT(*) AS n FROM information_schema.PROCESSLIST WHERE INFO = 'COMMIT' AND STATE LIKE 'Waiting for backup lock'",
      );
      return rows[0].n;
    };
  }

  /** The ids of the entries of an order, in their order. */
  async ids(orderId) {
    return (await this.sql('SELECT id FROM entry WHERE chain = ? ORDER BY seq', [orderId])).map(
      (row) => row.id,
    );
  }

  /** Kills the database as a power cut would, and waits until the watch has brought it back. */
  async killDatabase() {
    const before = findServer(path.join(this.dataDir, 'db'));
    process.kill(before, 'SIGKILL');
    const until = Date.now() + 30_000;
    while (Date.now() < until) {
      const now = findServer(path.join(this.dataDir, 'db'));
      if (now && now !== before) {
        try {
          await this.sql('SELECT 1');
          return;
        } catch {
          // It is recovering.
        }
      }
      await sleep(100);
    }
    throw new Error('the database did not come back');
  }

  /** Kills a web server in the middle of whatever it does, and starts it again where people look for it. */
  async killWeb(at = 0) {
    const { port, pid } = this.servers[at];
    process.kill(pid, 'SIGKILL');
    while (!(await portFree(port))) await sleep(20);
    const web = await startWeb({ port, dataDir: this.dataDir, env: { WRENCHWISE_NO_CLOCK: '1' } });
    this.servers[at] = { port, ...web };
  }

  verify() {
    const run = spawnSync(process.execPath, [path.join(root, 'scripts', 'run-cli.mjs'), 'verify'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, WRENCHWISE_DATA: this.dataDir },
    });
    return { ok: run.status === 0, said: run.stdout + run.stderr };
  }

  async close() {
    for (const server of this.servers) await server.stop();
    await this.database?.stop();
    rmSync(path.dirname(this.dataDir), { recursive: true, force: true });
  }
}
