'use client';

import { CommandForm } from '@/features/transport/command-form';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import type { PlanDraft, PlannerProps } from './planner-props';

/** Keeps what is planned as a version, with its note; stacked lift parts only by the lead's reason. */
export function KeepPlan({
  draft,
  order,
  stacked,
}: {
  draft: PlanDraft;
  order: NonNullable<PlannerProps['order']>;
  stacked: boolean;
}) {
  return (
    <CommandForm
      command="plan.propose"
      className="mt-6 grid gap-3 border-t border-ink pt-3"
      start={{ note: '', stackedReason: '' }}
      input={({ note, stackedReason }) => ({
        orderId: order.id,
        parts: draft.parts,
        accessories: draft.accessories,
        sheet: draft.sheet,
        note,
        stackedReason: stackedReason || null,
      })}
    >
      <TextField name="note" label="Note with the plan" />
      {stacked && order.isLead && (
        <TextField name="stackedReason" label="Why these lift parts may be stacked" />
      )}
      <Send size="tall" wide disabled={draft.parts.length === 0}>
        {order.again ? 'Record as a new version' : 'Record this plan'}
      </Send>
    </CommandForm>
  );
}
