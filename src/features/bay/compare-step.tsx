'use client';

import { useEffect } from 'react';
import { comparisonFor, partLifted } from '@/core/ledger/compared';
import { COMPARED } from '@/core/procedure/compare';
import type { Step } from '@/core/procedure/types';
import { CompareForm, ComparedShown } from '../measuring/compare-card';
import type { BayProps } from './bay-props';

/** Old against new, at the step that asks for it: what does not match is not fitted, another is compared in its place. */
export function CompareStep({
  step,
  onStands,
  ...props
}: BayProps & { step: Step; onStands: (matches: boolean) => void }) {
  const { state, orderId, leads, lengthUnit } = props;
  const { kind } = step.compare!;
  const compared = comparisonFor(state, step);
  const matches =
    compared !== null &&
    compared.data.fits &&
    (compared.data.source === 'new' || partLifted(state, compared.id));
  useEffect(() => onStands(matches), [matches, onStands]);
  return (
    <section className="border-t-2 border-rule px-6 py-4" aria-label={COMPARED[kind].title}>
      <h2 className="font-head text-3xl">{COMPARED[kind].title}</h2>
      {compared && <ComparedShown compared={compared} state={state} orderId={orderId} leads={leads} />}
      {!compared?.data.fits && (
        <div className="mt-3">
          <CompareForm
            key={compared?.id}
            before={compared}
            orderId={orderId}
            kind={kind}
            stepId={step.id}
            corner={step.corner ?? null}
            end={step.end === 'front' || step.end === 'rear' ? step.end : null}
            partId={null}
            lengths={lengthUnit}
          />
        </div>
      )}
    </section>
  );
}
