'use client';

import { type Procedure, type Step, ENDS, PHASES, SUPPORTS } from '@/core/procedure/types';
import { CORNERS } from '@/core/corners';
import { AreaField, TextField } from '@/ui/form';
import { CheckField } from '@/ui/checkbox';
import { SelectField } from '@/ui/select';

const list = (text: string) =>
  text
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
const none = ['', 'not said'] as const;
const options = (words: readonly string[]) => [none, ...words.map((word) => [word, word] as const)];

/** `torque wrench / 21 mm / 1/2` for each tool, one a line. */
const toolText = (step: Step) =>
  (step.tools ?? [])
    .map((tool) => [tool.kind, tool.size ?? '', tool.drive ?? ''].join(' | ').replace(/( \| )+$/, ''))
    .join('\n');
const readTools = (text: string): Step['tools'] =>
  text
    .split('\n')
    .map((line) => line.split('|').map((part) => part.trim()))
    .filter(([kind]) => kind)
    .map(([kind, size, drive]) => ({ kind: kind!, ...(size ? { size } : {}), ...(drive ? { drive } : {}) }));
const measureText = (step: Step) => (step.measure ?? []).map((one) => `${one.what} | ${one.unit}`).join('\n');
const photoText = (step: Step) => (step.photo ?? []).map((one) => one.shot).join('\n');

/** Every field of one step. Ids of items and fasteners are written as the lists name them, with commas. */
export function StepForm({
  step,
  draft,
  onChange,
}: {
  step: Step;
  draft: Procedure;
  onChange: (patch: Partial<Step>) => void;
}) {
  const ids = (name: 'after' | 'opens' | 'closes' | 'loosens' | 'snugs' | 'torques', label: string) => (
    <TextField
      key={`${step.id} ${name}`}
      name={name}
      label={label}
      list={
        name === 'after' ? 'step-ids' : name === 'opens' || name === 'closes' ? 'item-ids' : 'fastener-ids'
      }
      defaultValue={(step[name] ?? []).join(', ')}
      onBlur={(event) => onChange({ [name]: list(event.target.value) })}
    />
  );
  const oneOf = (name: 'end' | 'corner' | 'sets', label: string, words: readonly string[]) => (
    <SelectField
      name={name}
      label={label}
      value={step[name] ?? ''}
      onValue={(chosen) => onChange({ [name]: chosen || undefined })}
      options={options(words)}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-3" key={step.id}>
      <datalist id="step-ids">
        {draft.steps.map((one) => (
          <option key={one.id} value={one.id} />
        ))}
      </datalist>
      <datalist id="item-ids">
        {draft.items.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </datalist>
      <datalist id="fastener-ids">
        {draft.fasteners.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </datalist>
      <AreaField
        className="col-span-2"
        name="do"
        label="What is done"
        value={step.do}
        onChange={(event) => onChange({ do: event.target.value })}
      />
      <AreaField
        className="col-span-2"
        name="why"
        label="Why"
        value={step.why ?? ''}
        onChange={(event) => onChange({ why: event.target.value })}
      />
      <AreaField
        className="col-span-2"
        name="caution"
        label="Caution"
        value={step.caution ?? ''}
        onChange={(event) => onChange({ caution: event.target.value })}
      />
      <SelectField
        name="phase"
        label="Phase"
        value={step.phase}
        onValue={(chosen) => onChange({ phase: chosen as Step['phase'] })}
        options={PHASES.map((phase) => [phase, phase] as const)}
      />
      <TextField
        name="minutes"
        label="Minutes"
        inputMode="numeric"
        value={String(step.minutes)}
        onChange={(event) => onChange({ minutes: Number(event.target.value) || 0 })}
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
                  needs: checked
                    ? [...(step.needs ?? []), support]
                    : (step.needs ?? []).filter((one) => one !== support),
                })
              }
            />
          ))}
        </div>
      </fieldset>
      {ids('after', 'After steps')}
      {ids('opens', 'Opens')}
      {ids('closes', 'Closes')}
      {ids('loosens', 'Loosens')}
      {ids('snugs', 'Snugs')}
      {ids('torques', 'Torques')}
      <AreaField
        key={`${step.id} tools`}
        name="tools"
        label="Tools: kind | size | drive, one a line"
        defaultValue={toolText(step)}
        onBlur={(event) => onChange({ tools: readTools(event.target.value) })}
      />
      <AreaField
        key={`${step.id} measure`}
        name="measure"
        label="Measures: what | unit, one a line"
        defaultValue={measureText(step)}
        onBlur={(event) =>
          onChange({
            measure: event.target.value
              .split('\n')
              .map((line) => line.split('|').map((part) => part.trim()))
              .filter(([what]) => what)
              .map(([what, unit]) => ({
                what: what!,
                unit: unit || 'mm',
                ...(step.corner ? { corner: step.corner } : {}),
              })),
          })
        }
      />
      <AreaField
        key={`${step.id} photo`}
        name="photo"
        label="Shots, one a line"
        defaultValue={photoText(step)}
        onBlur={(event) =>
          onChange({
            photo: event.target.value
              .split('\n')
              .map((shot) => shot.trim())
              .filter(Boolean)
              .map((shot) => ({ shot, ...(step.corner ? { corner: step.corner } : {}) })),
          })
        }
      />
      <div className="grid content-start gap-3">
        <TextField
          key={`${step.id} parts`}
          name="parts"
          label="Parts"
          defaultValue={(step.parts ?? []).join(', ')}
          onBlur={(event) => onChange({ parts: list(event.target.value) })}
        />
        <TextField
          key={`${step.id} consumables`}
          name="consumables"
          label="Consumables"
          defaultValue={(step.consumables ?? []).join(', ')}
          onBlur={(event) => onChange({ consumables: list(event.target.value) })}
        />
      </div>
      <TextField
        name="helper"
        label="A helper, minutes"
        inputMode="numeric"
        value={step.helper === undefined ? '' : String(step.helper)}
        onChange={(event) => onChange({ helper: Number(event.target.value) || undefined })}
      />
      <TextField
        name="share"
        label="Shared as"
        hint="steps of one name are done once"
        value={step.share ?? ''}
        onChange={(event) => onChange({ share: event.target.value || undefined })}
      />
      <div className="col-span-2 flex flex-wrap gap-x-6">
        {(
          [
            ['irreversible', 'Cannot be undone'],
            ['drive', 'The car is driven'],
            ['rustProne', 'Rusts fast'],
          ] as const
        ).map(([name, label]) => (
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
