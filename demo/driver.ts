import { createHash } from 'node:crypto';
import { execute } from '../src/server/commands/execute';
import { transaction, db } from '../src/server/database';
import { openShop } from '../src/server/shop-opening';
import { type Person, personById } from '../src/server/sessions/sessions';
import { keepDemoValues } from './values';
import { CREW, type CrewName, SHOP } from './crew';

/** Ids that follow from a seed, so that loading the same demo again repeats the same commands. */
function idFrom(seed: string): string {
  const hex = createHash('sha256').update(seed).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

const DEVICE = idFrom('demo device');
const MINUTE = 60_000;

/** Plays the demo through the same commands the interface gives, each at its own moment. */
export class DemoDriver {
  private people = new Map<string, Person>();
  private count = 0;
  /** The moment of the next command; every command takes a minute or what it is told. */
  clock: Date;
  readonly today: Date;

  /** @param seed parts the ids of one play from those of another on the same shop */
  constructor(
    day: string,
    private readonly seed = 'demo',
  ) {
    this.today = new Date(day);
    this.clock = new Date(day);
  }

  /** Sets the clock to some days from today at an hour of the day (UTC). */
  moment(daysFromToday: number, hourUtc: number, minute = 0): void {
    const at = new Date(this.today);
    at.setUTCDate(at.getUTCDate() + daysFromToday);
    at.setUTCHours(hourUtc, minute, 0, 0);
    // Nothing in the demo happens after the moment it is loaded for.
    this.clock = at > this.today ? new Date(this.today.getTime() - 60 * MINUTE) : at;
  }

  wait(minutes: number): void {
    const next = this.clock.getTime() + minutes * MINUTE;
    this.clock = new Date(Math.min(next, this.today.getTime()));
  }

  /** The calendar day some days from today, `YYYY-MM-DD`. */
  day(daysFromToday: number): string {
    return new Date(this.today.getTime() + daysFromToday * 86_400_000).toISOString().slice(0, 10);
  }

  person(name: CrewName): Person {
    return this.people.get(name)!;
  }

  pin(name: CrewName): string {
    return CREW.find((member) => member.name === name)!.pin;
  }

  async open(): Promise<void> {
    await db().run('INSERT IGNORE INTO device (id, first_seen) VALUES (?, ?)', [DEVICE, this.today]);
    const [owner, ...others] = CREW;
    if (!(await db().row('SELECT id FROM shop WHERE id = 1'))) {
      const at = new Date(this.today.getTime() - 400 * 86_400_000);
      await transaction((tx) => openShop(tx, { shop: SHOP, owner: owner! }, DEVICE, at));
    }
    await keepDemoValues(this.today);
    await this.meet(owner!.name);
    this.moment(-400, 15);
    for (const member of others) {
      // Another play may have opened this shop already.
      const known = await db().row('SELECT id FROM person WHERE name = ?', [member.name]);
      if (!known || this.seed === 'demo') await this.act('Odalys', 'person.add', { ...member });
      await this.meet(member.name);
    }
  }

  private async meet(name: string): Promise<void> {
    const row = await db().row<{ id: string }>('SELECT id FROM person WHERE name = ?', [name]);
    this.people.set(name, (await personById(row!.id))!);
  }

  /** Gives a command as somebody, now by the demo's clock, and goes on a minute. @throws when it is refused */
  async act(name: CrewName, command: string, input: object, minutes = 1): Promise<Record<string, unknown>> {
    this.count += 1;
    const answer = await execute(
      command,
      { id: idFrom(`${this.seed} ${this.count} ${command}`), deviceSeq: this.count, input },
      { person: this.person(name), deviceId: DEVICE, receivedAt: this.clock },
    );
    if (!answer.ok) {
      throw new Error(
        `demo: ${command} by ${name} was refused: ${answer.errors.map((e) => `${e.field} ${e.message}`).join('; ')}`,
      );
    }
    this.wait(minutes);
    return answer.answer;
  }
}
