'use client';

import { useState } from 'react';
import type { TapeUnit } from '@/core/calc/tape.parse';
import { comparedNow } from '@/core/ledger/compared';
import type { OrderState } from '@/core/ledger/order-state';
import { COMPARED } from '@/core/procedure/compare';
import { COMPARE_KINDS, type CompareKind } from '@/core/procedure/types';
import type { MeasuredSetting } from '@/core/planner/as-measured';
import { formatTape } from '@/core/calc/tape.format';
import { Choice } from '@/ui/choice';
import { Fold } from '@/ui/fold';
import type { PinPerson } from '@/ui/pin-fields';
import { CompareForm, ComparedShown } from './compare-card';

/** Old parts beside new ones, before anything is taken apart: what does not match stops the start, what differs goes into the plan. */
export function OldAndNew({
  orderId,
  state,
  leads,
  lengths,
  changes,
  closed,
}: {
  orderId: string;
  state: Pick<OrderState, 'compared' | 'overrides'>;
  leads: PinPerson[];
  lengths: TapeUnit;
  /** What the plan has otherwise than it was measured. */
  changes: readonly MeasuredSetting[];
  closed: boolean;
}) {
  const [kind, setKind] = useState<CompareKind>('spring');
  const compared = comparedNow(state);
  return (
    <section className="mb-9 border-b-2 border-ink pb-6" aria-label="Old beside new">
      <h2 className="border-b border-ink pb-1">Old beside new</h2>
      {compared.length === 0 && (
        <p className="py-2 text-soft">
          Nothing is compared yet. Lay what comes off beside what goes on: a part that does not match is found
          while the car is whole.
        </p>
      )}
      <div className="mt-3 grid gap-4 lg:grid-cols-2">
        {compared.map((one) => (
          <ComparedShown key={one.id} compared={one} state={state} orderId={orderId} leads={leads} />
        ))}
      </div>
      {changes.length > 0 && (
        <p className="caution mt-3 px-4 py-2 font-medium">
          As measured, not as planned:{' '}
          {changes
            .map(
              ({ part, label, planned, measured }) =>
                `${part}, ${label.toLowerCase()} ${formatTape(measured, lengths)} for ${formatTape(planned, lengths)}`,
            )
            .join('; ')}
          . The prediction below stands on what was measured; save the plan again to freeze it.
        </p>
      )}
      {!closed && (
        <Fold title="Compare another part" className="mt-3">
          <Choice
            label="What is compared"
            className="flex flex-wrap"
            options={COMPARE_KINDS.map((one) => [one, one] as const)}
            value={kind}
            onValue={setKind}
          />
          <h3 className="mt-3 font-head text-xl">{COMPARED[kind].title}</h3>
          <div className="mt-2 max-w-3xl">
            <CompareForm
              key={`${kind} ${state.compared.length}`}
              before={compared.find(({ data }) => data.kind === kind) ?? null}
              orderId={orderId}
              kind={kind}
              stepId={null}
              corner={null}
              end={null}
              partId={null}
              lengths={lengths}
            />
          </div>
        </Fold>
      )}
    </section>
  );
}
