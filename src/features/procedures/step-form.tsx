'use client';

import { type Procedure, type Step, ENDS, PHASES, SUPPORTS } from '@/core/procedure/types';
import { CORNERS } from '@/core/corners';
import { CheckField } from '@/ui/checkbox';
import { PickMany } from '@/ui/pick-many';
import { SelectField } from '@/ui/select';
import { AreaField, TextField } from '@/ui/text-field';
import { KeptFigure } from './kept-figure';

const none = ['', 'not said'] as const;
const options = (words: readonly string[]) => [none, ...words.map((word) => [word, word] as const)];
const linesOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.split('|').map((part) => part.trim()))
    .filter(([first]) => first);
const commas = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);

/** What of a step is written a line each: as it is typed, and as the file holds it. */
const toolText = (step: Step) =>
  (step.tools ?? [])
    .map((tool) => [tool.kind, tool.size ?? '', tool.drive ?? ''].join(' | ').replace(/( \| )+$/, ''))
    .join('\n');
const readTools = (text: string): Step['tools'] =>
  linesOf(text).map(([kind, size, drive]) => ({
    kind: kind!,
    ...(size ? { size } : {}),
    ...(drive ? { drive } : {}),
  }));
const measureText = (step: Step) => (step.measure ?? []).map((one) => `${one.what} | ${one.unit}`).join('\n');
const readMeasures = (text: string, step: Step): Step['measure'] =>
  linesOf(text).map(([what, unit]) => ({
    what: what!,
    unit: unit || 'mm',
    ...(step.corner ? { corner: step.corner } : {}),
  }));
const photoText = (step: Step) => (step.photo ?? []).map((one) => one.shot).join('\n');
const readShots = (text: string, step: Step): Step['photo'] =>
  linesOf(text).map(([shot]) => ({ shot: shot!, ...(step.corner ? { corner: step.corner } : {}) }));

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

/** What a step takes, measures and shows, a line each. */
function Takes({ step, onChange }: Omit<Props, 'draft'>) {
  return (
    <>
      <AreaField
        name="tools"
        label="Tools: kind | size | drive, one a line"
        defaultValue={toolText(step)}
        onBlur={(event) => onChange({ tools: readTools(event.target.value) })}
      />
      <AreaField
        name="measure"
        label="Measures: what | unit, one a line"
        defaultValue={measureText(step)}
        onBlur={(event) => onChange({ measure: readMeasures(event.target.value, step) })}
      />
      <AreaField
        name="photo"
        label="Shots, one a line"
        defaultValue={photoText(step)}
        onBlur={(event) => onChange({ photo: readShots(event.target.value, step) })}
      />
      <div className="grid content-start gap-3">
        <TextField
          name="parts"
          label="Parts"
          hint="with commas"
          defaultValue={(step.parts ?? []).join(', ')}
          onBlur={(event) => onChange({ parts: commas(event.target.value) })}
        />
        <TextField
          name="consumables"
          label="Consumables"
          hint="with commas"
          defaultValue={(step.consumables ?? []).join(', ')}
          onBlur={(event) => onChange({ consumables: commas(event.target.value) })}
        />
      </div>
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
    <div className="grid grid-cols-2 gap-3" key={step.id}>
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
      <Takes step={step} onChange={onChange} />
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
