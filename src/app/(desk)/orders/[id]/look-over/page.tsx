import type { Metadata } from 'next';
import { standsOf } from '@/core/ledger/extras';
import { isClosed } from '@/core/ledger/order-state';
import { shopMoment } from '@/core/units/shop-time';
import { vinWarning } from '@/core/vehicle-facts';
import { describeAnswer } from '@/features/answers/answer-words';
import { VehicleForm } from '@/features/cars/vehicle-form';
import { Inspection } from '@/features/look-over/inspection';
import { orderPage } from '@/server/queries/page-data';
import { Fold } from '@/ui/fold';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Look over' };

export default async function LookOverPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle, shop, people } = file;
  const closed = isClosed(state);
  const findings = state.findings.map(({ data, at, personId }) => ({
    ...data,
    who: people[personId] ?? '',
    when: shopMoment(at, shop.timeZone),
  }));
  const offers = state.offers.map((offer) => ({
    ...offer.entry.data,
    answer: offer.answer ? describeAnswer(offer.answer) : null,
    stands: standsOf(state, offer),
  }));
  const measured = new Set(state.measures.map((entry) => entry.data.key)).size;
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
      <section>
        <h2 className="pb-2">Look it over before touching it</h2>
        <Inspection
          orderId={file.id}
          findings={findings}
          offers={offers}
          currency={shop.currency}
          closed={closed}
        />
      </section>
      <aside className="grid content-start gap-6">
        {!closed && (
          <section>
            <h2 className="border-b border-ink pb-1">Measures beyond its heights</h2>
            <p className="flex flex-wrap items-center justify-between gap-3 pt-2">
              <span>
                {measured ? `${measured} measured on this visit` : 'Nothing measured on this visit yet'}
              </span>
              <Link className="btn" href={`/orders/${file.id}/measures`}>
                Measure it
              </Link>
            </p>
          </section>
        )}
        <Fold title="Which car exactly: VIN, platform, engine" className="border-y border-rule">
          <VehicleForm vehicle={{ ...vehicle, warning: vinWarning(vehicle.vin) }} />
        </Fold>
      </aside>
    </div>
  );
}
