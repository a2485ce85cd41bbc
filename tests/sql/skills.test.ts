import { randomUUID } from 'node:crypto';
import type { DemoDriver } from '../../demo/driver';
import type { DemoJob } from '../../demo/job';
import { forJob } from '@/core/practice/alone';
import { execute } from '@/server/commands/execute';
import { closePool, db } from '@/server/database';
import { verifyEverything } from '@/server/entries/verify';
import { skillSigns, skillsWorked, whoMayAlone } from '@/server/queries/skills';
import { readBayBundle } from '@/features/bay/read-bundle';
import { readWeek } from '@/server/week/problem';
import { skillLines } from '@/features/practice/skill-lines';
import { DAY, DEVICE, give, jobStarted, refusal, testShop } from '../support/shop';

const ZONE = 'America/Denver';
const STRUTS = { procedures: [{ id: 'strut-top-spacer', ways: [] }], parts: ['QS-30'] };
const FRONT = { ...STRUTS, targets: { front: '22 3/8', rear: null } };

let shop: DemoDriver;
let job: DemoJob;
let stepId: string;
beforeAll(async () => {
  shop = await testShop('skills');
  job = await jobStarted('SKILL 1', FRONT, 'strut-out-L');
  stepId = (await job.state()).document!.steps.find(({ id }) => id.endsWith('/strut-out-L'))!.id;
});
afterEach(() => db().run('DELETE FROM person_skill'));
afterAll(closePool);

const idOf = (name: Parameters<DemoDriver['person']>[0]) => shop.person(name).id;
const lead = () => ({ leadId: idOf('Odalys'), pin: shop.pin('Odalys') });
const sign = (more: object = {}) =>
  give(shop, 'Odalys', 'skill.sign', { personId: idOf('Ilse'), skill: 'springs', ...lead(), ...more });
const done = (more: object = {}) =>
  give(shop, 'Brannoch', 'step.done', { orderId: job.orderId, stepId, ...more });
const newest = async () =>
  (await db().row<{ canonical: string }>(
    "SELECT canonical FROM entry WHERE chain = 'shop' ORDER BY seq DESC LIMIT 1",
  ))!.canonical;

test('a lead signs somebody off by PIN, until a day, and ends it; the shop’s chain holds both', async () => {
  expect(refusal(await sign({ pin: '0000' })).field).toBe('pin');
  expect(refusal(await sign({ leadId: idOf('Teodor'), pin: shop.pin('Teodor') }))).toMatchObject({
    code: 'not-lead',
    field: 'leadId',
  });
  expect(refusal(await sign({ untilDay: '2026-04-13' }))).toMatchObject({ code: 'past', field: 'untilDay' });
  expect(refusal(await sign({ skill: 'cooking' })).field).toBe('skill');
  expect(refusal(await sign({ skill: 'job no-such-thing' }))).toMatchObject({
    code: 'no-procedure',
    field: 'skill',
  });
  expect(await skillSigns(db(), ZONE)).toEqual([]);

  expect(await sign({ untilDay: '2026-04-20' })).toMatchObject({ ok: true });
  expect(await skillSigns(db(), ZONE)).toEqual([
    {
      personId: idOf('Ilse'),
      skill: 'springs',
      signedDay: '2026-04-14',
      untilDay: '2026-04-20',
      lastWorked: null,
      leadId: idOf('Odalys'),
    },
  ]);
  expect(await newest()).toContain('signed off');
  const ilse = { personId: idOf('Ilse'), name: 'Ilse', skill: 'springs' };
  const leads = [{ id: idOf('Odalys'), name: 'Odalys' }];
  expect(await whoMayAlone(db(), new Date('2026-04-20T18:00:00.000Z'))).toMatchObject({ may: [ilse] });
  // It ran out: still asked, and nobody may but beside a lead.
  const later = await whoMayAlone(db(), new Date('2026-04-21T18:00:00.000Z'));
  expect(later).toMatchObject({ asked: ['springs'], may: [] });
  expect(later.leads).toEqual(expect.arrayContaining(leads));
  const bundle = await readBayBundle(job.orderId, {
    person: shop.person('Brannoch'),
    deviceId: DEVICE,
    needs: 'nothing',
  });
  if (!bundle || bundle === 'no-run') throw new Error('no bay');
  expect(bundle.alone).toMatchObject({ asked: ['springs'], may: [ilse] });

  const end = { personId: idOf('Ilse'), skill: 'springs', ...lead() };
  expect(await give(shop, 'Odalys', 'skill.end', end)).toMatchObject({ ok: true });
  expect(await newest()).toContain('sign-off ended');
  expect(refusal(await give(shop, 'Odalys', 'skill.end', end))).toMatchObject({
    code: 'not-signed',
    field: 'skill',
  });
});

test('the week gives a phase to whoever may do it alone; where nobody may, to anybody', async () => {
  const asked = async () => {
    const { problem } = await readWeek(db(), new Date(DAY));
    const { skill } = problem.jobs
      .find(({ id }) => id === job.orderId)!
      .phases.find(({ id }) => id === 'bay')!;
    expect(skill).toContain('springs');
    return problem.techs.filter(({ skills }) => skills.includes(skill!)).map(({ name }) => name);
  };
  const everybody = await asked();
  expect(everybody).toEqual(expect.arrayContaining(['Brannoch', 'Ilse']));
  await sign({ skill: forJob('strut-top-spacer') });
  expect(await asked()).toEqual(['Ilse']);
  await db().run("UPDATE person_skill SET until_day = '2026-04-01'");
  expect(await asked()).toEqual(everybody);
});

test('a step done alone by whoever may not is refused; beside somebody it is done, and the record says beside whom', async () => {
  await sign();
  expect(refusal(await done())).toMatchObject({ code: 'beside', field: 'beside' });
  expect(refusal(await done()).message).toMatch(/say who stands beside you, .*Ilse/);
  expect(refusal(await done({ beside: [idOf('Brannoch')] })).code).toBe('self');
  expect(refusal(await done({ beside: [idOf('Teodor')] })).code).toBe('beside');
  expect(refusal(await done({ beside: [randomUUID()] }))).toMatchObject({ code: 'no-person' });
  expect(await done({ beside: [idOf('Ilse')] })).toMatchObject({ ok: true });
  expect((await job.state()).run!.done.get(stepId)).toMatchObject({
    personId: idOf('Brannoch'),
    beside: [idOf('Ilse')],
  });
  const worked = (await skillsWorked(db())).filter(({ personId }) => personId === idOf('Brannoch'));
  const springs = worked.find(({ skill }) => skill === 'springs')!;
  expect(springs).toMatchObject({ alone: 0, beside: 1, lastAt: new Date(DAY).toISOString() });
  expect(worked.map(({ skill }) => skill)).toContain('job strut-top-spacer');
  // What is derived of it is what the entries say.
  expect(await verifyEverything(() => undefined)).toBeNull();
  const lines = skillLines({
    person: { id: idOf('Brannoch'), skills: ['welding'] },
    signs: await skillSigns(db(), ZONE),
    worked,
    answers: [{ about: 'fault hose-short', correct: true }],
    jobs: [
      { id: 'lowering', title: 'Lowering' },
      { id: 'strut-top-spacer', title: 'Spacers over the struts' },
    ],
    today: '2026-04-14',
    timeZone: ZONE,
  });
  const line = (skill: string) => lines.find((one) => one.skill === skill);
  expect(line('springs')).toMatchObject({
    state: 'not signed off',
    facts: ['worked: 1 step, 1 of them beside somebody, last Tue 14 Apr'],
  });
  expect(line('welding')).toMatchObject({ holds: true, signed: false, state: 'by the owner’s word' });
  expect(line('brakes')!.facts).toEqual(['practiced: found 1 of 1', 'worked: 2 steps, last Tue 14 Apr']);
  expect(line('job strut-top-spacer')).toMatchObject({ name: 'Spacers over the struts' });
  expect(line('job lowering')).toBeUndefined();
});

test('what waited on a tablet was judged there, and is not refused when it comes', async () => {
  const twin = stepId.replace(/-L$/, '-R');
  await job.work({ step: twin });
  await sign();
  const answer = await execute(
    'step.done',
    { id: randomUUID(), deviceSeq: 2, input: { orderId: job.orderId, stepId: twin } },
    { person: shop.person('Brannoch'), deviceId: DEVICE, receivedAt: new Date(DAY), queued: true },
  );
  expect(answer).toMatchObject({ ok: true });
});

test('a sign-off that is not put to use for a year ends; work at it keeps it', async () => {
  await sign({ personId: idOf('Brannoch') });
  await sign();
  const on = async (day: string) =>
    (await whoMayAlone(db(), new Date(`${day}T18:00:00.000Z`))).may.map(({ name }) => name);
  await db().run("UPDATE person_skill SET signed_at = '2025-01-10 18:00:00'");
  // Brannoch took a strut out in April, by the record; Ilse never did.
  expect(await on('2026-04-15')).toEqual(['Brannoch']);
  expect(await on('2027-04-20')).toEqual([]);
});

test('a second check of what steers is given by whoever may', async () => {
  const other = await jobStarted('SKILL 2', { ...FRONT }, 'settle');
  const { run, document } = await other.state();
  const owed = document!.fasteners.find(
    ({ id, critical }) => critical === 'steering' && run!.fasteners.get(id)!.torqued,
  )!;
  await sign({ skill: 'steering' });
  const check = (name: 'Teodor' | 'Ilse') =>
    give(shop, name, 'torque.check', {
      orderId: other.orderId,
      fastenerId: owed.id,
      checkerId: idOf(name),
      pin: shop.pin(name),
    });
  expect(refusal(await check('Teodor'))).toMatchObject({ code: 'not-signed', field: 'checkerId' });
  expect(refusal(await check('Teodor')).message).toMatch(/Ilse/);
  expect(await check('Ilse')).toMatchObject({ ok: true });
});

test('the words a shop had carry over', async () => {
  const words = (skills: string[]) =>
    give(shop, 'Odalys', 'person.change', {
      personId: idOf('Ilse'),
      roles: shop.person('Ilse').roles,
      skills,
    });
  await words(['alignment', 'upholstery']);
  expect(await whoMayAlone(db(), new Date(DAY))).toMatchObject({
    asked: ['rack'],
    may: [{ personId: idOf('Ilse'), name: 'Ilse', skill: 'rack' }],
  });
  await words([]);
});
