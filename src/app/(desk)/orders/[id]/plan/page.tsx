import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { formatTape } from '@/core/calc/tape.format';
import { comparedNow } from '@/core/ledger/compared';
import { baselineOf, isClosed, latestPlan, planAnswer } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import type { PerCorner } from '@/core/corners';
import type { PlanData } from '@/core/ledger/kinds/planned';
import { type PlannerInput, heightsAfter, standCar } from '@/core/planner/car-stand';
import { attempt } from '@/core/refusal';
import { partsAsMeasured } from '@/core/planner/as-measured';
import { predictedHeights } from '@/core/stance/plan';
import { hoursText, moneyText } from '@/core/units/money';
import { shopMoment } from '@/core/units/shop-time';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { HeightTable } from '@/features/heights/stance-panel';
import { AnswerForm } from '@/features/answers/answer-form';
import { OldAndNew } from '@/features/measuring/old-and-new';
import { Planner } from '@/features/planner/planner';
import { db } from '@/server/database';
import { kitLines } from '@/server/queries/kit-ledger';
import { catalogParts } from '@/server/queries/catalog';
import { crewNames, orderPage } from '@/server/queries/page-data';
import { finishedLifts, sheetOfOrder } from '@/server/queries/planning';
import { Shapes } from '@/ui/shapes';

export const metadata: Metadata = { title: 'Plan' };

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { state, vehicle, shop } = file;
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
  const { stance, unit } = heightsOfOrder(file);
  const [sheet, catalog, known] = await Promise.all([
    sheetOfOrder(db(), file),
    catalogParts(db()),
    kitLines(db()),
  ]);
  const kits = [...new Set(catalog.flatMap((part) => part.kit ?? []))];
  const past = await finishedLifts(db(), vehicle.platform, kits);
  const setup = { front: vehicle.frontSuspension, rear: vehicle.rearSuspension };
  const asMeasured = partsAsMeasured(
    plan?.data.parts ?? [],
    state.run ? [] : comparedNow(state).map(({ data }) => data),
  );
  const { leads } = await crewNames();
  const start = {
    setup,
    body: stance.body,
    sheet: plan ? { ...sheet, ...plan.data.sheet } : sheet,
    baseline: baseline.mm,
    method: baseline.entry.data.method,
    targets: stance.target,
    parts: asMeasured.parts,
    accessories: plan?.data.accessories ?? [],
  };
  const measuredStand = plan && asMeasured.changes.length ? heightsAsMeasured(start, plan.data) : null;
  const musts = plan?.data.musts.length ?? 0;
  const later = plan?.data.accessories.filter((one) => one.later) ?? [];
  return (
    <>
      {plan && (
        <section className="mb-9 border-b-2 border-ink pb-6">
          <div className="grid gap-x-9 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
            <div className="min-w-0">
              <Shapes drawing={plan.data.drawing} className="w-full" />
              <HeightTable
                unit={unit}
                rows={[
                  { label: 'As it came', mm: baseline.mm },
                  { label: 'Predicted', mm: predictedHeights(baseline.mm, plan.data), tone: 'predicted' },
                  ...(measuredStand
                    ? [{ label: 'Predicted, as measured', mm: measuredStand, tone: 'predicted' as const }]
                    : []),
                  ...(later.length
                    ? [
                        {
                          label: `With ${later.map((one) => one.name).join(', ')}`,
                          mm: predictedHeights(baseline.mm, { lift: plan.data.liftLater }),
                          tone: 'predicted' as const,
                        },
                      ]
                    : []),
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
                        <p className="text-lg font-semibold">{axle.name}</p>
                        <p>
                          <span className="text-predicted">predicted lift {formatTape(axle.lift, unit)}</span>
                          {axle.claimed === null
                            ? ', no claim'
                            : `, the kit claims ${formatTape(axle.claimed, unit)}`}
                        </p>
                      </>
                    ) : (
                      <p>left as it is</p>
                    )}
                  </div>
                );
              })}
              <p className="border-b border-rule py-2">
                {moneyText(plan.data.cost, shop.currency)} in parts, {hoursText(plan.data.minutes)} of work
              </p>
              {plan.data.musts.length > 0 && (
                <div className="hatch mt-2 px-3 py-2">
                  <p className="font-semibold">
                    {musts === 1 ? 'A safety point' : `${musts} safety points`} to fix
                  </p>
                  <ul>
                    {plan.data.musts.map((must) => (
                      <li key={must.id}>
                        {must.name}: {must.figure}, {must.limit}
                      </li>
                    ))}
                  </ul>
                </div>
              )}
              {plan.data.irreversible.length > 0 && (
                <p className="caution mt-2 px-3 py-2 font-medium">
                  Cannot be undone: {plan.data.irreversible.join(', ')}. The lead and the customer say yes
                  first.
                </p>
              )}
              {plan.data.note && <p className="py-2">{plan.data.note}</p>}
              <div className="mt-3">
                {answered ? (
                  <p className="text-lg font-semibold">
                    The customer said {answered.data.yes ? 'yes' : 'no'} {answered.data.how}
                    {answered.data.witness ? `, heard by ${answered.data.witness}` : ''},{' '}
                    {shopMoment(answered.at, shop.timeZone)}, to this picture.
                  </p>
                ) : (
                  <>
                    {musts > 0 && (
                      <a href="#change" className="btn btn-pen mb-3 w-full">
                        Fix {musts === 1 ? 'it' : `these ${musts}`} before asking
                      </a>
                    )}
                    <AnswerForm
                      command="plan.answer"
                      input={{ orderId: file.id, version: plan.data.version }}
                      outlined={musts > 0}
                    />
                  </>
                )}
                <Link href={`/orders/${file.id}/quote`} className="btn mt-3">
                  {state.quotes.length ? 'The quote' : 'Write the quote'}
                </Link>
              </div>
            </div>
          </div>
        </section>
      )}
      <OldAndNew
        orderId={file.id}
        state={{ compared: state.compared, overrides: state.overrides }}
        leads={leads}
        lengths={viewer.lengthUnit}
        changes={asMeasured.changes}
        closed={isClosed(state) || state.run !== null}
      />
      {!state.run && (
        <details
          id="change"
          open={
            !plan || asMeasured.changes.length > 0 || answered?.data.yes === false || (!answered && musts > 0)
          }
        >
          <summary className={plan ? 'btn mb-5' : 'sr-only'}>
            Change the plan, and ask the customer again
          </summary>
          <Planner
            key={plan?.data.version ?? 0}
            start={start}
            props={{
              ...start,
              unit,
              currency: shop.currency,
              centsPerHour: shop.centsPerHour,
              catalog,
              past,
              platform: vehicle.platform,
              known,
              order: { id: file.id, isLead: holdsRole(viewer.roles, ['lead']), again: plan !== null },
            }}
          />
        </details>
      )}
    </>
  );
}

/** Where it would stand by the parts as they were measured; null where that has no answer. */
function heightsAsMeasured(
  start: Omit<PlannerInput, 'learned'>,
  plan: Pick<PlanData, 'learned' | 'accessories'>,
): PerCorner<number> | null {
  const input = {
    ...start,
    accessories: plan.accessories.filter((one) => !one.later),
    learned: { front: plan.learned.front.ratio, rear: plan.learned.rear.ratio },
  };
  const stand = attempt(() => heightsAfter(input, standCar(input)));
  return stand.ok ? stand.value : null;
}
