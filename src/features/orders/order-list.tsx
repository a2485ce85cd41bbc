import { Link } from '@/ui/link';
import type { ListedOrder } from '@/server/queries/orders';
import { SmallTape } from '@/ui/tape';

const KIND_WORDS: Record<string, string> = { job: 'job', 're-torque': 're-torque visit' };

export function OrderList({
  orders,
  more,
  find,
  page,
}: {
  orders: ListedOrder[];
  more: boolean;
  find: string;
  page: number;
}) {
  const link = (to: number) =>
    `/orders?${new URLSearchParams({ ...(find ? { find } : {}), page: String(to) })}`;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
        <div>
          <h1>Jobs</h1>
          <p className="text-soft">
            {find
              ? `Found for “${find}”: plate, car, customer or number.`
              : 'Open ones first, the newest leading.'}
          </p>
        </div>
        <Link href="/orders/new" className="btn btn-pen">
          Take a car in
        </Link>
      </div>
      <ul className="border-t border-ink">
        {orders.map((order) => (
          <li
            key={order.id}
            className="grid gap-x-6 gap-y-1 border-b border-rule py-3 md:grid-cols-[minmax(0,5fr)_minmax(0,4fr)]"
          >
            <div className="min-w-0">
              <Link
                href={`/orders/${order.id}`}
                className="font-head text-xl font-semibold no-underline hover:underline"
              >
                {order.label}
              </Link>
              <p className="text-soft">
                {order.number} · {order.plate} · {order.customer} · {KIND_WORDS[order.kind] ?? order.kind}
              </p>
            </div>
            <div className="min-w-0">
              <SmallTape marks={order.tape} />
              <p className={order.closed ? 'text-soft' : 'font-semibold'}>{order.next}</p>
            </div>
          </li>
        ))}
        {orders.length === 0 && (
          <li className="py-6 text-lg">
            Nothing found. Try the last characters of the plate, or part of the name.
          </li>
        )}
      </ul>
      <div className="mt-4 flex gap-3">
        {page > 0 && (
          <Link className="btn" href={link(page - 1)}>
            Newer
          </Link>
        )}
        {more && (
          <Link className="btn" href={link(page + 1)}>
            Older
          </Link>
        )}
      </div>
    </>
  );
}
