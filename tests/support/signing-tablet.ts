import { type KeyObject, generateKeyPairSync, randomUUID, sign } from 'node:crypto';
import type { CrewName } from '../../demo/crew';
import type { DemoDriver } from '../../demo/driver';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { keepDeviceKey } from '@/server/outbox/keys';
import { takeQueued } from '@/server/outbox/take';

/** A tablet as its browser is: a device with a key for whoever works on it. */
export class SigningTablet {
  readonly deviceId = randomUUID();
  private readonly keys = new Map<string, KeyObject>();
  private seq = 0;

  constructor(private readonly shop: DemoDriver) {}

  async give(who: CrewName): Promise<this> {
    await db().run('INSERT IGNORE INTO device (id, first_seen, name) VALUES (?, ?, ?)', [
      this.deviceId,
      now(),
      'the back tablet',
    ]);
    const { publicKey, privateKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
    this.keys.set(who, privateKey);
    const spki = publicKey.export({ type: 'spki', format: 'der' }).toString('base64');
    await keepDeviceKey(this.deviceId, this.shop.person(who).id, spki);
    return this;
  }

  /** A move as it waits on the tablet, signed by whoever is named. */
  queued(who: CrewName, name: string, input: object, minutesAgo: number, signer: CrewName = who) {
    this.seq += 1;
    const body = JSON.stringify({
      id: randomUUID(),
      name,
      input,
      deviceSeq: this.seq,
      at: new Date(now().getTime() - minutesAgo * 60_000).toISOString(),
      personId: this.shop.person(who).id,
      deviceId: this.deviceId,
    });
    const signature = sign('sha256', Buffer.from(body), {
      key: this.keys.get(signer)!,
      dsaEncoding: 'ieee-p1363',
    }).toString('base64');
    return { body, signature, sentAt: now().toISOString() };
  }

  send = (queued: object) => takeQueued(queued, this.deviceId);
}
