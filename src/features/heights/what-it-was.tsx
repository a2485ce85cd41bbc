'use client';

import { CORNER_NAMES } from '@/core/corners';
import { CAUSE_WORDS } from '@/core/stance/causes';
import type { Reason } from '@/core/stance/reasons';
import { capital } from '@/core/wording';
import { CommandForm } from '@/features/transport/command-form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';

const placeOf = ({ corner, end }: Reason) =>
  corner ? `, ${CORNER_NAMES[corner]}` : end === 'both' ? '' : `, ${end}`;

/** Once it was sent back or let pass: what it was. The shop's own past sets how likely each cause is next time. */
export function WhatItWas({
  orderId,
  setId,
  reasons,
}: {
  orderId: string;
  setId: string;
  reasons: Reason[];
}) {
  const keyOf = (reason: Reason) => [reason.id, reason.end, reason.corner ?? ''].join(' ');
  return (
    <section className="mb-8 max-w-4xl" aria-label="What it was">
      <h2 className="border-b border-ink pb-1">What it was</h2>
      <CommandForm
        command="cause.found"
        about={setId}
        className="mt-2 grid items-end gap-3 sm:grid-cols-[1fr_auto]"
        start={{ cause: keyOf(reasons[0]!) }}
        input={({ cause }) => {
          const reason = reasons.find((one) => keyOf(one) === cause)!;
          return { orderId, setId, cause: reason.id, end: reason.end, corner: reason.corner };
        }}
      >
        <SelectField
          name="cause"
          label="The heights were off: what was found?"
          options={reasons.map(
            (reason) => [keyOf(reason), `${capital(CAUSE_WORDS[reason.id])}${placeOf(reason)}`] as const,
          )}
        />
        <Send weight="line">It was this</Send>
      </CommandForm>
    </section>
  );
}
