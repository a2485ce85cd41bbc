import type { Reason } from '@/core/stance/reasons';
import type { PinPerson } from '@/ui/pin-fields';
import { LeadReason } from '../answers/lead-reason';
import { BackToBay } from '../rework/back-to-bay';

/** Why the heights are off, the likeliest first by the numbers, and the two ways on: back to the bay, or accepted. */
export function WhyOff({
  orderId,
  setId,
  reasons,
  planned,
  got,
  leads,
}: {
  orderId: string;
  setId: string;
  reasons: Reason[];
  planned: string;
  got: string;
  leads: PinPerson[];
}) {
  return (
    <section className="mb-8 max-w-4xl">
      <h2 className="border-b border-ink pb-1">Why it is off, likeliest first</h2>
      <ol>
        {reasons.map((reason) => (
          <li
            key={`${reason.id} ${reason.end} ${reason.corner}`}
            className="grid grid-cols-[4.5rem_1fr] gap-x-4 border-b border-rule py-2"
          >
            <span className="figure text-right text-xl">{Math.round(reason.share * 100)}%</span>
            <span>
              <span className="font-semibold">{reason.text}</span>
              <span className="block text-soft">{reason.todo}</span>
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-1 text-sm text-soft">
        How likely each is, by what it would do to the four corners through this car’s springs, by what the
        record says and by what this shop has found before. Look before a wrench is taken up.
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <BackToBay
          orderId={orderId}
          from="heights"
          evidence={setId}
          why={reasons[0]?.text ?? ''}
          todo={reasons[0]?.todo ?? ''}
        />
        <LeadReason
          command="heights.accept"
          input={{ orderId, setId, planned, got }}
          leads={leads}
          button="Accept it as it is"
          title="Accept these heights"
          intro={`Planned ${planned}; got ${got}. It stands on the handoff with the lead’s name; the reason stays in the shop’s record.`}
          reasonLabel="Why that is safe, and who said yes to it"
          action="Accept it"
        />
      </div>
    </section>
  );
}
