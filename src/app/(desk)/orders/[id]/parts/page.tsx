import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { formatTape } from '@/core/calc/tape.format';
import { shortDay } from '@/core/units/shop-time';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { isClosed, latestPlan, lineIsIn, linesMissing, openHolds } from '@/core/ledger/order-state';
import { sizesBeforeTeardown } from '@/core/planner/sizes';
import { CheckIn } from '@/features/parts/check-in';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { crewNames, orderPage } from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Parts' };

export default async function PartsPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state } = file;
  const plan = latestPlan(state)?.data;
  const list = state.parts.list?.data;
  const [{ leads }, { supplier }] = await Promise.all([crewNames(), standInsNow(db())]);
  const { unit } = heightsOfOrder(file);
  const sizes = plan ? sizesBeforeTeardown(plan) : [];
  const lines = (list?.lines ?? []).map((line) => {
    const got = state.parts.checkedIn.get(line.lineId)?.data;
    const supply = state.parts.supplies.filter((entry) => entry.data.lineId === line.lineId).at(-1);
    const isIn = lineIsIn(state, line.lineId);
    return {
      ...line,
      isIn,
      got: got?.got ?? null,
      photoId: got?.photoId ?? null,
      words: got
        ? isIn
          ? 'here and whole'
          : [
              `${got.got} of ${line.count}`,
              got.condition === 'good' ? null : got.condition,
              got.right ? null : 'wrong side or end',
              got.note || null,
            ]
              .filter(Boolean)
              .join(', ')
        : null,
      supply: supply
        ? `${supply.data.standIn ? 'Supplier (stand-in): ' : ''}${supply.data.answer}${supply.data.promisedOn ? ` Promised for ${shortDay(supply.data.promisedOn)}.` : ''}`
        : null,
    };
  });
  const holds = openHolds(state).map(({ entry }) => ({
    holdId: entry.data.holdId,
    reason: entry.data.reason,
    lateOnly: entry.data.lineIds.every((lineId) => {
      const phase = list?.lines.find((line) => line.lineId === lineId)?.phase;
      return phase === 'align' || phase === 'reassemble';
    }),
  }));
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <section>
        <h2 className="pb-2">
          Parts in{list?.kit ? `: ${list.kit}` : ''}
          {list?.build && list.build !== 'one for all' ? `, build for ${list.build}` : ''}
        </h2>
        {list && linesMissing(state).length > 0 && !isClosed(state) && (
          <p className="pb-2">
            <Link className="btn" href={`/orders/${file.id}/parts/list`}>
              Order list, to print or mail
            </Link>
          </p>
        )}
        {list ? (
          <CheckIn
            orderId={file.id}
            askSupplier={supplier.chosen}
            lines={lines}
            holds={holds}
            leads={leads}
            closed={isClosed(state)}
          />
        ) : (
          <p className="py-4">
            What to expect follows from the plan the customer said yes to.{' '}
            <Link className="underline" href={`/orders/${file.id}/plan`}>
              To the plan
            </Link>
          </p>
        )}
      </section>
      <aside>
        <h2 className="border-b border-ink pb-1">Sized before teardown</h2>
        {sizes.length === 0 && (
          <p className="py-2 text-soft">This plan asks for no U-bolts, studs or stands of a size.</p>
        )}
        <dl>
          {sizes.map((size) => (
            <div key={size.what} className="border-b border-rule py-2">
              <dt className="font-head text-lg">{size.what}</dt>
              <dd>
                {size.mm !== null && (
                  <>
                    <span className="figure text-xl">{formatTape(size.mm, unit)}</span>{' '}
                    <span className="text-soft">{formatTape(size.mm, unit === 'in' ? 'mm' : 'in')}</span>
                  </>
                )}
                <span className={size.mm === null ? 'font-semibold' : 'block text-sm text-soft'}>
                  {size.mm === null ? size.words.replace(/^m/, 'M') : size.words}
                </span>
              </dd>
            </div>
          ))}
        </dl>
        <p className="pt-3 text-soft">
          Worked out from this car’s figures, not a maker’s specification. U-bolts are always new: a reused,
          welded or stretched one is refused.
        </p>
      </aside>
    </div>
  );
}
