import { CORNER_NAMES } from '@/core/corners';
import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import type { EntryOf } from '@/core/ledger/entries';
import { isClosed } from '@/core/ledger/order-state';
import { ROAD_CHECKS } from '@/core/ledger/road-checks';
import { judgeStep } from '@/core/procedure/engine';
import { odometerText } from '@/core/units/distance';
import { shopMoment } from '@/core/units/shop-time';
import { CustomerDroveForm, RoadInForm, RoadOutForm } from '@/features/road/road-forms';
import { BackToBay } from '@/features/rework/back-to-bay';
import { driveLimit } from '@/server/documents/packet-cautions';
import type { OrderFile } from '@/server/queries/order';
import { orderPage } from '@/server/queries/page-data';

/** One drive as it was found: each check, noises by place and speed, and where a tire came near. */
function RoadTest({
  file,
  out,
  back,
  title,
}: {
  file: OrderFile;
  out: EntryOf<'road.out'> | null;
  back: EntryOf<'road.in'>;
  title: string;
}) {
  const { data } = back;
  return (
    <section className="mb-8 max-w-4xl">
      <h2>{title}</h2>
      <p className="text-soft">
        {file.people[back.personId]}, {shopMoment(back.at, file.shop.timeZone)}.{' '}
        {out && `Out at ${odometerText(out.data.odometer)}, back`} at {odometerText(data.odometer)}.
      </p>
      <ul className="mt-2 border-t border-ink">
        {data.checks.map((check) => (
          <li key={check.id} className="flex justify-between gap-4 border-b border-rule py-1.5">
            <span>
              {ROAD_CHECKS.find((known) => known.id === check.id)?.label}
              {check.note && <span className="block text-soft">{check.note}</span>}
            </span>
            <span
              className={`whitespace-nowrap ${check.result === 'fault' ? 'font-semibold text-danger' : 'font-head'}`}
            >
              {check.result}
            </span>
          </li>
        ))}
      </ul>
      {(data.noises ?? []).map((noise) => (
        <p key={noise.place + noise.speed} className="mt-2">
          <strong>Noise, {noise.place}</strong>, {noise.speed}: {noise.words}
        </p>
      ))}
      {(data.rubs ?? []).map((rub) => (
        <p key={rub.corner + rub.when} className="mt-2">
          <strong className="first-letter:uppercase">{CORNER_NAMES[rub.corner]}</strong> {rub.when}:{' '}
          {rub.gapMm === 0 ? 'touches' : `${rub.gapMm} mm left`}
        </p>
      ))}
      {data.dial && (
        <p className="mt-2">
          The dial showed {data.dial.shown} at a true {data.dial.truth}: come-backs count that in.
        </p>
      )}
      {data.note && <p className="mt-2">{data.note}</p>}
    </section>
  );
}

export const metadata: Metadata = { title: 'Road test' };

export default async function RoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle } = file;
  const { document, run, roadOut, roadIn, after } = state;
  if (!document || !run) return <p className="py-8 text-lg">The road test comes when the work is done.</p>;
  const step = document.steps.find((candidate) => candidate.phase === 'road' && candidate.drive);
  const refused = step ? judgeStep(document, run, step.id).filter((reason) => reason.code !== 'done') : [];
  const faults = roadIn?.data.checks.filter((check) => check.result === 'fault') ?? [];
  const closed = isClosed(state);
  const limit = driveLimit(state, file.shop);
  return (
    <>
      {roadIn && (
        <RoadTest
          file={file}
          out={roadOut}
          back={roadIn}
          title={after.roadTests.length ? 'The last road test' : 'Road test'}
        />
      )}
      {faults.length > 0 && !closed && (
        <div className="mb-8 max-w-4xl">
          <p className="mb-2 text-lg font-semibold">
            A fault goes back to the bay as a step; then it is driven again.
          </p>
          <BackToBay
            orderId={file.id}
            from="road"
            evidence={roadIn!.id}
            why={faults.map((check) => check.note).join('; ')}
            todo={faults.map((check) => `Mend: ${check.note}`).join('\n')}
          />
        </div>
      )}
      {roadIn && !faults.length && !closed && (
        <section className="mb-8 max-w-4xl">
          <h2 className="border-b border-ink pb-1">The customer may drive it before signing</h2>
          {after.drove && (
            <p className="mt-2 text-lg">
              “{after.drove.data.words}”{' '}
              <strong>{after.drove.data.content ? 'Content.' : 'Not content.'}</strong>
            </p>
          )}
          <CustomerDroveForm key={after.drove?.id ?? 'none'} orderId={file.id} unit={vehicle.distanceUnit} />
        </section>
      )}
      {!roadOut && !closed && (
        <section className="mb-8">
          <h2 className="mb-3">{after.roadTests.length ? 'Driven again' : 'Before it is driven'}</h2>
          {refused.length > 0 ? (
            <div className="hatch max-w-3xl px-4 py-3">
              {refused.map((reason) => (
                <p key={reason.code + reason.message} className="font-medium">
                  {reason.message}
                </p>
              ))}
              <Link className="btn mt-2" href={`/bay/${file.id}`}>
                Go on in the bay
              </Link>
            </div>
          ) : (
            <>
              <p className="mb-4 max-w-2xl">
                Nothing is recorded as open or loose. Unrecorded work is unknown to this record: look for
                yourself. A first slow loop in the yard, brakes tried, before the road.
                {limit && ` Not aligned yet: no more than ${limit}.`}
              </p>
              <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
                <RoadOutForm orderId={file.id} unit={vehicle.distanceUnit} />
                <div>
                  <h3 className="border-b border-ink pb-1">What the drive looks at</h3>
                  <ul>
                    {ROAD_CHECKS.map((check) => (
                      <li key={check.id} className="border-b border-rule py-1">
                        {check.label} <span className="text-soft">· {check.how}</span>
                      </li>
                    ))}
                  </ul>
                </div>
              </div>
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
      {[...after.roadTests].reverse().map((test) => (
        <RoadTest
          key={test.in.id}
          file={file}
          out={test.out}
          back={test.in}
          title="An earlier test, which sent it back"
        />
      ))}
    </>
  );
}
