import { FORM_AROUND, formOf } from '@/server/body';
import { fileOf } from '@/server/formats/take-file';
import { SHOP_LIMITS } from '@/server/formats/zip';
import { withMutationGuards, currentDevice, json, keepSession } from '@/server/http';
import { db } from '@/server/database';
import { findShop } from '@/server/queries/shop';
import { longWorkShown } from '@/server/running/long-work';
import { signIn } from '@/server/sessions/sessions';
import { bringShop } from '@/server/shop-opening';

/** How far a shop that is being brought in is; nothing once there is one here. */
export async function GET() {
  const [work] = longWorkShown().filter(({ what, stands }) => what === 'import' && stands === 'under way');
  const answer = work && !(await findShop(db())) ? { share: work.share, words: work.words } : null;
  return json(200, { ok: true, answer });
}

/** Brings a whole shop into an empty place; whoever does so needs the console's code. */
export const POST = withMutationGuards(async (request) => {
  const form = await formOf(request, SHOP_LIMITS.packed + FORM_AROUND);
  const field = (name: string) => String(form.get(name) ?? '');
  const taker = { name: field('owner.name'), password: field('owner.password'), pin: field('owner.pin') };
  const zip = await fileOf(form, SHOP_LIMITS.packed, 'the shop’s ZIP');
  const device = await currentDevice();
  await bringShop(field('code'), zip, taker);
  await keepSession(await signIn(taker.name, taker.password, device));
  return json(200, { ok: true, answer: {} });
});
