import type { Metadata } from 'next';
import { isClosed, lackingOf, latestPlan, linesMissing } from '@/core/ledger/order-state';
import { formatTape } from '@/core/calc/tape.format';
import { sizesBeforeTeardown } from '@/core/planner/sizes';
import { longDay, shortDay } from '@/core/units/shop-time';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { OrderedForm, type OrderLine } from '@/features/parts/order-list';
import { PrintButton } from '@/features/torque/print-button';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { orderPage } from '@/server/queries/page-data';
import { codesOf } from '@/server/queries/catalog';
import { Link } from '@/ui/link';

/** What is still to come for an order, as a list that is printed or mailed to whoever sells it. */
export const metadata: Metadata = { title: 'Order list' };

export default async function OrderListPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, shop, vehicle } = file;
  const missing = linesMissing(state);
  const codes = await codesOf(
    db(),
    missing.flatMap((line) => (line.catalogId ? [line.catalogId] : [])),
  );
  const { unit } = heightsOfOrder(file);
  const lines = missing.map((line): OrderLine => {
    const supply = state.parts.supplies.filter((entry) => entry.data.lineId === line.lineId).at(-1)?.data;
    return {
      lineId: line.lineId,
      count: lackingOf(state, line),
      name: line.name,
      code: (line.catalogId && codes.get(line.catalogId)) || '',
      side: line.side === 'any' ? '' : line.side,
      ordered: supply
        ? `${supply.answer}${supply.promisedOn ? ` Promised for ${shortDay(supply.promisedOn)}.` : ''}`
        : null,
    };
  });
  const plan = latestPlan(state)?.data;
  const sizes = (plan ? sizesBeforeTeardown(plan) : []).filter((size) => size.mm !== null);
  const title = `Parts for order ${file.number}, ${vehicle.label}`;
  const asText = [
    `${shop.name}`,
    ...[shop.address, shop.phone].filter(Boolean),
    '',
    title,
    '',
    ...lines.map(
      ({ count, code, name, side }) => `${count} x ${[code, name, side].filter(Boolean).join(', ')}`,
    ),
    ...sizes.map((size) => `${size.what}: ${formatTape(size.mm!, unit)}, as measured on the car`),
  ].join('\n');
  const mailto = `mailto:?subject=${encodeURIComponent(title)}&body=${encodeURIComponent(asText)}`;
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_22rem] print:block">
      <section>
        <div className="hidden pb-4 print:block">
          <p className="font-head text-2xl">{shop.name}</p>
          <p className="whitespace-pre-line">{[shop.address, shop.phone].filter(Boolean).join('\n')}</p>
        </div>
        <h2>{title}</h2>
        <p className="pb-2 text-soft">
          {vehicle.plate} · {longDay(now(), shop.timeZone)}
        </p>
        {lines.length === 0 ? (
          <p className="py-4">Nothing is missing: there is nothing to order.</p>
        ) : (
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">Count</th>
                <th scope="col">Code</th>
                <th scope="col">Part</th>
                <th scope="col">Side or end</th>
              </tr>
            </thead>
            <tbody>
              {lines.map((line) => (
                <tr key={line.lineId}>
                  <td className="figure">{line.count}</td>
                  <td>{line.code}</td>
                  <td>
                    {line.name}
                    {line.ordered && <span className="block text-sm text-soft">{line.ordered}</span>}
                  </td>
                  <td>{line.side}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {sizes.length > 0 && (
          <>
            <h3 className="mt-5">Sizes, from what was measured on the car</h3>
            <ul>
              {sizes.map((size) => (
                <li key={size.what} className="border-b border-rule py-1.5">
                  {size.what}: <strong>{formatTape(size.mm!, unit)}</strong>
                </li>
              ))}
            </ul>
            <p className="pt-2 text-soft">Worked out here, not a maker’s specification.</p>
          </>
        )}
      </section>
      <aside className="no-print grid content-start gap-4">
        <div className="grid grid-cols-2 gap-2">
          <PrintButton />
          <a className="btn" href={mailto}>
            Open in mail
          </a>
          <Link className="btn col-span-2" href={`/orders/${file.id}/parts`}>
            To the boxes
          </Link>
        </div>
        {lines.length > 0 && !isClosed(state) && (
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">When it is ordered</h2>
            <OrderedForm orderId={file.id} lines={lines} />
          </section>
        )}
      </aside>
    </div>
  );
}
