'use client';

import { useState } from 'react';
import { LESSON_ABOUT } from '@/core/ledger/kinds/noted';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';
import { type BayProps, stepNumber } from './bay-props';
import { Choice } from '@/ui/choice';

/** At the end, two taps: what would be done differently, and whether that is proven here or hearsay. */
export function BayEnd({ orderId, document, kit }: BayProps) {
  const { send, busy, errors } = useCommand('lesson.record');
  const [about, setAbout] = useState<(typeof LESSON_ABOUT)[number] | null>(null);
  const [stepId, setStepId] = useState('');
  const [text, setText] = useState('');
  const [kept, setKept] = useState(0);
  const choices = LESSON_ABOUT.filter((one) => one !== 'the kit' || kit);
  return (
    <section className="mt-10 border-t-2 border-rule pt-5" aria-label="Another time">
      <h2>What would you do differently?</h2>
      <Choice
        label="What about"
        className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-4"
        itemClassName="min-h-16"
        options={choices.map((one) => [one, one] as const)}
        value={about}
        onValue={setAbout}
      />
      {about && (
        <Errors errors={errors}>
          <div className="mt-3 grid gap-3">
            {about !== 'the kit' && (
              <SelectField
                name="stepId"
                label="At which step"
                value={stepId}
                onValue={(chosen) => setStepId(chosen)}
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
              value={text}
              onChange={(event) => setText(event.target.value)}
            />
          </div>
          <FormErrors errors={errors} shown={['text']} />
          <div className="mt-3 grid grid-cols-2 gap-2">
            {(['proven here', 'hearsay'] as const).map((standing) => (
              <button
                key={standing}
                type="button"
                className={`btn min-h-16 text-[1.4rem] ${standing === 'proven here' ? 'btn-pen' : ''}`}
                disabled={busy}
                onClick={async () => {
                  if (!(await send({ orderId, about, stepId: stepId || null, text, standing }))) return;
                  setAbout(null);
                  setText('');
                  setStepId('');
                  setKept(kept + 1);
                }}
              >
                {standing === 'proven here' ? 'Keep: proven here' : 'Keep: hearsay'}
              </button>
            ))}
          </div>
        </Errors>
      )}
      {kept > 0 && !about && (
        <p className="mt-3 text-[1.2rem]">
          Kept. It stands with the procedure as a proposed edit, or with the kit as a note.
        </p>
      )}
    </section>
  );
}
