import { shopMoment } from '@/core/units/shop-time';
import type { ListedOrder, OrderFilter } from '@/server/queries/orders';
import { Link } from '@/ui/link';
import { SmallTape } from '@/ui/tape';

const KIND_WORDS: Record<string, string> = { job: 'job', 're-torque': 're-torque visit' };

const FILTERS: readonly (readonly [OrderFilter, string])[] = [
  ['open', 'All open'],
  ['waiting', 'Waiting on somebody'],
  ['bay', 'In the bay'],
  ['late', 'Late'],
  ['mine', 'Mine'],
  ['all', 'Closed too'],
];

const EMPTY: Record<OrderFilter, string> = {
  open: 'No job is open. Take a car in to begin.',
  waiting: 'No job waits on anybody outside.',
  bay: 'No car stands on a lift or on the floor.',
  late: 'No open job is past its promise.',
  mine: 'You have not been on the clock of any job that is open.',
  all: 'No job has been taken in yet.',
};

function Row({ order, nowIso, timeZone }: { order: ListedOrder; nowIso: string; timeZone: string }) {
  const late = !order.closed && order.promisedFor !== null && order.promisedFor < nowIso;
  const where = [
    order.placeName,
    order.promisedFor &&
      `${late ? 'was promised' : 'promised'} ${shopMoment(order.promisedFor, timeZone).replace(/ \d{4},/, ',')}`,
  ].filter(Boolean);
  return (
    <li className="grid gap-x-6 gap-y-1 border-b border-rule py-3 md:grid-cols-[minmax(0,5fr)_minmax(0,4fr)]">
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
        {!order.closed && <SmallTape marks={order.tape} held={order.waiting} />}
        <p className={order.closed ? 'text-soft' : 'font-semibold'}>{order.next}</p>
        {!order.closed && where.length > 0 && (
          <p className={late ? 'font-semibold text-danger' : 'text-soft'}>{where.join(' · ')}</p>
        )}
      </div>
    </li>
  );
}

export function OrderList({
  orders,
  more,
  find,
  show,
  page,
  nowIso,
  timeZone,
}: {
  orders: ListedOrder[];
  more: boolean;
  find: string;
  show: OrderFilter;
  page: number;
  nowIso: string;
  timeZone: string;
}) {
  const link = (to: number) =>
    `/orders?${new URLSearchParams({ ...(find ? { find } : { show }), page: String(to) })}`;
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
        <div>
          <h1>Jobs</h1>
          {find && <p className="text-soft">Found for “{find}”: plate, car, customer or number.</p>}
        </div>
        <Link href="/orders/new" className="btn btn-pen">
          Take a car in
        </Link>
      </div>
      <nav aria-label="Which jobs" className="flex flex-wrap gap-x-1 border-t border-ink">
        {FILTERS.map(([id, words]) => (
          <Link
            key={id}
            href={`/orders?show=${id}`}
            aria-current={!find && id === show ? 'page' : undefined}
            className="flex min-h-11 items-center border-b-4 border-transparent px-2.5 font-head text-lg font-medium no-underline hover:bg-hair aria-[current=page]:border-pen aria-[current=page]:font-bold"
          >
            {words}
          </Link>
        ))}
      </nav>
      <ul className="border-t border-ink">
        {orders.map((order) => (
          <Row key={order.id} order={order} nowIso={nowIso} timeZone={timeZone} />
        ))}
        {orders.length === 0 && (
          <li className="py-6 text-lg">
            {find ? 'Nothing found. Try the last characters of the plate, or part of the name.' : EMPTY[show]}
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
