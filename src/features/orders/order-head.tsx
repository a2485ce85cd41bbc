import type { ReactNode } from 'react';
import { OrderShown } from '@/features/live/order-shown';
import { Link } from '@/ui/link';
import { PrintStrip } from '@/ui/print-strip';
import type { HeadOfOrder } from './head-of-order';
import { orderHref } from './order-href';
import { OrderNav, OrderTape, StuckHead } from './order-nav';

const PAGE_OF_MARK: Record<string, string> = {
  intake: '',
  'look-over': 'look-over',
  heights: 'heights',
  plan: 'plan',
  parts: 'parts',
  'take-down': 'work',
  fit: 'work',
  'on-weight': 'heights',
  settle: 'heights',
  align: 'alignment',
  road: 'road',
  'hand-over': 'handoff',
};

/** A page of an order below its head: the car, the next thing, the tape, the way to its other pages, and what was stopped. */
export function OrderFrame({ head, children }: { head: HeadOfOrder; children: ReactNode }) {
  return (
    <>
      <OrderShown orderId={head.orderId} count={head.count} />
      <PrintStrip {...head.print} />
      <OrderHead head={head} />
      {head.alarms.length > 0 && (
        <div role="alert" className="hatch mt-4 px-4 py-3 font-semibold">
          {head.alarms.map(({ key, message }) => (
            <p key={key}>Stopped by a correction. {message}</p>
          ))}
        </div>
      )}
      <div className="pt-5">{children}</div>
    </>
  );
}

function OrderHead({ head }: { head: HeadOfOrder }) {
  const { orderId, next, ended, running, marks } = head;
  const hrefs = Object.fromEntries(
    Object.entries(PAGE_OF_MARK).map(([mark, page]) => [mark, `/orders/${orderId}${page && `/${page}`}`]),
  );
  return (
    <header className="no-print">
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
        <div className="min-w-0">
          <h1>{head.car}</h1>
          <p className="text-soft">{head.line}</p>
          {head.takenIn && <p className="font-medium">{head.takenIn}</p>}
        </div>
        <div className="sm:text-right">
          {ended ? (
            <p className="font-head text-2xl leading-tight font-semibold">{ended}</p>
          ) : (
            <>
              <p className="font-head text-soft">Next</p>
              <Link
                href={orderHref(orderId, next.page)}
                className="font-head text-2xl leading-tight font-semibold underline decoration-pen decoration-4 underline-offset-4"
              >
                {next.text}
              </Link>
            </>
          )}
          {running && (
            <p className="font-medium first-letter:uppercase">
              <Link href="/hours">{running}</Link>
            </p>
          )}
        </div>
      </div>
      <div className="mt-2">
        <OrderTape orderId={orderId} marks={marks} hrefs={hrefs} here={head.here ?? undefined} />
      </div>
      <OrderNav orderId={orderId} hasBay={head.hasBay} tried={head.tried} />
      <StuckHead
        car={`${head.car} · ${head.plate} · order ${head.number}`}
        next={ended ?? <Link href={orderHref(orderId, next.page)}>{next.text}</Link>}
      />
    </header>
  );
}
