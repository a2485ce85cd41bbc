import type { Metadata } from 'next';
import { baselineOf, isClosed } from '@/core/ledger/order-state';
import { MeasureForm } from '@/features/look-over/measure-form';
import { PhotoButton } from '@/features/photos/photo-upload';
import { db } from '@/server/database';
import { orderPage } from '@/server/queries/page-data';
import { sheetOfOrder } from '@/server/queries/planning';

export const metadata: Metadata = { title: 'Measures' };

/** What is measured of a car as it came, beyond its heights: the planner and the next visit start from it. */
export default async function MeasuresPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { state, vehicle } = file;
  if (isClosed(state))
    return <p className="py-6 text-lg">This order is closed: what was measured stands on the car’s page.</p>;
  const notes = Object.fromEntries(
    state.measures.filter((entry) => entry.data.value === null).map(({ data }) => [data.key, data.typed]),
  );
  return (
    <section className="max-w-3xl">
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
  );
}
