import { randomUUID } from 'node:crypto';
import { ROLES, type Role, holdsRole } from '@/core/ledger/roles';
import { AREAS, COMMAND_NAMES, contractOf, isCommandName } from '@/contracts/commands';
import { HANDLERS } from '@/server/commands';
import { execute } from '@/server/commands/execute';
import { closePool } from '@/server/database';
import type { DemoDriver } from '../../demo/driver';
import { DEVICE, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('roles');
});
afterAll(closePool);

/** Who may give each command, written out again by hand: the table the product is held to. */
const MAY: Record<string, Role[]> = {
  'intake.open': ['advisor', 'lead', 'owner'],
  'order.cancel': ['advisor', 'lead', 'owner'],
  'wheelset.save': ['tech', 'advisor', 'lead', 'owner'],
  'wheelset.on': ['tech', 'advisor', 'lead', 'owner'],
  'targets.set': ['tech', 'advisor', 'lead', 'owner'],
  'car.correct': ['tech', 'advisor', 'lead', 'owner'],
  'customer.correct': ['advisor', 'lead', 'owner'],
  'car.merge': ['lead', 'owner'],
  'customer.merge': ['lead', 'owner'],
  'promise.give': ['advisor', 'lead', 'owner'],
  'order.place': ['tech', 'advisor', 'lead', 'owner'],
  'heights.record': ['tech', 'lead', 'owner'],
  'plan.propose': ['tech', 'lead', 'owner'],
  'plan.answer': ['advisor', 'lead', 'owner'],
  'run.start': ['tech', 'lead', 'owner'],
  'step.done': ['tech', 'lead', 'owner'],
  'figure.record': ['tech', 'lead', 'owner'],
  'try.record': ['tech', 'lead', 'owner'],
  'compare.record': ['tech', 'lead', 'owner'],
  'photo.height': ['tech', 'advisor', 'lead', 'owner'],
  'droop.read': ['tech', 'lead', 'owner'],
  'cause.found': ['tech', 'lead', 'owner'],
  'skill.sign': ['lead', 'owner'],
  'skill.end': ['lead', 'owner'],
  'room.made': ['tech', 'lead', 'owner'],
  'step.approve': ['tech', 'lead', 'owner'],
  'override.record': ['tech', 'advisor', 'lead', 'owner'],
  'value.set': ['tech', 'advisor', 'lead', 'owner'],
  'torque.record': ['tech', 'lead', 'owner'],
  'torque.check': ['tech', 'advisor', 'lead', 'owner'],
  'values.set': ['tech', 'advisor', 'lead', 'owner'],
  'values.keep': ['lead', 'owner'],
  'clock.on': ['tech', 'advisor', 'lead', 'owner'],
  'clock.off': ['tech', 'advisor', 'lead', 'owner'],
  'alignment.record': ['tech', 'advisor', 'lead', 'owner'],
  'alignment.accept': ['tech', 'advisor', 'lead', 'owner'],
  'road.out': ['tech', 'lead', 'owner'],
  'road.in': ['tech', 'lead', 'owner'],
  'photo.bind': ['tech', 'advisor', 'lead', 'owner'],
  'handoff.sign': ['advisor', 'lead', 'owner'],
  'followup.close': ['advisor', 'lead', 'owner'],
  'odometer.report': ['tech', 'advisor', 'lead', 'owner'],
  'visit.open': ['tech', 'advisor', 'lead', 'owner'],
  'visit.close': ['tech', 'advisor', 'lead', 'owner'],
  'entry.void': ['tech', 'advisor', 'lead', 'owner'],
  'person.add': ['owner'],
  'person.change': ['owner'],
  'person.leave': ['owner'],
  'person.reset': ['owner'],
  'person.own': ['tech', 'advisor', 'lead', 'owner'],
  'session.end': ['tech', 'advisor', 'lead', 'owner'],
  'device.name': ['tech', 'advisor', 'lead', 'owner'],
  'place.save': ['lead', 'owner'],
  'shop.hours': ['lead', 'owner'],
  'lowering.take': ['tech', 'lead', 'owner'],
  'lowering.give': ['tech', 'lead', 'owner'],
  'lowering.back': ['tech', 'lead', 'owner'],
  'queued.discard': ['tech', 'lead', 'owner'],
  'task.settle': ['tech', 'lead', 'owner'],
  'week.accept': ['lead', 'owner'],
  'week.pin': ['lead', 'owner'],
  'week.away': ['lead', 'owner'],
  'week.wait': ['advisor', 'lead', 'owner'],
  'week.rush': ['advisor', 'lead', 'owner'],
  'week.rush.end': ['advisor', 'lead', 'owner'],
  'booking.set': ['tech', 'advisor', 'lead', 'owner'],
  'also.open': ['tech', 'lead', 'owner'],
  'trial.begin': ['tech', 'lead', 'owner'],
  'trial.height': ['tech', 'lead', 'owner'],
  'trial.answer': ['tech', 'advisor', 'lead', 'owner'],
  'bay.back': ['tech', 'lead', 'owner'],
  'heights.accept': ['tech', 'advisor', 'lead', 'owner'],
  'spec.save': ['lead', 'owner'],
  'rack.leave': ['tech', 'advisor', 'lead', 'owner'],
  'customer.drove': ['tech', 'advisor', 'lead', 'owner'],
  'photo.mark': ['tech', 'advisor', 'lead', 'owner'],
  'date.wish': ['advisor', 'lead', 'owner'],
  'date.answer': ['advisor', 'lead', 'owner'],
  'watch.answer': ['tech', 'advisor', 'lead', 'owner'],
  'stage.close': ['tech', 'advisor', 'lead', 'owner'],
  'use.set': ['tech', 'advisor', 'lead', 'owner'],
  'checkin.record': ['tech', 'advisor', 'lead', 'owner'],
  'link.make': ['advisor', 'lead', 'owner'],
  'link.send': ['advisor', 'lead', 'owner'],
  'link.revoke': ['advisor', 'lead', 'owner'],
  'template.set': ['lead', 'owner'],
  'reminders.set': ['advisor', 'lead', 'owner'],
  'message.again': ['advisor', 'lead', 'owner'],
  'message.handed': ['advisor', 'lead', 'owner'],
  'standin.set': ['lead', 'owner'],
  'torque.correct': ['tech', 'lead', 'owner'],
  'handoff.unsigned': ['tech', 'advisor', 'lead', 'owner'],
  'calendar.renew': ['lead', 'owner'],
  'person.admit': ['owner'],
  'wrench.add': ['lead', 'owner'],
  'measure.record': ['tech', 'lead', 'owner'],
  'finding.record': ['tech', 'lead', 'owner'],
  'offer.make': ['tech', 'advisor', 'lead', 'owner'],
  'offer.answer': ['advisor', 'lead', 'owner'],
  'offer.back': ['advisor', 'lead', 'owner'],
  'proposal.answer': ['advisor', 'lead', 'owner'],
  'quote.make': ['advisor', 'lead', 'owner'],
  'quote.answer': ['advisor', 'lead', 'owner'],
  'parts.checkin': ['tech', 'advisor', 'lead', 'owner'],
  'hold.end': ['tech', 'advisor', 'lead', 'owner'],
  'supply.order': ['advisor', 'lead', 'owner'],
  'supply.told': ['advisor', 'lead', 'owner'],
  'part.save': ['advisor', 'lead', 'owner'],
  'kit.save': ['advisor', 'lead', 'owner'],
  'catalog.import': ['advisor', 'lead', 'owner'],
  'vehicle.update': ['tech', 'advisor', 'lead', 'owner'],
  'support.set': ['tech', 'lead', 'owner'],
  'item.leave': ['tech', 'lead', 'owner'],
  'cut.record': ['tech', 'lead', 'owner'],
  'stuck.begin': ['tech', 'lead', 'owner'],
  'stuck.end': ['tech', 'lead', 'owner'],
  'damage.record': ['tech', 'advisor', 'lead', 'owner'],
  'watch.add': ['tech', 'advisor', 'lead', 'owner'],
  'setting.record': ['tech', 'lead', 'owner'],
  'lesson.record': ['tech', 'advisor', 'lead', 'owner'],
  'lesson.settle': ['lead', 'owner'],
  'clock.close': ['lead', 'owner'],
  'helper.back': ['tech', 'advisor', 'lead', 'owner'],
  'tool.add': ['tech', 'lead', 'owner'],
  'tools.add': ['tech', 'lead', 'owner'],
  'tool.retire': ['tech', 'lead', 'owner'],
  'wrench.mark': ['tech', 'lead', 'owner'],
  'anatomy.save': ['lead', 'owner'],
  'procedure.release': ['lead', 'owner'],
  'procedure.save': ['lead', 'owner'],
  'run.way': ['tech', 'lead', 'owner'],
  'step.add': ['tech', 'lead', 'owner'],
  'correction.tell': ['advisor', 'lead', 'owner'],
  'odometer.correct': ['tech', 'advisor', 'lead', 'owner'],
  'shop.details': ['lead', 'owner'],
  'shop.set': ['lead', 'owner'],
};

test('every command stands in the table, and the table names no other', () => {
  expect([...COMMAND_NAMES].sort()).toEqual(Object.keys(MAY).sort());
  expect(Object.keys(HANDLERS).sort()).toEqual([...COMMAND_NAMES].sort());
});

test('the page of who may do what names every command once', () => {
  const named = AREAS.flatMap(({ commands }) => Object.keys(commands));
  expect(named.sort()).toEqual([...COMMAND_NAMES].sort());
});

test.each(Object.entries(MAY))('%s is for those who may', async (name, may) => {
  for (const role of ROLES) {
    const person = { ...shop.person('Teodor'), roles: [role] };
    const answer = await execute(
      name,
      { id: randomUUID(), deviceSeq: 1, input: {} },
      { person, deviceId: DEVICE, receivedAt: new Date('2026-04-14T18:30:00.000Z') },
    );
    // An empty input is refused for its fields, so nothing is recorded; who may not is told so before that.
    const refused = !answer.ok && answer.errors[0]!.code === 'not-yours';
    expect(`${role}: ${refused ? 'refused' : 'may'}`).toBe(
      `${role}: ${may.includes(role) ? 'may' : 'refused'}`,
    );
    if (!isCommandName(name)) throw new Error(`no ${name}`);
    expect(holdsRole([role], contractOf(name).who)).toBe(may.includes(role));
  }
});

test('a lead does all a tech and an advisor do, an owner all a lead does', () => {
  for (const [name, may] of Object.entries(MAY)) {
    if (may.includes('tech') || may.includes('advisor'))
      expect(`${name} ${may.includes('lead')}`).toBe(`${name} true`);
    if (may.includes('lead')) expect(`${name} ${may.includes('owner')}`).toBe(`${name} true`);
  }
});
