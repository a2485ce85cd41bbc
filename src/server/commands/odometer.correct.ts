import { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { whyNotCorrect } from '../corrections';
import { versionAfterCorrection } from '../documents/corrected';
import type { NewEntry } from '../entries/append';
import { handle } from './handler';

/** Entries that hold a dial as it was read. */
const WITH_DIAL: ReadonlySet<Entry['kind']> = new Set([
  'intake',
  'odometer',
  'road.out',
  'road.in',
  'customer.drove',
]);

const same = (one: Odometer | null, other: Odometer | null) => JSON.stringify(one) === JSON.stringify(other);

export const odometerCorrect = handle('odometer.correct', {
  seals: true,
  async run(ctx, { orderId, entryId, odometer, reason: why }) {
    const order = await ctx.order(orderId);
    const found = order.state.odometers.find(({ entry }) => entry.id === entryId)?.entry;
    if (!found || !WITH_DIAL.has(found.kind))
      throw new Refusal('no-entry', 'This order has no such reading.', 'entryId');
    const refused = whyNotCorrect(found, order.state, ctx.person);
    if (refused) throw refused;
    const had = (found.data as { odometer: Odometer }).odometer;
    if (same(had, odometer)) throw new Refusal('same', 'That is what it says already.', 'odometer.value');
    const corrected = { kind: found.kind, corrects: found.id, why, data: { ...found.data, odometer } };
    // What was promised from that dial is counted from it anew.
    const promised = order.state.followUpsOpened
      .filter((entry) => same(entry.data.odometer, had))
      .map((entry) => ({
        kind: 'followup.open' as const,
        corrects: entry.id,
        why,
        data: { ...entry.data, odometer },
      }));
    await ctx.append(order.id, corrected as NewEntry, ...promised);
    return { version: await versionAfterCorrection(ctx, order, why) };
  },
});
