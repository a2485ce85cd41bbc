'use client';

import type { TapeUnit } from '@/core/calc/tape.parse';
import { type Compared, comparedTitle, mismatchWords, partLifted } from '@/core/ledger/compared';
import type { OrderState } from '@/core/ledger/order-state';
import { PART_SOURCES, type PartSource } from '@/core/planner/plan-part';
import { COMPARED, pairFits } from '@/core/procedure/compare';
import { readSoFar } from '@/core/procedure/figures';
import type { CompareKind, OneEnd } from '@/core/procedure/types';
import type { Corner } from '@/core/corners';
import { CommandForm } from '@/features/transport/lazy-command-form';
import { ChoiceField } from '@/ui/choice';
import type { PinPerson } from '@/ui/pin-fields';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { LengthField, NumberField } from '@/ui/figure-fields';
import { TextField } from '@/ui/text-field';
import { LiftHole } from '../handoff/lift-hole';
import { PhotoField } from '../photos/photo-field';

/** One comparison as it was made: old and new side by side, what decides marked. */
export function ComparedShown({
  compared,
  state,
  orderId,
  leads,
}: {
  compared: Compared;
  state: Pick<OrderState, 'overrides'>;
  orderId: string;
  leads: PinPerson[];
}) {
  const { data } = compared;
  const waits = data.fits && data.source !== 'new' && !partLifted(state, compared.id);
  return (
    <div className={`border border-rule p-3 ${data.fits ? '' : 'hatch'}`} data-fits={data.fits}>
      <p className="font-head text-2xl">{comparedTitle(compared)}</p>
      <p className="text-xl font-semibold">
        {data.fits ? 'It matches where it has to.' : `It does not go on: ${mismatchWords(compared)}.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-4">
        {data.photoId && (
          // eslint-disable-next-line @next/next/no-img-element -- served by our own photo route, sized there
          <img
            src={`/api/photos/${data.photoId}?size=small`}
            alt={`${comparedTitle(compared)}, both in one picture`}
            className="h-40 border border-rule object-cover"
          />
        )}
        <table className="text-lg">
          <thead>
            <tr className="text-left">
              <th className="pr-5 font-head font-normal text-soft">Read on both</th>
              <th className="pr-5 text-right font-head font-normal text-soft">Old</th>
              <th className="pr-5 text-right font-head font-normal text-soft">{data.source}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {data.pairs.map((pair) => (
              <tr key={pair.id} className="border-t border-rule">
                <td className="pr-5">{pair.what}</td>
                <td className="figure pr-5 text-right">{pair.old.text}</td>
                <td className="figure pr-5 text-right">{pair.fresh.text}</td>
                <td className="font-semibold">
                  {pair.fits === null ? 'told' : pair.fits ? 'matches' : 'does not match'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {data.source !== 'new' && <p className="mt-1">{`${data.source}: ${data.fit}`}</p>}
      {waits && (
        <div className="mt-2">
          <LiftHole
            orderId={orderId}
            rule="used-part"
            target={compared.id}
            text={`A ${data.source} part goes on: ${data.fit}.`}
            leads={leads}
            label="The lead says yes to this part"
          />
        </div>
      )}
    </div>
  );
}

interface Typed {
  pairs: Record<string, { old: string; fresh: string }>;
  source: PartSource;
  fit: string;
  photoId: string | null;
  end: OneEnd;
}

/** Does a pair match as far as it is typed? */
function pairWords(
  kind: CompareKind,
  id: string,
  typed: { old: string; fresh: string },
  lengths: TapeUnit,
): string | null {
  const pair = COMPARED[kind].pairs.find((one) => one.id === id)!;
  const old = readSoFar(typed.old, pair.unit, lengths);
  const fresh = readSoFar(typed.fresh, pair.unit, lengths);
  if (old === null || fresh === null) return null;
  const by = Math.round((fresh - old) * 10) / 10;
  const unit = pair.unit === 'mm' ? ' mm' : '';
  const said = by === 0 ? 'the same' : `${by > 0 ? '+' : '−'}${Math.abs(by)}${unit}`;
  const fits = pairFits(pair, old, fresh);
  return fits === null ? said : fits ? `${said}, matches` : `${said}, does not match`;
}

/** Old and new laid side by side and read on both: what decides first, then what the new one changes. */
export function CompareForm({
  orderId,
  kind,
  stepId,
  corner,
  end,
  partId,
  lengths,
  plate = '',
  before = null,
}: {
  orderId: string;
  kind: CompareKind;
  stepId: string | null;
  corner: Corner | null;
  end: OneEnd | null;
  partId: string | null;
  lengths: TapeUnit;
  /** What the picture is called. */
  plate?: string;
  /** What was compared last: the old part is the same, and is not measured twice. */
  before?: Compared | null;
}) {
  const { pairs, title } = COMPARED[kind];
  return (
    <CommandForm<'compare.record', Typed>
      command="compare.record"
      about={`${stepId ?? ''} ${kind} ${corner ?? ''}`}
      className="grid gap-3"
      start={{
        pairs: Object.fromEntries(
          pairs.map(({ id }) => [
            id,
            { old: before?.data.pairs.find((one) => one.id === id)?.old.text ?? '', fresh: '' },
          ]),
        ),
        source: 'new' as PartSource,
        fit: '',
        photoId: null,
        end: end ?? 'front',
      }}
      input={({ pairs: typed, ...rest }) => ({
        orderId,
        stepId,
        kind,
        corner,
        partId,
        lengths,
        ...rest,
        pairs: Object.entries(typed)
          // An old figure that stands from before, with nothing read on the new one, is not compared.
          .filter(
            ([id, { old, fresh }]) => fresh || (old && !before?.data.pairs.some((one) => one.id === id)),
          )
          .map(([id, { old, fresh }]) => ({ id, old: String(old), fresh: String(fresh) })),
      })}
    >
      {({ pairs: typed, source }) => (
        <>
          {end === null && (
            <ChoiceField
              name="end"
              label="Which end"
              options={[
                ['front', 'front'],
                ['rear', 'rear'],
              ]}
            />
          )}
          <div className="grid gap-2" role="group" aria-label={title}>
            {pairs.map((pair) => {
              const said = pairWords(kind, pair.id, typed[pair.id] ?? { old: '', fresh: '' }, lengths);
              const Field = pair.unit === 'mm' ? LengthField : NumberField;
              return (
                <div
                  key={pair.id}
                  className="grid grid-cols-[minmax(0,1fr)_8rem_8rem] items-end gap-3 border-b border-rule pb-2"
                >
                  <p className="text-lg leading-tight">
                    {pair.what}
                    <span className="block text-base text-soft">
                      {pair.within === null
                        ? 'told, not judged'
                        : pair.unit === 'mm'
                          ? `has to match within ${pair.within} mm`
                          : 'has to be the same'}
                      {said && <strong className="text-ink"> · {said}</strong>}
                    </span>
                  </p>
                  <Field name={`pairs.${pair.id}.old`} label="Old" unit={lengths} />
                  <Field name={`pairs.${pair.id}.fresh`} label="Goes on" unit={lengths} />
                </div>
              );
            })}
          </div>
          <div className="grid gap-3 sm:grid-cols-2">
            <SelectField
              name="source"
              label="The one that goes on is"
              options={PART_SOURCES.map((one) => [one, one] as const)}
            />
            {source !== 'new' && (
              <TextField name="fit" label="Where it is from, its condition, how it was found to fit" />
            )}
          </div>
          <PhotoField
            orderId={orderId}
            target={{ stepId, corner, occasion: 'old and new', caption: `${title}${plate}` }}
          />
          <Send wide size="tall">
            Record both parts as compared
          </Send>
        </>
      )}
    </CommandForm>
  );
}
