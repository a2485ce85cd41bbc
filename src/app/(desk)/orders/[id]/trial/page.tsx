import type { Metadata } from 'next';
import { TRIAL_STANCES } from '@/core/ledger/kinds/trial';
import { isClosed } from '@/core/ledger/order-state';
import { onTrial } from '@/core/ledger/trial';
import { OnTrialList, TrialCard } from '@/features/trial/trial-card';
import { PutOnTrial } from '@/features/trial/trial-forms';
import { orderPage } from '@/server/queries/page-data';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'On trial' };

export default async function TrialPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer, nowIso } = await orderPage(params);
  const { state, shop } = file;
  if (!state.run) return <p className="py-8 text-lg">A stance is tried once the work has been started.</p>;
  const closed = isClosed(state);
  const hardware = onTrial(state);
  return (
    <>
      {hardware.length > 0 && (
        <p className="hatch mb-4 max-w-4xl px-4 py-2 text-lg font-semibold">
          On trial: not to be driven, and nobody goes under it on trial hardware alone.
        </p>
      )}
      <div className="grid gap-x-9 gap-y-6 lg:grid-cols-[minmax(0,1fr)_340px]">
        <div>
          <h2>On the car to be looked at</h2>
          <OnTrialList state={state} nowIso={nowIso} timeZone={shop.timeZone} />
          {hardware.length > 0 && (
            <p className="mt-2">
              Each comes off in the bay, by its own step, and is counted.{' '}
              <Link href={`/bay/${file.id}`}>To the bay</Link>
            </p>
          )}
        </div>
        {!closed && (
          <section aria-label="Put trial hardware on">
            <h2 className="mb-2 border-b border-ink pb-1">Put trial hardware on</h2>
            <PutOnTrial orderId={file.id} />
          </section>
        )}
      </div>
      <p className="mt-6 mb-3 max-w-4xl text-soft">
        Hub center to the lip over it, the mean of both sides. The owner says yes to the lowest, to the
        highest, and to what is chosen between them: here, by phone, or on the page you send.
      </p>
      <div className="grid gap-5 lg:grid-cols-3">
        {TRIAL_STANCES.map((which) => (
          <TrialCard
            key={which}
            state={state}
            orderId={file.id}
            which={which}
            unit={viewer.lengthUnit}
            timeZone={shop.timeZone}
            closed={closed}
          />
        ))}
      </div>
    </>
  );
}
