import { Link } from '@/ui/link';
import { longDay, shopClock, shopMoment, spanText } from '@/core/units/shop-time';
import type { Desk } from '@/contracts/shown';
import { describeComeBack, describeDue } from '@/core/follow-up/describe';
import type { DayOrder } from '@/server/queries/day';
import type { ShownDay } from '@/server/queries/shown';
import { ComeBackSign } from '../come-backs/come-back-sign';
import { SmallTape } from '@/ui/tape';
import { orderHref } from '../orders/order-href';

const ROLE_WORDS = { tech: 'a tech', advisor: 'the advisor', lead: 'the lead', owner: 'the owner' } as const;

const COUNTS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'];

function whose(order: DayOrder): string {
  if (order.onClock.length) return order.onClock.join(', ');
  if (order.nextRole === 'tech' && order.lastWorker) return `${order.lastWorker}, off the clock`;
  return ROLE_WORDS[order.nextRole];
}

function describePromise(
  promisedFor: string | null,
  nowIso: string,
  timeZone: string,
): { text: string; late: boolean } {
  if (!promisedFor) return { text: '', late: false };
  const late = promisedFor < nowIso;
  const sameDay = longDay(promisedFor, timeZone) === longDay(nowIso, timeZone);
  const text = sameDay
    ? `today ${shopClock(promisedFor, timeZone)}`
    : shopMoment(promisedFor, timeZone).replace(/ \d{4},/, '');
  return { text: `${late ? 'was promised' : 'promised'} ${text}`, late };
}

/** When the agreed week has it done, beside its promise; what is over by now says nothing any more. */
function describeLikely({ likely, promisedFor }: DayOrder, nowIso: string, timeZone: string) {
  if (!likely || likely < nowIso) return null;
  return {
    text: `likely ${shopMoment(likely, timeZone).replace(/ \d{4},/, '')}`,
    misses: promisedFor !== null && likely > promisedFor,
  };
}

function Car({
  order,
  place,
  nowIso,
  timeZone,
}: {
  order: DayOrder;
  place: string;
  nowIso: string;
  timeZone: string;
}) {
  const promise = describePromise(order.promisedFor, nowIso, timeZone);
  const likely = describeLikely(order, nowIso, timeZone);
  return (
    <li className="grid grid-cols-[5.5rem_1fr] border-t border-ink py-3">
      <p className="font-head text-lg font-semibold">{place}</p>
      <div className="min-w-0">
        <div className="flex items-baseline justify-between gap-x-4">
          <p className="min-w-0 truncate">
            <Link
              href={`/orders/${order.id}`}
              className="font-head text-2xl font-semibold no-underline hover:underline"
            >
              {order.label}
            </Link>{' '}
            <span className="text-soft">
              {order.plate} · {order.customer}
            </span>
          </p>
          <p className={`shrink-0 text-right ${promise.late ? 'font-semibold' : 'text-soft'}`}>
            {promise.text}
            {likely && (
              <span className={`block ${likely.misses ? 'font-semibold text-danger' : ''}`}>
                {likely.text}
              </span>
            )}
          </p>
        </div>
        <div className="mt-1.5">
          <SmallTape marks={order.tape} held={order.waiting} />
        </div>
        <p className="mt-1 text-lg">
          <Link
            href={orderHref(order.id, order.nextPage)}
            className="font-semibold underline decoration-rule decoration-2 underline-offset-4 hover:decoration-ink"
          >
            {order.next}
          </Link>
          <span className="text-soft"> · {whose(order)}</span>
        </p>
      </div>
    </li>
  );
}

/** A clock that has run longer than anybody works was forgotten. */
const FORGOTTEN_MS = 12 * 3_600_000;

export function DayView({
  viewer,
  nowIso,
  timeZone,
  orders,
  places,
  clocks,
  comeBacks,
  tasks,
  trials,
}: ShownDay & { viewer: Desk['viewer'] }) {
  const standing = places.flatMap((place) =>
    orders.filter((order) => order.place === place.id).map((order) => ({ order, place: place.name })),
  );
  const free = places.filter((place) => !orders.some((order) => order.place === place.id));
  const yard = orders
    .filter((order) => !places.some((place) => place.id === order.place))
    .map((order) => ({ order, place: 'Yard' }));
  const all = [...standing, ...yard];
  const mine = all.filter(({ order }) => order.onClock.includes(viewer.name));
  const others = all.filter((one) => !mine.includes(one));
  const forgotten = clocks.filter((clock) => Date.parse(nowIso) - Date.parse(clock.from) > FORGOTTEN_MS);
  const waiting = orders.filter((order) => order.waiting);
  const summary = `${orders.length === 1 ? 'One car' : `${COUNTS[orders.length] ?? orders.length} cars`} in the shop${free.length ? `, ${free.map((place) => place.name.toLowerCase()).join(' and ')} free` : ', no place free'}.`;
  return (
    <div className="grid gap-x-8 lg:grid-cols-[minmax(0,1fr)_350px]">
      <div>
        <div className="flex flex-wrap items-end justify-between gap-3 pb-3">
          <div>
            <h1>{longDay(nowIso, timeZone)}</h1>
            <p className="text-soft">{summary}</p>
          </div>
          <Link href="/orders/new" className="btn btn-pen">
            Take a car in
          </Link>
        </div>
        {trials.length > 0 && (
          <section aria-label="On trial for a week" className="hatch mb-3 px-4 py-2">
            <h2>On trial for a week and longer: not to be driven</h2>
            <ul>
              {trials.map((trial) => (
                <li key={trial.orderId} className="border-t border-rule py-1.5">
                  <Link href={`/orders/${trial.orderId}/trial`} className="font-semibold">
                    {trial.number} · {trial.car.split(',')[0]}
                  </Link>{' '}
                  {trial.words.join('; ')}
                </li>
              ))}
            </ul>
          </section>
        )}
        {tasks.length > 0 && (
          <section aria-label="To be looked at" className="hatch mb-3 px-4 py-2">
            <h2>To be looked at on the car itself</h2>
            <ul>
              {tasks.map((task) => (
                <li key={task.taskId} className="border-t border-rule py-1.5">
                  <Link href={`/bay/${task.orderId}`} className="font-semibold">
                    {task.number} · {task.car.split(',')[0]}
                  </Link>{' '}
                  {task.words}
                </li>
              ))}
            </ul>
          </section>
        )}
        {forgotten.length > 0 && (
          <p className="caution mb-3 px-4 py-2 font-medium">
            {forgotten
              .map(
                (clock) =>
                  `${clock.person}’s clock has run ${spanText(Date.parse(nowIso) - Date.parse(clock.from))}`,
              )
              .join(', ')}
            : was it forgotten? <Link href="/hours">Close it with the time it really ended</Link>
          </p>
        )}
        {mine.length > 0 && (
          <section aria-label="Yours now" className="mb-4">
            <h2 className="border-b border-ink pb-2">Yours now</h2>
            <ul>
              {mine.map(({ order, place }) => (
                <Car key={order.id} order={order} place={place} nowIso={nowIso} timeZone={timeZone} />
              ))}
            </ul>
            <h2 className="pt-5">The others</h2>
          </section>
        )}
        {orders.length === 0 ? (
          <p className="border-t border-ink py-6 text-lg">No car is in the shop. Take one in to begin.</p>
        ) : (
          <ul>
            {others.map(({ order, place }) => (
              <Car key={order.id} order={order} place={place} nowIso={nowIso} timeZone={timeZone} />
            ))}
          </ul>
        )}
      </div>
      <aside className="lg:border-l lg:border-rule lg:pl-7">
        <h2 className="pt-1">Coming back</h2>
        <ul className="mt-2 border-t border-ink">
          {comeBacks.slice(0, 5).map((comeBack) => (
            <li key={comeBack.id} className="flex gap-3 border-b border-rule py-2">
              <ComeBackSign comeBack={comeBack} size={40} />
              <div className="min-w-0 flex-1">
                <p className="flex justify-between gap-2">
                  <Link
                    href="/come-backs"
                    className="truncate font-semibold no-underline hover:underline"
                    title={comeBack.label}
                  >
                    {comeBack.label.split(',')[0]}
                  </Link>
                  <span
                    className={`shrink-0 ${comeBack.daysLeft !== null && comeBack.daysLeft < 0 ? 'font-semibold text-danger' : 'text-soft'}`}
                  >
                    {describeDue(comeBack.daysLeft)}
                  </span>
                </p>
                <p className="text-sm text-soft">{describeComeBack(comeBack)}</p>
              </div>
            </li>
          ))}
          {comeBacks.length === 0 && <li className="py-2 text-soft">Nobody is due back soon.</li>}
        </ul>
        <h2 className="mt-7">On the clock</h2>
        <ul className="mt-2 border-t border-ink">
          {clocks.map((clock) => (
            <li key={clock.person} className="flex justify-between gap-3 border-b border-rule py-2">
              <span className="font-semibold">{clock.person}</span>
              <Link
                href={`/bay/${clock.orderId}`}
                className="min-w-0 truncate text-soft no-underline hover:underline"
              >
                {clock.label.split(',')[0]}, {spanText(Date.parse(nowIso) - Date.parse(clock.from))}
              </Link>
            </li>
          ))}
          {clocks.length === 0 && <li className="py-2 text-soft">Nobody is clocked on.</li>}
        </ul>
        {waiting.length > 0 && (
          <>
            <h2 className="mt-7">Waiting on someone</h2>
            <ul className="mt-2 border-t border-ink">
              {waiting.map((order) => (
                <li key={order.id} className="border-b border-rule py-2">
                  <p className="font-semibold">{order.next}</p>
                  <p className="text-sm text-soft">
                    {order.label.split(',')[0]} · {ROLE_WORDS[order.nextRole]}
                  </p>
                </li>
              ))}
            </ul>
          </>
        )}
      </aside>
    </div>
  );
}
