import { Refusal } from '@/core/refusal';
import { thingsSpokenOf } from '@/core/ledger/device-conflicts';
import type { Entry } from '@/core/ledger/entries';
import { shopClock } from '@/core/units/shop-time';
import { describeEntry } from '@/contracts/entries';
import type { Db } from '../database';
import { peopleNames } from '../queries/order';
import { readShop } from '../queries/shop';
import type { NewEntry } from '../entries/append';
import type { WholeOrder } from '../entries/order';

const MOST_TOLD = 3;

/**
 * Holds a tap against what came into the record since the page it was made on was read.
 * @throws Refusal that tells what happened meanwhile to the same step, fastener, item or end
 */
export async function refuseOfOlderState(
  tx: Db,
  { entries, state }: WholeOrder,
  drafts: readonly NewEntry[],
  { seen, deviceId }: { seen: number; deviceId: string },
): Promise<void> {
  // What waited on the very device came from the page itself.
  const since = entries.filter(
    (entry) => entry.seq > seen && !(entry.deviceId === deviceId && entry.at < entry.receivedAt),
  );
  if (!since.length) return;
  const spokenOf = new Set(drafts.flatMap((draft) => thingsSpokenOf(state.document, draft as Entry)));
  const same = since.filter((entry) => {
    const about = entry.corrects === null ? entry : entries.find((one) => one.id === entry.corrects);
    return about && thingsSpokenOf(state.document, about).some((thing) => spokenOf.has(thing));
  });
  if (!same.length) return;
  const [people, { timeZone }] = await Promise.all([peopleNames(tx), readShop(tx)]);
  const told = same
    .slice(-MOST_TOLD)
    .map(
      (entry) =>
        `${shopClock(entry.receivedAt, timeZone)}, ${people[entry.personId]}: ${describeEntry(entry, state.document, people)}`,
    );
  throw new Refusal(
    'meanwhile',
    `Not recorded: this page did not know yet what happened meanwhile. ${told.join(' ')} Look at the car as it is now, then tap again.`,
  );
}
