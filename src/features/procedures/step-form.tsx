'use client';

import { type Procedure, type Step, ENDS, PHASES, SUPPORTS } from '@/core/procedure/types';
import { CORNERS } from '@/core/corners';
import { CheckField } from '@/ui/checkbox';
import { PickMany } from '@/ui/pick-many';
import { Rows } from '@/ui/rows';
import { SelectField } from '@/ui/select';
import { AreaField, TextField } from '@/ui/text-field';
import { AxleFields } from './axle-fields';
import { JudgeFields } from './judge-fields';
import { KeptFigure } from './kept-figure';

const none = ['', 'not said'] as const;
const options = (words: readonly string[]) => [none, ...words.map((word) => [word, word] as const)];
/** What of a step is several lines: as rows, and as the file holds them. */
const toolRows = (step: Step) => (step.tools ?? []).map((one) => [one.kind, one.size ?? '', one.drive ?? '']);
const toolsFrom = (rows: readonly (readonly string[])[]): Step['tools'] =>
  rows.map(([kind, size, drive]) => ({
    kind: kind!,
    ...(size ? { size } : {}),
    ...(drive ? { drive } : {}),
  }));
const measureRows = (step: Step) => (step.measure ?? []).map((one) => [one.what, one.unit]);
/** A measure or a shot that stays is kept as it is, with the corner and whatever else it has. */
const measuresFrom = (rows: readonly (readonly string[])[], step: Step): Step['measure'] =>
  rows.map(([what, unit], index) => {
    // Of several by one name, as of both sides, the first stays the first.
    const before = rows.slice(0, index).filter(([one]) => one === what).length;
    const kept = step.measure?.filter((one) => one.what === what)[before];
    return { ...(kept ?? (step.corner ? { corner: step.corner } : {})), what: what!, unit: unit || 'mm' };
  });
const shotRows = (step: Step) => (step.photo ?? []).map((one) => [one.shot]);
const shotsFrom = (rows: readonly (readonly string[])[], step: Step): Step['photo'] =>
  rows.map(([shot]) => ({
    ...(step.photo?.find((one) => one.shot === shot) ?? (step.corner ? { corner: step.corner } : {})),
    shot: shot!,
  }));

/** Every line of its kind that stands in the procedure, each once, in the order of its letters. */
const knownRows = (draft: Procedure, rowsOf: (step: Step) => string[][]): string[][] => {
  const steps = [...draft.steps, ...draft.ways.flatMap((way) => way.in.map(({ step }) => step))];
  const all = new Map(steps.flatMap(rowsOf).map((row) => [row.join('\n'), row]));
  return [...all.values()].sort((a, b) => a.join(' ').localeCompare(b.join(' ')));
};
const single = (words: string[] | undefined) => (words ?? []).map((one) => [one]);

const TOUCHES = [
  ['opens', 'Opens', 'items'],
  ['closes', 'Closes', 'items'],
  ['loosens', 'Loosens', 'fasteners'],
  ['snugs', 'Snugs', 'fasteners'],
  ['torques', 'Torques', 'fasteners'],
] as const;
const SIGNS = [
  ['irreversible', 'Cannot be undone'],
  ['drive', 'The car is driven'],
  ['rustProne', 'Rusts fast'],
] as const;

interface Props {
  step: Step;
  /** The procedure it belongs to: its steps, items and fasteners are what this one may name. */
  draft: Procedure;
  onChange: (patch: Partial<Step>) => void;
}

/** Comes after, and does to the car: chosen from what the procedure has. */
function Touches({ step, draft, onChange }: Props) {
  const all = {
    items: draft.items.map(({ id, name }) => ({ id, words: `${name} (${id})` })),
    fasteners: draft.fasteners.map(({ id, name }) => ({ id, words: `${name} (${id})` })),
  };
  const others = draft.steps
    .filter((one) => one.id !== step.id)
    .map((one) => ({ id: one.id, words: `${one.do} (${one.id})` }));
  return (
    <>
      <PickMany
        className="col-span-2"
        name="after"
        label="After steps"
        options={others}
        value={step.after ?? []}
        onValue={(after) => onChange({ after })}
      />
      {TOUCHES.map(([name, label, what]) => (
        <PickMany
          key={name}
          name={name}
          label={label}
          options={all[what]}
          value={step[name] ?? []}
          onValue={(ids) => onChange({ [name]: ids })}
        />
      ))}
    </>
  );
}

/** What a step takes, measures and shows: a row each, picked from what the procedure has or typed. */
function Takes({ step, draft, onChange }: Props) {
  return (
    <>
      <Rows
        className="col-span-2"
        name="tools"
        label="Tools"
        one="a tool"
        columns={['tool', 'size', 'drive']}
        rows={toolRows(step)}
        known={knownRows(draft, toolRows)}
        onRows={(rows) => onChange({ tools: toolsFrom(rows) })}
      />
      <Rows
        className="col-span-2"
        name="measure"
        label="Measures"
        one="a measure"
        columns={['what is measured', 'unit']}
        rows={measureRows(step)}
        known={knownRows(draft, measureRows)}
        onRows={(rows) => onChange({ measure: measuresFrom(rows, step) })}
      />
      <JudgeFields step={step} draft={draft} onChange={onChange} />
      <Rows
        className="col-span-2"
        name="photo"
        label="Pictures"
        one="a picture"
        columns={['what it shows']}
        rows={shotRows(step)}
        onRows={(rows) => onChange({ photo: shotsFrom(rows, step) })}
      />
      <Rows
        name="parts"
        label="Parts"
        one="a part"
        columns={['part']}
        rows={single(step.parts)}
        known={knownRows(draft, (one) => single(one.parts))}
        onRows={(rows) => onChange({ parts: rows.map(([part]) => part!) })}
      />
      <Rows
        name="consumables"
        label="Used up"
        one="what is used up"
        columns={['what is used up']}
        rows={single(step.consumables)}
        known={knownRows(draft, (one) => single(one.consumables))}
        onRows={(rows) => onChange({ consumables: rows.map(([one]) => one!) })}
      />
    </>
  );
}

/** Every field of one step. */
export function StepForm({ step, draft, onChange }: Props) {
  const words = (name: 'do' | 'why' | 'caution', label: string) => (
    <AreaField
      className="col-span-2"
      name={name}
      label={label}
      value={step[name] ?? ''}
      onChange={(event) => onChange({ [name]: event.target.value })}
    />
  );
  const oneOf = (name: 'end' | 'corner' | 'sets', label: string, choices: readonly string[]) => (
    <SelectField
      name={name}
      label={label}
      value={step[name] ?? ''}
      onValue={(chosen) => onChange({ [name]: chosen || undefined })}
      options={options(choices)}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-3 *:min-w-0" key={step.id}>
      {words('do', 'What is done')}
      {words('why', 'Why')}
      {words('caution', 'Caution')}
      <SelectField
        name="phase"
        label="Phase"
        value={step.phase}
        onValue={(chosen) => onChange({ phase: chosen as Step['phase'] })}
        options={PHASES.map((phase) => [phase, phase] as const)}
      />
      <KeptFigure
        bare={false}
        mayBeEmpty
        name="minutes"
        label="Minutes"
        figure={step.minutes}
        onFigure={(minutes) => onChange({ minutes: minutes ?? 0 })}
      />
      {oneOf('end', 'End', ENDS)}
      {oneOf('corner', 'Corner', CORNERS)}
      {oneOf('sets', 'Brings its ends to', SUPPORTS)}
      <fieldset>
        <legend className="label">Is done when it stands</legend>
        <div className="flex flex-wrap gap-x-4">
          {SUPPORTS.map((support) => (
            <CheckField
              key={support}
              name={`needs.${support}`}
              label={support}
              checked={step.needs?.includes(support) ?? false}
              onChecked={(checked) =>
                onChange({
                  needs: SUPPORTS.filter((one) =>
                    one === support ? checked : (step.needs ?? []).includes(one),
                  ),
                })
              }
            />
          ))}
        </div>
      </fieldset>
      <Touches step={step} draft={draft} onChange={onChange} />
      <AxleFields step={step} onChange={onChange} />
      <Takes step={step} draft={draft} onChange={onChange} />
      <KeptFigure
        bare={false}
        mayBeEmpty
        name="helper"
        label="A helper, minutes"
        figure={step.helper ?? null}
        onFigure={(helper) => onChange({ helper: helper ?? undefined })}
      />
      <TextField
        name="share"
        label="Shared as"
        hint="steps of one name are done once"
        value={step.share ?? ''}
        onChange={(event) => onChange({ share: event.target.value || undefined })}
      />
      <div className="col-span-2 flex flex-wrap gap-x-6">
        {SIGNS.map(([name, label]) => (
          <CheckField
            key={name}
            name={name}
            label={label}
            checked={step[name] ?? false}
            onChecked={(checked) => onChange({ [name]: checked })}
          />
        ))}
      </div>
    </div>
  );
}
