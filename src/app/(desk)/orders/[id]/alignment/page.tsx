import { alignmentRows } from '@/core/ledger/alignment-rows';
import { isClosed } from '@/core/ledger/order-state';
import { shopMoment } from '@/core/units/shop-time';
import { AcceptSheet } from '@/features/alignment/accept-sheet';
import { AlignmentForm } from '@/features/alignment/alignment-form';
import { SheetTable } from '@/features/alignment/sheet-table';
import { crewNames, orderPage } from '@/server/queries/page-data';

export default async function AlignmentPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { leads } = await crewNames();
  const sheets = [...file.state.alignments].reverse();
  const closed = isClosed(file.state);
  const settled = sheets[0] && (sheets[0].after.pass || sheets[0].accepted);
  return (
    <>
      {sheets.map((sheet, index) => {
        const { data } = sheet.entry;
        return (
          <section key={sheet.entry.id} className="mb-8 max-w-4xl">
            <h2>{index === 0 ? 'Sheet' : 'Earlier sheet'}</h2>
            <p className="text-soft">
              {data.rack}, {data.operator}, {shopMoment(sheet.entry.at, file.shop.timeZone)}. Held against:{' '}
              {data.specSource}.
            </p>
            <SheetTable rows={alignmentRows(data.spec, data.before, data.after)} />
            <p className="mt-3 text-[1.2rem] font-semibold">
              {sheet.after.pass
                ? 'All angles within their range.'
                : sheet.accepted
                  ? `Passed with a reason by ${file.people[sheet.accepted.data.leadId]}: ${sheet.accepted.data.reason}`
                  : 'Not in its range: back to the bay, or the lead passes it with a reason.'}
            </p>
            {data.adjustments && <p>{data.adjustments}</p>}
            {data.notReached && <p>Not reached: {data.notReached}</p>}
            {index === 0 && !closed && !sheet.after.pass && !sheet.accepted && (
              <div className="mt-3">
                <AcceptSheet orderId={file.id} sheetId={sheet.entry.id} leads={leads} />
              </div>
            )}
          </section>
        );
      })}
      {!closed && !settled && <AlignmentForm key={sheets.length} orderId={file.id} />}
    </>
  );
}
