import { standsOf } from '@/core/ledger/extras';
import { baselineOf, isClosed } from '@/core/ledger/order-state';
import { shopMoment } from '@/core/units/shop-time';
import { vinWarning } from '@/core/vehicle-facts';
import { describeAnswer } from '@/features/answers/answer-words';
import { VehicleForm } from '@/features/cars/vehicle-form';
import { Inspection } from '@/features/look-over/inspection';
import { MeasureForm } from '@/features/look-over/measure-form';
import { PhotoButton } from '@/features/photos/photo-upload';
import { db } from '@/server/database';
import { orderPage } from '@/server/queries/page-data';
import { sheetOfOrder } from '@/server/queries/planning';

export default async function LookOverPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
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
  const notes = Object.fromEntries(
    state.measures.filter((entry) => entry.data.value === null).map(({ data }) => [data.key, data.typed]),
  );
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
      <aside className="grid content-start gap-8">
        <section>
          <h2 className="border-b border-ink pb-1">Which car exactly</h2>
          <VehicleForm vehicle={{ ...vehicle, warning: vinWarning(vehicle.vin) }} />
        </section>
        {!closed && (
          <section>
            <h2 className="pb-1">As it came, beyond its heights</h2>
            <MeasureForm
              orderId={file.id}
              setup={{ front: vehicle.frontSuspension, rear: vehicle.rearSuspension }}
              sheet={await sheetOfOrder(db(), file)}
              unit={baselineOf(state)?.entry.data.unit ?? viewer.lengthUnit}
              notes={notes}
            />
            <p className="pt-3">
              <PhotoButton
                orderId={file.id}
                label="Photo of a witness mark"
                target={{ stepId: null, corner: null, occasion: 'witness mark', caption: 'Witness mark' }}
              />
            </p>
          </section>
        )}
      </aside>
    </div>
  );
}
