import type { DemoDriver } from '../../demo/driver';
import { closePool, db } from '@/server/database';
import { crewWithSkills } from '@/server/queries/people';
import { skillSigns, whoMayAlone } from '@/server/queries/skills';
import { readBayBundle } from '@/features/bay/read-bundle';
import { readWeek } from '@/server/week/problem';
import { DAY, DEVICE, give, onTheLift, refusal, testShop } from '../support/shop';

let shop: DemoDriver;
beforeAll(async () => {
  shop = await testShop('skills');
}, 60_000);
afterAll(closePool);

const lead = () => ({ leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') });
const sign = (more: object) =>
  give(shop, 'Odalys', 'skill.sign', {
    personId: shop.person('Ilse').id,
    skill: 'welding',
    ...lead(),
    ...more,
  });
const techSkills = async (name: string) => {
  const { problem } = await readWeek(db(), new Date(DAY));
  return problem.techs.find((tech) => tech.name === name)!.skills;
};

test('a lead signs somebody off by PIN: the week plans by it, the bay knows it, and it runs out by its day', async () => {
  const { orderId } = await onTheLift('SKILL 1');
  expect(refusal(await sign({ pin: '0000' })).field).toBe('pin');
  expect(refusal(await sign({ leadId: shop.person('Teodor').id, pin: shop.pin('Teodor') }))).toMatchObject({
    code: 'not-lead',
    field: 'leadId',
  });
  expect(refusal(await sign({ untilDay: '2026-04-13' }))).toMatchObject({ code: 'past', field: 'untilDay' });
  expect(await skillSigns(db())).toEqual([]);
  // Until somebody says what each can do, everybody can do what they are given.
  expect((await crewWithSkills(db())).every(({ skills }) => skills.length === 0)).toBe(true);
  expect(await techSkills('Brannoch')).toContain('welding');

  expect(await sign({ untilDay: '2026-04-20' })).toMatchObject({ ok: true });
  expect(await skillSigns(db())).toMatchObject([
    {
      personId: shop.person('Ilse').id,
      skill: 'welding',
      untilDay: '2026-04-20',
      leadId: shop.person('Odalys').id,
    },
  ]);
  expect((await techSkills('Ilse')).sort()).toEqual(['alignment', 'welding']);
  expect(await techSkills('Brannoch')).toEqual(['alignment']);
  const bundle = await readBayBundle(orderId, {
    person: shop.person('Brannoch'),
    deviceId: DEVICE,
    needs: 'nothing',
  });
  if (!bundle || bundle === 'no-run') throw new Error('no bay');
  expect(bundle.mayAlone).toEqual([{ personId: shop.person('Ilse').id, name: 'Ilse', skill: 'welding' }]);
  expect(await whoMayAlone(db(), '2026-04-20')).toHaveLength(1);
  expect(await whoMayAlone(db(), '2026-04-21')).toEqual([]);

  // The shop's chain holds who signed it, and who ended it.
  const changes = () =>
    db().rows<{ canonical: string }>(
      "SELECT canonical FROM entry WHERE chain = 'shop' ORDER BY seq DESC LIMIT 1",
    );
  expect((await changes())[0]!.canonical).toContain('signed off');
  const end = { personId: shop.person('Ilse').id, skill: 'welding', ...lead() };
  expect(await give(shop, 'Odalys', 'skill.end', end)).toMatchObject({ ok: true });
  expect((await changes())[0]!.canonical).toContain('sign-off ended');
  expect(refusal(await give(shop, 'Odalys', 'skill.end', end))).toMatchObject({
    code: 'not-signed',
    field: 'skill',
  });
});

test('the words a shop had carry over', async () => {
  const ilse = (await crewWithSkills(db())).find(({ name }) => name === 'Ilse')!;
  await give(shop, 'Odalys', 'person.change', {
    personId: ilse.id,
    roles: ilse.roles,
    skills: ['alignment', 'upholstery'],
  });
  expect(await whoMayAlone(db(), '2026-04-14')).toEqual([{ personId: ilse.id, name: 'Ilse', skill: 'rack' }]);
  await give(shop, 'Odalys', 'person.change', { personId: ilse.id, roles: ilse.roles, skills: [] });
});
