'use client';

import type { DraftedFrom } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/command-form';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Send } from '@/ui/send';

/** Said of a draft for good; the lead who has worked it once releases it with the order it was worked on. */
export function DraftedHere({
  procedureId,
  drafted,
  mayRelease,
}: {
  procedureId: string;
  drafted: DraftedFrom;
  mayRelease: boolean;
}) {
  return (
    <section className={`mb-4 px-4 py-3 ${drafted.worked ? 'caution' : 'hatch'}`} aria-label="Drafted here">
      <h2>{drafted.worked ? 'Drafted here' : 'Drafted here, never worked'}</h2>
      <p className="max-w-3xl">
        From what holds what on this axle ({drafted.ways.join('; ') || 'every joint of it opened'}), and from
        no maker’s sheet: about {drafted.minutes} minutes
        {drafted.spoils.length ? `, spoiling ${drafted.spoils.join(', ')}` : ''}. Reaches are assumed, values
        and sizes are nobody’s yet.{' '}
        {drafted.worked
          ? `A lead worked it on order ${drafted.worked.order}, and released it.`
          : 'It starts only by the lead’s yes. Once a lead has worked it to its end on an order, it may be released.'}
      </p>
      {!drafted.worked && mayRelease && (
        <CommandForm
          command="procedure.release"
          about={procedureId}
          className="mt-3 flex flex-wrap items-end gap-3"
          start={{ order: null as TypedFigure }}
          input={({ order }) => ({ procedureId, order })}
        >
          <NumberField whole name="order" label="Order it was worked on" />
          <Send weight="line">Release it</Send>
        </CommandForm>
      )}
    </section>
  );
}
