import Link from 'next/link';
import { formatTape } from '@/core/calc/tape.format';
import { baselineOf, latestPlan, planAnswer } from '@/core/ledger/order-state';
import { axleLift } from '@/core/stance/plan';
import { shopMoment } from '@/core/units/shop-time';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { HeightTable, StancePanel } from '@/features/heights/stance-panel';
import { PlanAnswerForm } from '@/features/plan/plan-answer-form';
import { PlanForm } from '@/features/plan/plan-form';
import { tireDiameter } from '@/server/queries/order';
import { orderPage } from '@/server/queries/page-data';

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle } = file;
  const baseline = baselineOf(state);
  if (!baseline) {
    return (
      <p className="py-8 text-lg">
        A plan starts from the car’s own heights.{' '}
        <Link className="underline" href={`/orders/${file.id}/heights`}>
          Measure it as it came
        </Link>
        .
      </p>
    );
  }
  const plan = latestPlan(state);
  const answered = planAnswer(state);
  const intake = state.intake!.data;
  const { stance, unit } = heightsOfOrder(file);
  const method = baseline.entry.data.method;
  return (
    <>
      {plan && (
        <section className="mb-9 border-b-2 border-ink pb-6">
          <div className="grid gap-x-9 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
            <div className="min-w-0">
              <StancePanel stance={{ ...stance, unit, measured: stance.before, before: null }} />
              <HeightTable
                unit={unit}
                rows={[
                  { label: 'As it came', mm: baseline.mm },
                  { label: 'Predicted', mm: stance.predicted!, tone: 'predicted' },
                ]}
              />
            </div>
            <div>
              <h2 className="border-b border-ink pb-1">Plan, version {plan.data.version}</h2>
              {(['front', 'rear'] as const).map((end) => {
                const axle = plan.data[end];
                return (
                  <div key={end} className="border-b border-rule py-2">
                    <p className="font-head text-soft">{end}</p>
                    {axle ? (
                      <>
                        <p className="text-[1.15rem] font-semibold">{axle.name}</p>
                        <p>
                          <span className="text-predicted">
                            predicted lift {formatTape(axleLift(axle, method), unit)}
                          </span>
                          {axle.claimed === null
                            ? ', no claim'
                            : `, the kit claims ${formatTape(axle.claimed, unit)}`}
                          {axle.ratiosAssumed ? '; lever ratio assumed' : '; lever ratio measured'}
                        </p>
                      </>
                    ) : (
                      <p>left as it is</p>
                    )}
                  </div>
                );
              })}
              {plan.data.note && <p className="py-2">{plan.data.note}</p>}
              <div className="mt-3">
                {answered ? (
                  <p className="text-[1.1rem] font-semibold">
                    The customer said {answered.data.yes ? 'yes' : 'no'} {answered.data.how}
                    {answered.data.witness ? `, heard by ${answered.data.witness}` : ''},{' '}
                    {shopMoment(answered.at, file.shop.timeZone)}.
                  </p>
                ) : (
                  <PlanAnswerForm orderId={file.id} version={plan.data.version} />
                )}
              </div>
            </div>
          </div>
        </section>
      )}
      {!state.run && (
        <details open={!plan || answered?.data.yes === false}>
          <summary className={plan ? 'btn mb-5' : 'sr-only'}>
            Change the plan, and ask the customer again
          </summary>
          <PlanForm
            key={plan?.data.version ?? 0}
            orderId={file.id}
            baseline={baseline.mm}
            unit={unit}
            method={method}
            stance={{
              body: stance.body,
              wheelbaseMm: stance.wheelbaseMm,
              tireDiameterMm: stance.tireDiameterMm,
              target: stance.target,
            }}
            suspension={{ front: vehicle.frontSuspension, rear: vehicle.rearSuspension }}
            tires={{
              old: tireDiameter(intake.tires),
              new: intake.newTires ? tireDiameter(intake.newTires) : null,
            }}
            previous={plan ? { front: plan.data.front, rear: plan.data.rear } : null}
          />
        </details>
      )}
    </>
  );
}
