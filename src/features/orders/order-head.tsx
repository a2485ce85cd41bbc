import { onTrial } from '@/core/ledger/trial';
import { Link } from '@/ui/link';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { jobTimes, describeRunning } from '@/core/ledger/step-times';
import { placedName } from '@/core/procedure/engine';
import { nextThing } from '@/core/ledger/next-thing';
import { markNow, tapeOf } from '@/core/ledger/tape';
import { odometerText } from '@/core/units/distance';
import { shopDay, shopMoment, shortDay } from '@/core/units/shop-time';
import type { OrderFile } from '@/server/queries/order';
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

/** The head of every page of an order: the car, the next thing, the tape, and the way to its other pages. */
export function OrderHead({ file, nowIso }: { file: OrderFile; nowIso: string }) {
  const { state, vehicle, customer } = file;
  const marks = tapeOf(state);
  const next = nextThing(state);
  const intake = state.intake!.data;
  const running =
    state.document && !isClosed(state)
      ? describeRunning(jobTimes(state, nowIso), (id) =>
          placedName(state.document!.fasteners.find((one) => one.id === id) ?? { name: id }),
        )
      : null;
  const end = state.handoffs.at(-1) ?? state.visitClosed ?? state.cancelled;
  const ended = end && `${next.text} ${shortDay(shopDay(end.at, file.shop.timeZone))}`;
  const hrefs = Object.fromEntries(
    Object.entries(PAGE_OF_MARK).map(([mark, page]) => [mark, `/orders/${file.id}${page && `/${page}`}`]),
  );
  return (
    <header className="no-print">
      <div className="flex flex-wrap items-start justify-between gap-x-8 gap-y-2">
        <div className="min-w-0">
          <h1>{vehicle.label}</h1>
          <p className="text-soft">
            {vehicle.plate} · {odometerText(intake.odometer)} · {customer.name} · order {file.number}
            {intake.orderKind === 'job' ? '' : isJob(state) ? ', next stage' : `, ${intake.orderKind} visit`}
            {intake.promisedFor ? ` · promised ${shopMoment(intake.promisedFor, file.shop.timeZone)}` : ''}
          </p>
          {file.takenIn && (
            <p className="font-medium">
              This record came from another shop on {shopMoment(file.takenIn.at, file.shop.timeZone)}: its
              first {file.takenIn.entries} entries were written there.
            </p>
          )}
        </div>
        <div className="sm:text-right">
          {ended ? (
            <p className="font-head text-2xl leading-tight font-semibold">{ended}</p>
          ) : (
            <>
              <p className="font-head text-soft">Next</p>
              <Link
                href={orderHref(file.id, next.page)}
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
        <OrderTape orderId={file.id} marks={marks} hrefs={hrefs} here={markNow(marks) ?? undefined} />
      </div>
      <OrderNav
        orderId={file.id}
        hasBay={state.run !== null}
        tried={state.trials.begun.length > 0 || onTrial(state).length > 0}
      />
      <StuckHead
        car={`${vehicle.label} · ${vehicle.plate} · order ${file.number}`}
        next={ended ?? <Link href={orderHref(file.id, next.page)}>{next.text}</Link>}
      />
    </header>
  );
}
