'use client';

import { RACK_ANSWERS, type Adjuster } from '@/core/procedure/rack-moved';
import { ChoiceField } from '@/ui/choice';

const WORDS = { moved: 'Moved', untouched: 'Untouched' } as const;
const OPTIONS = RACK_ANSWERS.map((one) => [one, WORDS[one]] as const);

/** Each thing a rack sets on these axles, moved or left: what was moved is loose until it has its torque. */
export function RackMoved({ adjusters }: { adjusters: (Adjuster & { moved: boolean })[] }) {
  if (!adjusters.length) return null;
  return (
    <section className="mt-4" aria-label="What the rack moved">
      <h3 className="text-xl">What the rack moved</h3>
      <p className="text-soft">
        Each is answered before the sheet is recorded. What was moved goes to loose: its torque and its stripe
        follow, and the road test waits for them. The rear is asked where the sheet has it.
      </p>
      <ul className="mt-2">
        {adjusters.map(({ id, name, newHardware, moved }, index) => (
          <li key={id} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1.5">
            <span className="min-w-48 flex-1 leading-tight">
              {name}
              {(moved || newHardware) && (
                <span className="block text-sm text-soft">
                  {moved ? 'eased by a step at the rack' : 'moved, it takes new hardware'}
                </span>
              )}
            </span>
            <ChoiceField name={`adjusters.${index}.was`} label={name} options={OPTIONS} />
          </li>
        ))}
      </ul>
    </section>
  );
}
