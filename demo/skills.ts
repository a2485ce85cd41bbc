import type { DemoDriver } from './driver';

/** Who has been seen to weld: the rest of the shop asks for nothing of the kind yet. */
export async function signedOff(shop: DemoDriver): Promise<void> {
  const lead = { leadId: shop.person('Odalys').id, pin: shop.pin('Odalys') };
  for (const [name, untilDay] of [
    ['Odalys', null],
    ['Brannoch', shop.day(340)],
  ] as const)
    await shop.act('Odalys', 'skill.sign', {
      personId: shop.person(name).id,
      skill: 'welding',
      untilDay,
      ...lead,
    });
}
