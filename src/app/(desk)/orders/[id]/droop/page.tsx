import type { Metadata } from 'next';
import { droopReadsNow, whyNotWalked } from '@/core/ledger/droop-reads';
import { isClosed, latestPlan } from '@/core/ledger/order-state';
import { DroopItems } from '@/features/droop/droop-items';
import { plannedFigures } from '@/core/planner/planned-figures';
import { roomBefore } from '@/core/procedure/refits';
import { BackIn } from '@/features/refit/back-in';
import { anatomiesFor } from '@/server/anatomies';
import { db } from '@/server/database';
import { orderPage } from '@/server/queries/page-data';
import { plannedCar } from '@/server/queries/planning';
import { rungMinutes } from '@/server/queries/rung-minutes';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Full droop and lock' };

/** What strikes, binds or comes apart while a wheel hangs or stands at lock: foreseen from the plan, then walked in the air. */
export default async function DroopPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { state } = file;
  const input = await plannedCar(db(), file);
  if (!input)
    return (
      <p className="py-8 text-lg">
        The list starts from the car’s own heights.{' '}
        <Link className="underline" href={`/orders/${file.id}/heights`}>
          Measure it as it came
        </Link>
        .
      </p>
    );
  const [learned, axles] = await Promise.all([rungMinutes(db()), anatomiesFor(db(), file.vehicle.platform)]);
  const planned = latestPlan(state) !== null;
  const refit = planned && !state.run ? (plannedFigures(input).refit ?? {}) : {};
  const rooms = (['front', 'rear'] as const).flatMap((end) => {
    const short = refit[end];
    const room = short && !short.fits && roomBefore(axles, { kind: input.setup[end], end }, short);
    return room ? [room] : [];
  });
  const closed = isClosed(state) ? 'This order is closed: what was read in the air stands here.' : null;
  return (
    <div className="max-w-6xl">
      <p className="caution mb-4 px-4 py-2 font-medium">
        These are computed, never the maker’s figures, and no leave to let a wheel hang. Where a figure was
        assumed, measure it. The kit maker’s sheet and a qualified technician come first.
      </p>
      <DroopItems
        orderId={file.id}
        input={input}
        lengths={viewer.lengthUnit}
        reads={droopReadsNow(state)}
        whyNot={{
          front: closed ?? whyNotWalked(state, 'front'),
          rear: closed ?? whyNotWalked(state, 'rear'),
        }}
        planned={planned}
      />
      <BackIn rooms={rooms} learned={learned} lengths={viewer.lengthUnit} />
      <p className="mt-5 flex flex-wrap gap-3">
        <Link className="btn" href={`/orders/${file.id}/measures`}>
          Measure more of this car
        </Link>
        {!state.run && (
          <Link className="btn" href={`/orders/${file.id}/plan#change`}>
            Change the plan
          </Link>
        )}
      </p>
    </div>
  );
}
