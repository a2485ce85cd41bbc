import { shopMoment } from '@/core/units/shop-time';
import { entryWords } from '@/features/trail/entry-words';
import { TakeBack } from '@/features/trail/take-back';
import { db } from '@/server/database';
import { canBeTakenBack } from '@/server/commands/entry.void';
import { orderPage } from '@/server/queries/page-data';

export default async function TrailPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const gone = new Map(
    file.entries.filter((entry) => entry.kind === 'void').map((entry) => [entry.corrects!, entry]),
  );
  const head = await db().row<{ count: number; hash: string }>(
    'SELECT count, hash FROM chain_head WHERE chain = ?',
    [file.id],
  );
  return (
    <>
      <p className="mb-3 text-soft">
        {head!.count} entries, each hashed over the one before. The last:{' '}
        <span className="text-[0.9rem] break-all">{head!.hash}</span>
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
            const words = entryWords(entry, file.state.document, file.people);
            const mayTakeBack = !back && canBeTakenBack(entry, file.state, viewer);
            return (
              <tr key={entry.id}>
                <td className="font-head text-soft">{entry.seq}</td>
                <td className="whitespace-nowrap">{shopMoment(entry.at, file.shop.timeZone)}</td>
                <td>{file.people[entry.personId]}</td>
                <td>
                  <span className={back ? 'text-soft line-through' : ''}>{words}</span>
                  {back && (
                    <span className="block">
                      Taken back by {file.people[back.personId]}: {back.why}
                    </span>
                  )}
                </td>
                <td className="text-right">
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
