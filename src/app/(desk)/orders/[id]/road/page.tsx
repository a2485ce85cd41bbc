import { isClosed } from '@/core/ledger/order-state';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { judgeStep } from '@/core/procedure/engine';
import { odometerText } from '@/core/units/distance';
import { shopMoment } from '@/core/units/shop-time';
import { RoadInForm, RoadOutForm } from '@/features/road/road-forms';
import { orderPage } from '@/server/queries/page-data';

export default async function RoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle } = file;
  const { document, run, roadOut, roadIn } = state;
  if (!document || !run) return <p className="py-8 text-lg">The road test comes when the work is done.</p>;
  const step = document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive);
  const refused = step ? judgeStep(document, run, step.id).filter((reason) => reason.code !== 'done') : [];
  const faults = roadIn?.data.checks.filter((check) => check.result === 'fault') ?? [];
  const again = faults.length > 0 && !isClosed(state);
  return (
    <>
      {roadIn && (
        <section className="mb-8 max-w-3xl">
          <h2>Road test</h2>
          <p className="text-soft">
            {file.people[roadIn.personId]}, {shopMoment(roadIn.at, file.shop.timeZone)}. Out at{' '}
            {odometerText(roadOut!.data.odometer)}, back at {odometerText(roadIn.data.odometer)}.
          </p>
          <ul className="mt-2 border-t border-ink">
            {roadIn.data.checks.map((check) => (
              <li key={check.id} className="flex justify-between gap-4 border-b border-rule py-1.5">
                <span>
                  {ROAD_CHECKS.find((known) => known.id === check.id)?.label}
                  {check.note && <span className="block text-soft">{check.note}</span>}
                </span>
                <span className={check.result === 'fault' ? 'font-semibold text-danger' : 'font-head'}>
                  {check.result}
                </span>
              </li>
            ))}
          </ul>
          {roadIn.data.note && <p className="mt-2">{roadIn.data.note}</p>}
          {again && (
            <p className="mt-3 font-semibold">
              A fault: mend it in the bay, then drive again. Take the road test back on the trail page to
              begin anew.
            </p>
          )}
        </section>
      )}
      {!roadOut && (
        <section>
          <h2 className="mb-3">Before it is driven</h2>
          {refused.length > 0 ? (
            <div className="hatch max-w-3xl px-4 py-3">
              {refused.map((reason) => (
                <p key={reason.code + reason.message} className="font-medium">
                  {reason.message}
                </p>
              ))}
            </div>
          ) : (
            <>
              <p className="mb-4 max-w-2xl">
                Nothing is recorded as open or loose. Unrecorded work is unknown to this record: look for
                yourself. Straight, hands light on the wheel; brakes; lock to lock; a real bump; up through
                the speeds.
              </p>
              <RoadOutForm orderId={file.id} unit={vehicle.distanceUnit} />
            </>
          )}
        </section>
      )}
      {roadOut && !roadIn && (
        <section>
          <h2>Out on the road</h2>
          <p className="mb-4 text-soft">
            Since {shopMoment(roadOut.at, file.shop.timeZone)}, {file.people[roadOut.personId]}, at{' '}
            {odometerText(roadOut.data.odometer)}.
          </p>
          <RoadInForm orderId={file.id} unit={vehicle.distanceUnit} />
        </section>
      )}
    </>
  );
}
