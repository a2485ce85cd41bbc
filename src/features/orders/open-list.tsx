import { OpenSign, Stripe } from '@/ui/stripe';
import type { OpenLines } from './open-lines';

/** The one place that says what is open or loose on the car, and what that forbids now. */
export function OpenList({ open: { lines, notDriven } }: { open: OpenLines }) {
  return (
    <section aria-label="Open on the car">
      <h2 className="border-b border-ink pb-1">Open on the car</h2>
      <ul>
        {lines.map(({ id, sign, name, words }) => (
          <li key={`${sign} ${id}`} className="flex items-center gap-3 border-b border-rule py-1.5">
            {sign === 'open' ? <OpenSign size={34} /> : <Stripe state={sign} size={34} />}
            <span className="min-w-0">
              <span className="block font-semibold">{name}</span>
              <span className="block text-sm text-soft">{words}</span>
            </span>
          </li>
        ))}
        {lines.length === 0 && <li className="py-2 text-soft">Nothing recorded as open or loose.</li>}
      </ul>
      {notDriven && <div className="hatch mt-3 px-3 py-2 font-medium">{notDriven}</div>}
    </section>
  );
}
