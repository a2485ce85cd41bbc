import type { Metadata } from 'next';
import { isClosed } from '@/core/ledger/order-state';
import type { Entry } from '@/core/ledger/entries';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { longDay, shopClock, shopMoment } from '@/core/units/shop-time';
import { correctionsOf, describeEntry } from '@/contracts/entries';
import { CorrectOdometer } from '@/features/trail/correct-odometer';
import { CorrectTorque } from '@/features/trail/correct-torque';
import { EntryCard } from '@/features/trail/entry-card';
import { TakeBack } from '@/features/trail/take-back';
import { trailDays } from '@/features/trail/trail-days';
import { db } from '@/server/database';
import { canBeTakenBack } from '@/server/commands/entry.void';
import { whyNotCorrect } from '@/server/corrections';
import { orderPage, shopWrenches } from '@/server/queries/page-data';
import type { Row } from '@/server/tables';
import { Fold } from '@/ui/fold';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Trail' };

export default async function TrailPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ entry?: string }>;
}) {
  const { file, viewer } = await orderPage(params);
  const asked = Number((await searchParams).entry);
  const zone = file.shop.timeZone;
  const gone = new Map(
    file.entries.filter((entry) => entry.kind === 'void').map((entry) => [entry.corrects!, entry]),
  );
  const corrected = new Map(
    file.entries
      .filter((entry) => entry.kind !== 'void' && entry.corrects !== null)
      .map((entry) => [entry.corrects!, entry]),
  );
  const wordsOf = (entry: Entry) => describeEntry(entry, file.state.document, file.people);
  const days = trailDays(file.entries, zone);
  const chosen = file.entries.find((entry) => entry.seq === asked);
  const here = `/orders/${file.id}/trail`;
  return (
    <>
      {chosen && (
        <Chosen
          entry={chosen}
          {...{ file, viewer, here }}
          stands={!gone.has(chosen.id) && !corrected.has(chosen.id) && chosen.corrects === null}
          words={wordsOf(chosen)}
        />
      )}
      <p className="mb-3 text-soft">
        {file.entries.length} entries, locked one after the other: a change would show. Each opens by its
        number, to be read in full, corrected or taken back.
      </p>
      {days.map(({ day, turns, count }, at) => (
        <Fold
          key={day}
          className="border-t border-ink"
          open={at === 0 || chosen !== undefined}
          title={`${longDay(turns[0]!.entries[0]!.at, zone)}: ${count} ${count === 1 ? 'entry' : 'entries'}`}
        >
          {turns.map(({ personId, entries }) => (
            <section
              key={entries[0]!.id}
              className="grid gap-x-5 border-t border-rule py-2 md:grid-cols-[9rem_minmax(0,1fr)]"
            >
              <h3>
                {file.people[personId]}
                {entries[0]!.seq <= (file.takenIn?.entries ?? 0) && (
                  <span className="block text-base font-normal text-soft">at the other shop</span>
                )}
              </h3>
              <ul>
                {entries.map((entry) => {
                  const back = gone.get(entry.id);
                  const correction = corrected.get(entry.id);
                  return (
                    <li
                      key={entry.id}
                      className="grid grid-cols-[3rem_4rem_minmax(0,1fr)] items-start gap-x-2"
                    >
                      <Link
                        href={`${here}?entry=${entry.seq}`}
                        scroll={false}
                        aria-label={`Entry ${entry.seq} in full`}
                        className="flex min-h-11 items-center font-head text-lg"
                      >
                        {entry.seq}
                      </Link>
                      <span className="flex min-h-11 items-center text-soft">
                        {shopClock(entry.at, zone)}
                      </span>
                      <div className="flex min-h-11 flex-col justify-center py-1">
                        <p className={back || correction ? 'text-soft line-through' : ''}>
                          {entry.corrects !== null && entry.kind !== 'void' && 'Corrected: '}
                          {wordsOf(entry)}
                        </p>
                        {entry.corrects !== null && entry.kind !== 'void' && <p>Why: {entry.why}</p>}
                        {correction && (
                          <p>
                            Corrected by {file.people[correction.personId]}, entry {correction.seq}.
                          </p>
                        )}
                        {back && (
                          <p>
                            Taken back by {file.people[back.personId]}: {back.why}
                          </p>
                        )}
                      </div>
                    </li>
                  );
                })}
              </ul>
            </section>
          ))}
        </Fold>
      ))}
    </>
  );
}

type Page = Awaited<ReturnType<typeof orderPage>>;

async function Chosen({
  entry,
  file,
  viewer,
  here,
  stands,
  words,
}: {
  entry: Entry;
  file: Page['file'];
  viewer: Page['viewer'];
  here: string;
  stands: boolean;
  words: string;
}) {
  const row = await db().row<Row<'entry', 'hash'>>('SELECT hash FROM entry WHERE id = ?', [entry.id]);
  const mayTakeBack = stands && canBeTakenBack(entry, file.state, viewer);
  const dial =
    stands &&
    correctionsOf(entry.kind).includes('odometer.correct') &&
    !whyNotCorrect(entry, file.state, viewer)
      ? (entry.data as { odometer: Odometer | null }).odometer
      : null;
  const wrenches = (await shopWrenches()).map(({ id, name }) => ({ id, name }));
  const zone = file.shop.timeZone;
  const at = shopMoment(entry.at, zone);
  const came = shopMoment(entry.receivedAt, zone);
  return (
    <EntryCard
      title={`Entry ${entry.seq}: ${words}`}
      back={here}
      hash={row?.hash ?? 'not kept'}
      facts={[
        ['Recorded', `${at}${came === at ? '' : `, came in ${came}`}`],
        ['By', file.people[entry.personId] ?? 'somebody'],
        ...(entry.why ? ([['Why', entry.why]] as const) : []),
      ]}
    >
      {mayTakeBack && entry.kind === 'torque' && (
        <CorrectTorque
          orderId={file.id}
          entryId={entry.id}
          words={words}
          wrenches={wrenches}
          wrenchId={entry.data.wrench.id}
          closed={isClosed(file.state)}
        />
      )}
      {dial && <CorrectOdometer orderId={file.id} entryId={entry.id} words={words} odometer={dial} />}
      {mayTakeBack && <TakeBack orderId={file.id} entryId={entry.id} words={words} />}
      {!mayTakeBack && !dial && (
        <p className="max-w-52 text-soft">
          {stands ? 'It cannot be corrected or taken back by you now.' : 'It does not count any more.'}
        </p>
      )}
    </EntryCard>
  );
}
