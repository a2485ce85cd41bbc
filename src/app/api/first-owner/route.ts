import { LARGEST, jsonOf } from '@/server/body';
import { withMutationGuards, currentDevice, json, keepSession } from '@/server/http';
import { signIn } from '@/server/sessions/sessions';
import { type ShopOpening, openEmptyShop } from '@/server/shop-opening';

export const POST = withMutationGuards(async (request) => {
  const input = (await jsonOf(request, LARGEST.signIn)) as unknown as ShopOpening;
  const device = await currentDevice();
  const answer = await openEmptyShop(input, device);
  if (answer.ok) await keepSession(await signIn(input.owner.name, input.owner.password, device));
  return json(answer.ok ? 200 : 400, answer);
});
