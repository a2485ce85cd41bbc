import {
  type RunDocument,
  type RunState,
  forbidsDrive,
  looseFasteners,
  openItems,
  placedName,
} from '@/core/procedure/engine';
import { OpenSign, Stripe } from '@/ui/stripe';

const FORBIDS = {
  ground: 'keeps it off the ground',
  drive: 'keeps it from being driven',
  handoff: 'before it is handed over',
} as const;

/** The one place that says what is open or loose on the car, and what that forbids now. */
export function OpenList({ document, run }: { document: RunDocument; run: RunState }) {
  const open = openItems(document, run);
  const loose = looseFasteners(document, run);
  const refused = forbidsDrive(document, run);
  const owed = document.fasteners.filter((one) => run.fasteners.get(one.id)!.owesCheck);
  return (
    <section aria-label="Open on the car">
      <h2 className="border-b border-ink pb-1">Open on the car</h2>
      <ul>
        {open.map(({ item }) => (
          <li key={item.id} className="flex items-center gap-3 border-b border-rule py-1.5">
            <OpenSign size={34} />
            <span className="min-w-0">
              <span className="block font-semibold">{placedName(item)}</span>
              <span className="block text-sm text-soft">{FORBIDS[item.closeBefore ?? 'handoff']}</span>
            </span>
          </li>
        ))}
        {loose.map(({ fastener, looseness }) => (
          <li key={fastener.id} className="flex items-center gap-3 border-b border-rule py-1.5">
            <Stripe state={looseness === 'snug' ? 'thin' : 'broken'} size={34} />
            <span className="min-w-0">
              <span className="block font-semibold">{placedName(fastener)}</span>
              <span className="block text-sm text-soft">
                {looseness === 'snug' ? 'snug only' : 'loosened'}
              </span>
            </span>
          </li>
        ))}
        {owed.map((fastener) => (
          <li key={fastener.id} className="flex items-center gap-3 border-b border-rule py-1.5">
            <Stripe state="full" size={34} />
            <span className="min-w-0">
              <span className="block font-semibold">{placedName(fastener)}</span>
              <span className="block text-sm text-soft">owes a second check</span>
            </span>
          </li>
        ))}
        {open.length + loose.length + owed.length === 0 && (
          <li className="py-2 text-soft">Nothing recorded as open or loose.</li>
        )}
      </ul>
      {refused.length > 0 && open.length + loose.length + owed.length > 0 && (
        <div className="hatch mt-3 px-3 py-2 font-medium">
          Not to be driven:{' '}
          {[
            open.length && `${open.length} open`,
            loose.length && `${loose.length} loose`,
            refused.some(({ code }) => code === 'check') && 'a check is owed',
          ]
            .filter(Boolean)
            .join(', ')}
          .
        </div>
      )}
    </section>
  );
}
