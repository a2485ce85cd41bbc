'use client';

import { LESSON_ABOUT } from '@/core/ledger/kinds/noted';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { ChoiceField } from '@/ui/choice';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { type BayProps, stepNumber } from './bay-props';

type About = (typeof LESSON_ABOUT)[number] | '';

/** At the end, two taps: what would be done differently, and whether that is proven here or hearsay. */
export function BayEnd({ orderId, document, kit }: BayProps) {
  const choices = LESSON_ABOUT.filter((one) => one !== 'the kit' || kit);
  return (
    <section className="mt-10 border-t-2 border-rule pt-5" aria-label="Another time">
      <h2>What would you do differently?</h2>
      <CommandForm
        command="lesson.record"
        className="mt-2 grid gap-3"
        said="Recorded. It stands with the procedure as a proposed edit, or with the kit as a note."
        start={{ about: '' as About, stepId: '', text: '', standing: 'proven here' }}
        input={({ about, stepId, ...typed }) => ({
          orderId,
          about: about || undefined,
          stepId: about === 'the kit' ? null : stepId || null,
          ...typed,
        })}
      >
        {({ about }, set) => (
          <>
            <ChoiceField
              name="about"
              label="What about"
              className="grid grid-cols-2 gap-2 sm:grid-cols-4"
              itemClassName="min-h-16"
              options={choices.map((one) => [one, one] as const)}
            />
            {about && (
              <>
                {about !== 'the kit' && (
                  <SelectField
                    name="stepId"
                    label="At which step"
                    options={[
                      ['', 'no step in particular'],
                      ...document.steps.map(
                        (step) => [step.id, `${stepNumber(document, step.id)}. ${step.do}`] as const,
                      ),
                    ]}
                  />
                )}
                <TextField
                  name="text"
                  label={about === 'wrong size' ? 'Which size it really takes' : 'In a sentence'}
                />
                <div className="grid grid-cols-2 gap-2">
                  <Send size="tallest" onClick={() => set('standing', 'proven here')}>
                    Record it: proven here
                  </Send>
                  <Send weight="line" size="tallest" onClick={() => set('standing', 'hearsay')}>
                    Record it: hearsay
                  </Send>
                </div>
              </>
            )}
          </>
        )}
      </CommandForm>
    </section>
  );
}
