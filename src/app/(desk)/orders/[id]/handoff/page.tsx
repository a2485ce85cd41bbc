import Link from 'next/link';
import { closingHoles } from '@/core/ledger/closing';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { shopMoment } from '@/core/units/shop-time';
import { CloseVisit } from '@/features/handoff/close-visit';
import { LiftHole } from '@/features/handoff/lift-hole';
import { PacketPage } from '@/features/handoff/packet-page';
import { SignForm } from '@/features/handoff/sign-form';
import { packetToShow } from '@/server/documents/handoff-pdf';
import { crewNames, orderPage } from '@/server/queries/page-data';

export default async function HandoffPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state } = file;
  const { leads } = await crewNames();
  const closed = isClosed(state);
  const holes = closed ? [] : closingHoles(state);
  const job = isJob(state);
  const packet = (await packetToShow(file.id))!;
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_370px] print:block">
      <aside className="no-print grid content-start gap-6 lg:order-2">
        <section>
          <h2 className="border-b border-ink pb-1">
            {closed
              ? job
                ? 'Handed over'
                : 'Closed'
              : holes.length
                ? 'Before it leaves'
                : job
                  ? 'Ready to hand over'
                  : 'Ready to close'}
          </h2>
          {state.visitClosed && (
            <p className="pt-2">
              Visit closed {shopMoment(state.visitClosed.at, file.shop.timeZone)} on its evidence.
            </p>
          )}
          <ul>
            {holes.map((hole) => (
              <li key={`${hole.code} ${hole.ref}`} className="border-b border-rule py-2">
                <p className="font-medium">{hole.text}</p>
                <p className="flex flex-wrap items-center gap-2 pt-1">
                  <Link
                    className="btn"
                    href={
                      hole.page === 'work' || hole.page === 'bay'
                        ? `/bay/${file.id}`
                        : `/orders/${file.id}/${hole.page}`
                    }
                  >
                    Do it
                  </Link>
                  {hole.rule && (
                    <LiftHole
                      orderId={file.id}
                      rule={hole.rule}
                      target={hole.ref}
                      text={hole.text}
                      leads={leads}
                    />
                  )}
                </p>
              </li>
            ))}
          </ul>
          {!closed && holes.length === 0 && (
            <div className="mt-4">
              {job ? (
                <SignForm orderId={file.id} customer={file.customer.name} />
              ) : (
                <CloseVisit orderId={file.id} />
              )}
            </div>
          )}
        </section>
        {job && (
          <a
            className="btn min-h-14"
            href={`/api/orders/${file.id}/handoff`}
            target="_blank"
            rel="noreferrer"
          >
            {closed ? 'The signed PDF' : 'Preview as PDF'}
          </a>
        )}
      </aside>
      <div className="min-w-0 lg:order-1">
        <PacketPage packet={packet} />
      </div>
    </div>
  );
}
