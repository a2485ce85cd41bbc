import { shopMoment } from '@/core/units/shop-time';
import { isClosed } from '@/core/ledger/order-state';
import type { Odometer } from '@/core/ledger/kinds/arrival';
import { CorrectOdometer } from '@/features/trail/correct-odometer';
import { CorrectTorque } from '@/features/trail/correct-torque';
import { correctionsOf, describeEntry } from '@/contracts/entries';
import { TakeBack } from '@/features/trail/take-back';
import { db } from '@/server/database';
import { whyNotCorrect } from '@/server/corrections';
import { canBeTakenBack } from '@/server/commands/entry.void';
import { orderPage, shopWrenches } from '@/server/queries/page-data';
import type { Row } from '@/server/tables';

export default async function TrailPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const gone = new Map(
    file.entries.filter((entry) => entry.kind === 'void').map((entry) => [entry.corrects!, entry]),
  );
  const corrected = new Map(
    file.entries
      .filter((entry) => entry.kind !== 'void' && entry.corrects !== null)
      .map((entry) => [entry.corrects!, entry]),
  );
  const wrenches = (await shopWrenches()).map(({ id, name }) => ({ id, name }));
  const head = await db().row<Row<'chain_head', 'count' | 'hash'>>(
    'SELECT count, hash FROM chain_head WHERE chain = ?',
    [file.id],
  );
  return (
    <>
      <p className="mb-3 text-soft">
        {head!.count} entries, each hashed over the one before. The last:{' '}
        <span className="text-sm break-all">{head!.hash}</span>
      </p>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">No.</th>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">What</th>
            <th scope="col">
              <span className="sr-only">Take back</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {[...file.entries].reverse().map((entry) => {
            const back = gone.get(entry.id);
            const words = describeEntry(entry, file.state.document, file.people);
            const correction = corrected.get(entry.id);
            const stands = !back && !correction && entry.corrects === null;
            const mayTakeBack = stands && canBeTakenBack(entry, file.state, viewer);
            const dial =
              stands &&
              correctionsOf(entry.kind).includes('odometer.correct') &&
              !whyNotCorrect(entry, file.state, viewer)
                ? (entry.data as { odometer: Odometer | null }).odometer
                : null;
            return (
              <tr key={entry.id}>
                <td className="font-head text-soft">{entry.seq}</td>
                <td className="whitespace-nowrap">{shopMoment(entry.at, file.shop.timeZone)}</td>
                <td>
                  {file.people[entry.personId]}
                  {entry.seq <= (file.takenIn?.entries ?? 0) && (
                    <span className="block text-soft">at the other shop</span>
                  )}
                </td>
                <td>
                  <span className={back || correction ? 'text-soft line-through' : ''}>
                    {entry.corrects !== null && entry.kind !== 'void' && 'Corrected: '}
                    {words}
                  </span>
                  {entry.corrects !== null && entry.kind !== 'void' && (
                    <span className="block">Why: {entry.why}</span>
                  )}
                  {correction && (
                    <span className="block">
                      Corrected by {file.people[correction.personId]}, entry {correction.seq}.
                    </span>
                  )}
                  {back && (
                    <span className="block">
                      Taken back by {file.people[back.personId]}: {back.why}
                    </span>
                  )}
                </td>
                <td className="text-right whitespace-nowrap">
                  {mayTakeBack && entry.kind === 'torque' && (
                    <CorrectTorque
                      orderId={file.id}
                      entryId={entry.id}
                      words={words}
                      wrenches={wrenches}
                      wrenchId={entry.data.wrench.id}
                      closed={isClosed(file.state)}
                    />
                  )}{' '}
                  {dial && (
                    <CorrectOdometer orderId={file.id} entryId={entry.id} words={words} odometer={dial} />
                  )}{' '}
                  {mayTakeBack && <TakeBack orderId={file.id} entryId={entry.id} words={words} />}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
