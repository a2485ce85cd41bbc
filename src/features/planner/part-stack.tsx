'use client';

import { Minus, Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { attempt } from '@/core/refusal';
import { formatTape } from '@/core/calc/tape.format';
import { type TapeUnit, parseTape } from '@/core/calc/tape.parse';
import { SUSPENSIONS, type SuspensionKind } from '@/core/planner/axle-kinds';
import { type CatalogPart, asPlanPart } from '@/core/planner/find-parts';
import type { OneEnd } from '@/core/planner/measures';
import {
  PART_KIND_IDS,
  type PartGroup,
  type PartSetting,
  mayReplace,
  partKind,
} from '@/core/planner/part-kinds';
import { PART_SOURCES, type PlanPart, fitsAxle, freshPart } from '@/core/planner/plan-part';
import { hoursText, moneyText } from '@/core/units/money';
import { Button } from '@/ui/button';
import { Combobox, among } from '@/ui/combobox';
import { Sortable, inserted, moved, useLine } from '@/ui/lines';
import { notice } from '@/ui/notice';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';
import { Slider } from '@/ui/slider';

const GROUPS: [PartGroup, string][] = [
  ['height', 'Height'],
  ['travel', 'Travel'],
  ['axle', 'Axle and arms'],
  ['steering', 'Steering'],
  ['driveline', 'Driveline'],
  ['lines', 'Lines and links'],
  ['wheels', 'Wheels'],
  ['service', 'Work'],
];

/** A setting in the reader's unit: lengths as on a tape with the other unit beside, the rest plain. */
function settingText(value: number, setting: PartSetting, unit: TapeUnit): string {
  if (setting.unit === 'mm')
    return unit === 'mm' ? `${value} mm` : `${formatTape(value, 'in', 32)} · ${value} mm`;
  const words = { deg: '°', 'N/mm': ' N/mm', N: ' N', kg: ' kg', ratio: '', turns: ' turns', number: '' };
  return `${value}${words[setting.unit]}`;
}

function Setting({
  part,
  setting,
  unit,
  onChange,
}: {
  part: PlanPart;
  setting: PartSetting;
  unit: TapeUnit;
  onChange: (value: number) => void;
}) {
  const value = part.set[setting.id] ?? setting.start;
  const clamp = (next: number) =>
    onChange(Math.round(Math.min(setting.max, Math.max(setting.min, next)) * 1000) / 1000);
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-2">
      <span className="font-head text-base text-soft">{setting.label}</span>
      <output className="figure text-lg">{settingText(value, setting, unit)}</output>
      <Slider
        label={`${part.name}, ${setting.label}`}
        min={setting.min}
        max={setting.max}
        step={setting.step}
        value={value}
        onValue={clamp}
      />
      <span className="flex">
        <Button
          size="icon"
          aria-label={`${part.name}, ${setting.label}: less`}
          onClick={() => clamp(value - setting.step)}
        >
          <Minus className="size-4" aria-hidden />
        </Button>
        <Button
          size="icon"
          className="-ml-px"
          aria-label={`${part.name}, ${setting.label}: more`}
          onClick={() => clamp(value + setting.step)}
        >
          <Plus className="size-4" aria-hidden />
        </Button>
      </span>
    </div>
  );
}

/** Where a part comes from, and what comes out for it. */
function Origin({
  part,
  unit,
  onChange,
}: {
  part: PlanPart;
  unit: TapeUnit;
  onChange: (next: PlanPart) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  if (partKind(part.kind).group === 'service') return null;
  const was = part.set.was ?? 0;
  const read = (text: string): number | null => {
    if (text.trim() === '') return 0;
    const got = attempt(() => parseTape(text, unit));
    return got.ok ? got.value : null;
  };
  const bad = typed !== null && read(typed) === null;
  return (
    <details>
      <summary className="cursor-pointer text-sm text-soft">
        {part.source === 'new' || !part.source ? 'new part' : `${part.source} part`}
        {part.replaces ? `, replaces ${part.replaces}` : ''}
      </summary>
      <div className="grid grid-cols-[1fr_1.4fr_0.8fr] gap-2 py-2">
        <SelectField
          name="source"
          label="Comes"
          value={part.source ?? 'new'}
          onValue={(source) => onChange({ ...part, source: source as PlanPart['source'] })}
          options={PART_SOURCES.map((source) => [source, source] as const)}
        />
        <TextField
          name="replaces"
          label="Replaces"
          value={part.replaces ?? ''}
          onChange={(event) => onChange({ ...part, replaces: event.target.value || null })}
        />
        {mayReplace(part.kind) && (
          <label className="label">
            of, {unit}
            <input
              className="input"
              aria-invalid={bad || undefined}
              value={typed ?? (was ? formatTape(was, unit, 32).replace(/"| mm/, '') : '')}
              onChange={(event) => {
                setTyped(event.target.value);
                const mm = read(event.target.value);
                if (mm !== null) onChange({ ...part, set: { ...part.set, was: mm } });
              }}
              onBlur={() => !bad && setTyped(null)}
            />
          </label>
        )}
      </div>
      {bad && (
        <p role="alert" className="font-medium text-danger">
          “{typed}” does not read as a length.
        </p>
      )}
      {part.source && part.source !== 'new' && (
        <p className="caution mb-2 px-2 py-1 text-sm font-medium">
          Measured against the original first; no kit’s claim is assumed for it, and the lead says yes.
        </p>
      )}
    </details>
  );
}

function PartLayer({
  part,
  unit,
  currency,
  onChange,
  onRemove,
}: {
  part: PlanPart;
  unit: TapeUnit;
  currency: string;
  onChange: (next: PlanPart) => void;
  onRemove: () => void;
}) {
  const { settings, irreversible, name } = partKind(part.kind);
  const { ref, style, handle } = useLine(part.id, part.name);
  return (
    <li ref={ref} style={style} className="border-b border-rule py-2" data-part={part.kind}>
      <div className="flex items-start gap-1">
        {handle}
        <input
          className="min-h-9 w-full min-w-0 border-b border-dashed border-transparent bg-transparent font-semibold hover:border-rule focus:border-ink"
          aria-label={`Name of ${name}`}
          value={part.name}
          onChange={(event) => onChange({ ...part, name: event.target.value })}
        />
        <Button weight="plain" size="icon" aria-label={`Remove ${part.name}`} onClick={onRemove}>
          <X className="size-5" aria-hidden />
        </Button>
      </div>
      {irreversible && (
        <p className="caution my-1 px-2 py-1 text-sm font-medium">
          Cannot be undone: the lead and the customer say yes first.
        </p>
      )}
      {settings.map((setting) => (
        <Setting
          key={setting.id}
          part={part}
          setting={setting}
          unit={unit}
          onChange={(value) => onChange({ ...part, set: { ...part.set, [setting.id]: value } })}
        />
      ))}
      <Origin part={part} unit={unit} onChange={onChange} />
      <p className="text-sm text-soft">
        {part.cost > 0 ? moneyText(part.cost, currency) : 'no price'} · {hoursText(part.minutes)}
        {part.kit ? ` · ${part.kit}` : ''}
        {part.claimed == null ? '' : ` · claims ${formatTape(part.claimed, unit)}`}
        {part.rated
          ? ` · rated for ${formatTape(part.rated.least, unit)} to ${formatTape(part.rated.most, unit)}`
          : ''}
      </p>
    </li>
  );
}

interface Offered {
  id: string;
  words: string;
  group: string;
}

/** What else could go on an axle: parts of the catalog, then any of their kind with figures of its own. */
function offeredFor(catalog: CatalogPart[], kind: SuspensionKind, end: OneEnd): Offered[] {
  const known = catalog.filter((part) =>
    part.end === 'both' ? end === 'front' : part.end === end && fitsAxle(part.kind, kind, end),
  );
  const kinds = GROUPS.flatMap(([group, label]) =>
    PART_KIND_IDS.filter(
      (id) =>
        partKind(id).group === group && fitsAxle(id, kind, end) && (end === 'front' || !partKind(id).both),
    ).map((id) => ({ id, words: partKind(id).name, group: label })),
  );
  return [...known.map(({ id, name }) => ({ id, words: name, group: 'From the catalog' })), ...kinds];
}

/** The parts of one axle as layers, with what else could go on it. */
export function PartStack({
  end,
  kind,
  parts,
  catalog,
  unit,
  currency,
  change,
}: {
  end: OneEnd;
  kind: SuspensionKind;
  parts: PlanPart[];
  catalog: CatalogPart[];
  unit: TapeUnit;
  currency: string;
  change: (next: (parts: PlanPart[]) => PlanPart[]) => void;
}) {
  // Parts of both axles are shown with the front.
  const here = parts.filter((part) => part.end === end || (part.end === 'both' && end === 'front'));
  const add = (value: string) => {
    const id = crypto.randomUUID();
    const known = catalog.find((part) => part.id === value);
    if (known) change((before) => [...before, { ...asPlanPart(known), id }]);
    else change((before) => [...before, freshPart(value as PlanPart['kind'], end, id)]);
  };
  const find = useMemo(
    () => among(offeredFor(catalog, kind, end), ({ words, group }) => `${words} ${group}`, 200),
    [catalog, kind, end],
  );
  const remove = (part: PlanPart) => {
    const at = parts.indexOf(part);
    const without = (all: PlanPart[]) => all.filter((one) => one.id !== part.id);
    change(without);
    notice(`“${part.name}” is off the plan.`, () => change((now) => inserted(without(now), at, part)));
  };
  const move = (from: number, to: number) => {
    const order = moved(here, from, to);
    change((all) => {
      const next = [...order];
      return all.map((one) => (here.some(({ id }) => id === one.id) ? next.shift()! : one));
    });
  };
  return (
    <section aria-label={`Parts, ${end}`}>
      <h2 className="border-b border-ink pb-1">
        {end === 'front' ? 'Front' : 'Rear'}
        <span className="ml-2 font-body text-base font-normal text-soft">{SUSPENSIONS[kind].name}</span>
      </h2>
      <Sortable ids={here.map(({ id }) => id)} onMove={move}>
        <ul>
          {here.map((part) => (
            <PartLayer
              key={part.id}
              part={part}
              unit={unit}
              currency={currency}
              onChange={(next) => change((all) => all.map((one) => (one.id === part.id ? next : one)))}
              onRemove={() => remove(part)}
            />
          ))}
        </ul>
      </Sortable>
      <div className="mt-2">
        <Combobox<Offered>
          bare
          adds
          name={`add.${end}`}
          label={`Add a part, ${end}`}
          nothing="Add a part…"
          placeholder="Name or kind of part"
          find={find}
          idOf={({ id }) => id}
          wordsOf={({ words, group }) => (
            <>
              {words} <span className="text-sm opacity-75">{group}</span>
            </>
          )}
          value={null}
          onValue={(one) => one && add(one.id)}
        />
      </div>
    </section>
  );
}
