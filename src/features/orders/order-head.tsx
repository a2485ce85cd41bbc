import { Link } from '@/ui/link';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { jobTimes, describeRunning } from '@/core/ledger/step-times';
import { placedName } from '@/core/procedure/engine';
import { nextThing } from '@/core/ledger/next-thing';
import { markNow, tapeOf } from '@/core/ledger/tape';
import { odometerText } from '@/core/units/distance';
import { shopMoment } from '@/core/units/shop-time';
import type { OrderFile } from '@/server/queries/order';
import { LargeTape } from '@/ui/tape';
import { orderHref } from './order-href';

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

const MORE = [
  ['', 'Overview'],
  ['look-over', 'Look over'],
  ['heights', 'Heights'],
  ['plan', 'Plan'],
  ['quote', 'Quote'],
  ['parts', 'Parts'],
  ['work', 'Work'],
  ['torque', 'Torque'],
  ['alignment', 'Alignment'],
  ['road', 'Road'],
  ['photos', 'Photos'],
  ['handoff', 'Handoff'],
  ['trail', 'Trail'],
] as const;

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
        <div className="text-right">
          <p className="font-head text-soft">Next</p>
          <Link
            href={orderHref(file.id, next.page)}
            className="font-head text-2xl leading-tight font-semibold underline decoration-pen decoration-4 underline-offset-4"
          >
            {next.text}
          </Link>
          {running && (
            <p className="font-medium first-letter:uppercase">
              <Link href="/hours">{running}</Link>
            </p>
          )}
        </div>
      </div>
      <div className="mt-3">
        <LargeTape marks={marks} hrefs={hrefs} here={markNow(marks) ?? undefined} />
      </div>
      <nav aria-label="Pages of this order" className="flex flex-wrap gap-x-1 border-y border-ink">
        {MORE.map(([page, label]) => (
          <Link
            key={page}
            href={`/orders/${file.id}${page && `/${page}`}`}
            className="flex min-h-11 items-center px-2.5 font-head text-lg font-medium no-underline hover:bg-hair"
          >
            {label}
          </Link>
        ))}
        {state.run && (
          <Link
            href={`/bay/${file.id}`}
            className="ml-auto flex min-h-11 items-center bg-ink px-5 font-head text-lg font-semibold text-paper no-underline"
          >
            Bay view
          </Link>
        )}
      </nav>
    </header>
  );
}
