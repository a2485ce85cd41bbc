import { Refusal } from '@/core/refusal';
import { holdsRole } from '@/core/ledger/roles';
import { FORM_AROUND, formOf } from '@/server/body';
import { importOrder } from '@/server/formats/import-order';
import { fileOf } from '@/server/formats/take-file';
import { ORDER_LIMITS } from '@/server/formats/zip';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';

/** Takes a work order in from its ZIP. */
export const POST = withMutationGuards(async (request) => {
  const session = await actorOrAnswer();
  if (session instanceof Response) return session;
  if (!holdsRole(session.person.roles, ['lead']))
    throw new Refusal('not-yours', 'This is for the lead: ask one.', 'file');
  const zip = await fileOf(
    await formOf(request, ORDER_LIMITS.packed + FORM_AROUND),
    ORDER_LIMITS.packed,
    'a work order’s ZIP',
  );
  const by = { personId: session.person.id, deviceId: session.deviceId };
  return json(200, { ok: true, answer: await importOrder(zip, by) });
});
