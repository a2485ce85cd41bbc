'use client';

import { useState } from 'react';
import { type PerCorner } from '@/core/calc/fields';
import { answer } from '@/core/calc';
import type { HeightMethod, PlanAxle, PlanData } from '@/core/ledger/entries';
import { type BodyKind } from '@/core/stance/drawing';
import {
  SUSPENSIONS,
  type SuspensionKind,
  againstTarget,
  axleMeans,
  predictedHeights,
} from '@/core/stance/plan';
import { formatTape } from '@/core/calc/tape.format';
import { useCommand } from '@/ui/commands';
import { Errors, FormErrors, TextField } from '@/ui/form';
import { HeightTable, StancePanel } from '../heights/stance-panel';

interface AxleDraft {
  use: boolean;
  name: string;
  thickness: string;
  ratio: string;
  claimed: string;
}

interface Props {
  orderId: string;
  baseline: PerCorner<number>;
  unit: 'in' | 'mm';
  method: HeightMethod;
  stance: {
    body: BodyKind;
    wheelbaseMm: number;
    tireDiameterMm: number;
    target: { front: number | null; rear: number | null };
  };
  suspension: { front: SuspensionKind; rear: SuspensionKind };
  tires: { old: number; new: number | null };
  previous: { front: PlanAxle | null; rear: PlanAxle | null } | null;
}

type End = 'front' | 'rear';
const KINDS = {
  front: { kind: 'strutSpacer', words: 'Strut-top spacer' },
  rear: { kind: 'block', words: 'Lift block' },
} as const;

function lengthOf(text: string, unit: 'in' | 'mm'): number | null {
  if (!text.trim()) return null;
  const read = answer('tape.parse', { text, unit });
  return read.ok ? (read.output as { mm: number }).mm : null;
}

function draftFrom(end: End, props: Props): AxleDraft {
  const before = props.previous?.[end];
  const part = before?.parts.find((one) => one.kind === KINDS[end].kind);
  const fits =
    end === 'front'
      ? ['strut', 'coilover'].includes(props.suspension.front)
      : props.suspension.rear === 'leaf-over';
  return {
    use: props.previous ? Boolean(before) : fits && props.stance.target[end] !== null,
    name: before?.name ?? '',
    thickness: part && 'thickness' in part ? formatTape(part.thickness, props.unit).replace(/"| mm/, '') : '',
    ratio: String(before?.springMotionRatio ?? SUSPENSIONS[props.suspension[end]].spring),
    claimed: before?.claimed == null ? '' : formatTape(before.claimed, props.unit).replace(/"| mm/, ''),
  };
}

/** The axle a draft makes, or null while its thickness does not read. */
function axleOf(end: End, draft: AxleDraft, props: Props): PlanAxle | null {
  const thickness = lengthOf(draft.thickness, props.unit);
  const ratio = Number(draft.ratio);
  if (!draft.use || thickness === null || thickness <= 0 || !(ratio > 0 && ratio <= 1.5)) return null;
  const assumed = SUSPENSIONS[props.suspension[end]];
  const part =
    end === 'front'
      ? ({ kind: 'strutSpacer', thickness } as const)
      : ({ kind: 'block', thickness, mount: 'springOverAxle' } as const);
  const tires =
    props.tires.new === null
      ? []
      : [{ kind: 'tire' as const, oldDiameter: props.tires.old, newDiameter: props.tires.new }];
  return {
    name: draft.name || `${KINDS[end].words}, ${formatTape(thickness, props.unit)}`,
    parts: [part, ...tires],
    springMotionRatio: ratio,
    damperMotionRatio: end === 'front' ? ratio : assumed.damper,
    ratiosAssumed: ratio === assumed.spring,
    claimed: lengthOf(draft.claimed, props.unit),
  };
}

function AxlePart({
  end,
  draft,
  change,
  props,
  predicted,
}: {
  end: End;
  draft: AxleDraft;
  change: (next: Partial<AxleDraft>) => void;
  props: Props;
  predicted: number | null;
}) {
  const goal = props.stance.target[end];
  const held = predicted !== null && goal !== null ? againstTarget(predicted, goal) : null;
  const assumed = SUSPENSIONS[props.suspension[end]];
  const step = (by: number) => {
    const now = lengthOf(draft.thickness, props.unit) ?? 0;
    change({ thickness: formatTape(Math.max(0, now + by), props.unit).replace(/"| mm/, '') });
  };
  const stepMm = props.unit === 'in' ? 25.4 / 8 : 1;
  return (
    <fieldset className="border-t border-ink pt-2">
      <legend className="float-left mb-2 w-full font-head text-[1.35rem] font-semibold">
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-6 accent-[var(--ink)]"
            checked={draft.use}
            onChange={(event) => change({ use: event.target.checked })}
          />
          {end === 'front' ? 'Front' : 'Rear'}: {KINDS[end].words.toLowerCase()}
        </label>
      </legend>
      {draft.use && (
        <div className="clear-both grid grid-cols-2 gap-3">
          <TextField
            className="col-span-2"
            name={`${end}.name`}
            label="Part, as on its box"
            value={draft.name}
            onChange={(event) => change({ name: event.target.value })}
            placeholder="its name, so the record can say it"
          />
          <div>
            <TextField
              name={`${end}.thickness`}
              label={end === 'front' ? 'Spacer thickness' : 'Block height'}
              value={draft.thickness}
              onChange={(event) => change({ thickness: event.target.value })}
              placeholder={props.unit === 'in' ? '1 1/4' : '30'}
            />
            <div className="mt-1 grid grid-cols-2 gap-1">
              <button
                type="button"
                className="btn"
                onClick={() => step(-stepMm)}
                aria-label={`${end} thinner`}
              >
                thinner
              </button>
              <button
                type="button"
                className="btn"
                onClick={() => step(stepMm)}
                aria-label={`${end} thicker`}
              >
                thicker
              </button>
            </div>
          </div>
          <div>
            <TextField
              name={`${end}.claimed`}
              label="The kit claims a lift of"
              value={draft.claimed}
              onChange={(event) => change({ claimed: event.target.value })}
              hint="empty when it claims none"
            />
          </div>
          {end === 'front' && (
            <TextField
              className="col-span-2"
              name={`${end}.ratio`}
              label="Damper length change for one of wheel travel"
              value={draft.ratio}
              onChange={(event) => change({ ratio: event.target.value })}
              hint={
                Number(draft.ratio) === assumed.spring
                  ? `assumed for a ${assumed.name}; measure it when you can`
                  : 'measured on this car'
              }
            />
          )}
        </div>
      )}
      <p className="clear-both pt-2 text-[1.1rem]">
        {predicted !== null && (
          <span className="font-semibold text-predicted">Predicted {formatTape(predicted, props.unit)}</span>
        )}
        {goal !== null && <span> against a target of {formatTape(goal, props.unit)}</span>}
        {held && (
          <span className={held.verdict === 'met' ? '' : 'font-semibold'}>
            :{' '}
            {held.verdict === 'met'
              ? 'meets it'
              : `${formatTape(Math.abs(held.off), props.unit)} ${held.verdict === 'high' ? 'above' : 'below'}`}
          </span>
        )}
      </p>
    </fieldset>
  );
}

/** Chooses a part for each axle and shows at once where the car would stand, beside its target. */
export function PlanForm(props: Props) {
  const { give, busy, errors } = useCommand('plan.propose');
  const [drafts, setDrafts] = useState({ front: draftFrom('front', props), rear: draftFrom('rear', props) });
  const [note, setNote] = useState('');
  const change = (end: End) => (next: Partial<AxleDraft>) =>
    setDrafts((before) => ({ ...before, [end]: { ...before[end], ...next } }));
  const axles = { front: axleOf('front', drafts.front, props), rear: axleOf('rear', drafts.rear, props) };
  const plan: PlanData = { version: 0, baselineId: '', note: '', ...axles };
  const predicted = predictedHeights(props.baseline, plan, props.method);
  const means = axleMeans(predicted);
  return (
    <form
      className="grid gap-x-9 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]"
      onSubmit={(event) => {
        event.preventDefault();
        void give({ orderId: props.orderId, ...axles, note });
      }}
    >
      <section className="min-w-0">
        <StancePanel
          stance={{
            ...props.stance,
            unit: props.unit,
            measured: props.baseline,
            predicted,
            fromFloor: props.method === 'floor',
          }}
        />
        <HeightTable
          unit={props.unit}
          rows={[
            { label: 'As it came', mm: props.baseline },
            { label: 'Predicted', mm: predicted, tone: 'predicted' },
          ]}
        />
        <p className="mt-3 text-soft">
          A prediction from this car’s own heights and the part’s thickness; not a kit maker’s figure. Springs
          settle, bushes bind: it is measured again on its wheels.
        </p>
      </section>
      <Errors errors={errors}>
        <section className="grid content-start gap-5">
          <AxlePart
            end="front"
            draft={drafts.front}
            change={change('front')}
            props={props}
            predicted={axles.front || !drafts.front.use ? means.front : null}
          />
          <AxlePart
            end="rear"
            draft={drafts.rear}
            change={change('rear')}
            props={props}
            predicted={axles.rear || !drafts.rear.use ? means.rear : null}
          />
          <TextField
            name="note"
            label="Note with the plan"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <div>
            <FormErrors errors={errors} shown={['front.name', 'rear.name']} />
            <button className="btn btn-pen min-h-14 w-full" disabled={busy || (!axles.front && !axles.rear)}>
              {busy ? 'Writing…' : props.previous ? 'Keep as a new version' : 'Keep this plan'}
            </button>
          </div>
        </section>
      </Errors>
    </form>
  );
}
