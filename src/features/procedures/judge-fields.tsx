'use client';

import { figureName, measureIdOf } from '@/core/procedure/figures';
import {
  FIGURE_UNITS,
  type HeldAgainst,
  type Judgement,
  type Measure,
  type Procedure,
  type Step,
} from '@/core/procedure/types';
import { CheckField } from '@/ui/checkbox';
import { Fold } from '@/ui/fold';
import { NumberField } from '@/ui/figure-fields';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';

const AGAINST = [
  ['', 'nothing'],
  ['twin', 'its twin on the other side'],
  ['before', 'an earlier figure'],
  ['plan', 'the plan’s figure'],
  ['sheet', 'a value of the kit’s sheet'],
] as const;
type Against = (typeof AGAINST)[number][0];

const LIMITS = [
  ['within', 'Within, either way'],
  ['least', 'At least'],
  ['most', 'At most'],
  ['changeLeast', 'Change, at least'],
  ['changeMost', 'Change, at most'],
] as const satisfies readonly (readonly [keyof Judgement, string])[];

const withLimit = (judge: Judgement | undefined, key: keyof Judgement, value: number | null) => {
  const next = { ...judge, [key]: value ?? undefined };
  const set = Object.fromEntries(Object.entries(next).filter(([, one]) => one !== undefined));
  return Object.keys(set).length ? set : undefined;
};

/** How one figure is judged as it is read: what it is held against, its limits, and what to do beyond them. */
function OneMeasure({
  measure,
  name,
  refs,
  onChange,
}: {
  measure: Measure;
  name: string;
  /** Figures of the procedure that it may be held against, by `STEP.MEASURE`. */
  refs: readonly (readonly [string, string])[];
  onChange: (measure: Measure) => void;
}) {
  const [kind, ref] = (measure.from ? Object.entries(measure.from)[0]! : ['', '']) as [Against, string];
  const hold = (next: Against, to: string) =>
    onChange({ ...measure, from: next === '' || !to ? undefined : ({ [next]: to } as HeldAgainst) });
  return (
    <fieldset className="grid grid-cols-2 gap-3 border-b border-rule py-2 lg:grid-cols-4">
      <legend className="label first-letter:uppercase">{figureName(measure)}</legend>
      <SelectField
        name={`${name}.kind`}
        label="Held against"
        options={AGAINST}
        value={kind}
        onValue={(next) =>
          hold(next as Against, ['twin', 'before'].includes(next) ? (refs[0]?.[0] ?? '') : 'name it')
        }
      />
      {(kind === 'twin' || kind === 'before') && (
        <SelectField
          name={`${name}.ref`}
          label="Which"
          options={refs}
          value={ref}
          onValue={(to) => hold(kind, to)}
        />
      )}
      {(kind === 'plan' || kind === 'sheet') && (
        <TextField
          name={`${name}.ref`}
          label={kind === 'plan' ? 'Name of the plan’s figure' : 'Name of the value'}
          value={ref}
          onChange={(event) => hold(kind, event.target.value)}
        />
      )}
      {LIMITS.filter(([key]) => kind !== '' || key === 'least' || key === 'most').map(([key, label]) => (
        <NumberField
          key={key}
          name={`${name}.${key}`}
          label={label}
          value={measure.judge?.[key] ?? null}
          onValue={(value) => {
            if (value === null || typeof value === 'number')
              onChange({ ...measure, judge: withLimit(measure.judge, key, value) });
          }}
        />
      ))}
      {(['low', 'high'] as const).map((side) => (
        <TextField
          key={side}
          className="col-span-2"
          name={`${name}.${side}`}
          label={side === 'low' ? 'Too little: what to do' : 'Too much: what to do'}
          value={measure[side] ?? ''}
          onChange={(event) => onChange({ ...measure, [side]: event.target.value || undefined })}
        />
      ))}
      <CheckField
        name={`${name}.handoff`}
        label="Printed on the handoff"
        checked={measure.handoff ?? false}
        onChecked={(checked) => onChange({ ...measure, handoff: checked || undefined })}
      />
    </fieldset>
  );
}

/** The figures of a step and how each is judged; lines of text are not. */
export function JudgeFields({
  step,
  draft,
  onChange,
}: {
  step: Step;
  draft: Procedure;
  onChange: (change: Partial<Step>) => void;
}) {
  const own = step.measure ?? [];
  const figures = own.filter(({ unit }) => unit !== 'word' && FIGURE_UNITS.some((known) => known === unit));
  if (!figures.length) return null;
  const refs = [...draft.steps, ...draft.ways.flatMap((way) => way.in.map((one) => one.step))].flatMap(
    (one) =>
      (one.measure ?? []).map(
        (measure, index) =>
          [`${one.id}.${measureIdOf(measure, index)}`, `${one.id}: ${figureName(measure)}`] as const,
      ),
  );
  return (
    <Fold title="How its figures are judged" className="col-span-2">
      {figures.map((measure) => {
        const at = own.indexOf(measure);
        const id = `${step.id}.${measureIdOf(measure, at)}`;
        return (
          <OneMeasure
            key={at}
            measure={measure}
            name={`measure[${at}]`}
            refs={refs.filter(([ref]) => ref !== id)}
            onChange={(next) =>
              onChange({
                // What is named by others has a name of its own.
                measure: own.map((one, index) =>
                  index === at ? { ...next, id: next.id ?? measureIdOf(next, at) } : one,
                ),
              })
            }
          />
        );
      })}
    </Fold>
  );
}
