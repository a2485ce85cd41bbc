'use client';

import { useState } from 'react';
import { answer } from '@/core/calc';
import { type FieldShape, fieldWords, unitOfField } from '@/core/calc/field-words';
import examples from '@/core/calc/examples.json';
import type { BenchTool } from '@/core/calc/bench';
import { formatTape } from '@/core/calc/tape.format';

/** What was typed, in the shape of the input; everything is text until it is read. */
type Typed = string | boolean | Typed[] | { [key: string]: Typed };
type Tree = { [key: string]: Typed };

/** What was typed as the calculator takes it; lengths may be written as on a tape. Empty fields are left out. */
function readTyped(typed: Typed | undefined, shape: FieldShape): unknown {
  if (shape.kind === 'group' || shape.kind === 'variants') {
    const tree = (typed ?? {}) as Tree;
    const kind = shape.kind === 'variants' ? String(tree[shape.by] || Object.keys(shape.variants)[0]) : null;
    const fields = shape.kind === 'variants' ? shape.variants[kind!]! : shape.fields;
    const entries = fields.flatMap((field) => {
      const value = readTyped(tree[field.id], field);
      return value === undefined ? [] : [[field.id, value] as const];
    });
    if (!entries.length && !shape.required && shape.id !== '') return undefined;
    return { ...(kind ? { [(shape as { by: string }).by]: kind } : {}), ...Object.fromEntries(entries) };
  }
  if (shape.kind === 'list') {
    const list = Array.isArray(typed) ? typed : [];
    if (!list.length && !shape.required) return undefined;
    return list.map((one) => readTyped(one, shape.item));
  }
  if (shape.kind === 'boolean') return typed === true ? true : undefined;
  const text = typeof typed === 'string' ? typed.trim() : '';
  if (text === '') return undefined;
  if (shape.kind !== 'number') return text;
  if (shape.unit === 'mm' && /["'/]|in|ft|cm| m$|mm/.test(text)) {
    const minus = /^[-−]/.test(text);
    const read = answer('tape.parse', { text: text.replace(/^[-−]/, ''), unit: 'mm' });
    if (read.ok) return (minus ? -1 : 1) * (read.output as { mm: number }).mm;
  }
  const value = Number(text.replace(',', '.').replace('−', '-'));
  return Number.isFinite(value) ? value : text;
}

/** An example, or what was kept, as typed text. */
function asTyped(value: unknown): Typed {
  if (Array.isArray(value)) return value.map(asTyped);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, asTyped(one)]));
  return typeof value === 'boolean' ? value : String(value);
}

function blank(shape: FieldShape): Typed {
  if (shape.kind === 'list') return shape.required ? [blank(shape.item)] : [];
  if (shape.kind === 'group')
    return Object.fromEntries(shape.fields.map((field) => [field.id, blank(field)]));
  if (shape.kind === 'variants') return { [shape.by]: Object.keys(shape.variants)[0]! };
  return shape.kind === 'choice' && shape.required ? shape.choices[0]! : '';
}

function Field({
  shape,
  typed,
  path,
  wrong,
  onChange,
}: {
  shape: FieldShape;
  typed: Typed | undefined;
  path: string;
  wrong: { field: string; message: string } | null;
  onChange: (next: Typed) => void;
}) {
  const mine = wrong?.field === path;
  const label = `${fieldWords(shape.id)}${shape.required || shape.kind === 'boolean' ? '' : ' (if known)'}`;
  if (shape.kind === 'group' || shape.kind === 'variants') {
    const tree = (typed ?? {}) as Tree;
    const kind = shape.kind === 'variants' ? String(tree[shape.by] || Object.keys(shape.variants)[0]) : null;
    const fields = shape.kind === 'variants' ? shape.variants[kind!]! : shape.fields;
    const body = (
      <div className="grid grid-cols-2 gap-x-3 gap-y-2 sm:grid-cols-3">
        {shape.kind === 'variants' && (
          <label className="label col-span-full block">
            kind
            <select
              className="input"
              value={kind!}
              onChange={(event) => onChange({ ...tree, [shape.by]: event.target.value })}
            >
              {Object.keys(shape.variants).map((one) => (
                <option key={one} value={one}>
                  {fieldWords(one)}
                </option>
              ))}
            </select>
          </label>
        )}
        {fields.map((field) => (
          <Field
            key={field.id}
            shape={field}
            typed={tree[field.id]}
            path={path ? `${path}.${field.id}` : field.id}
            wrong={wrong}
            onChange={(next) => onChange({ ...tree, [field.id]: next })}
          />
        ))}
      </div>
    );
    if (shape.id === '') return body;
    return (
      <fieldset className="col-span-full border-l-2 border-rule pl-3">
        <legend className="font-head text-[1.1rem] font-medium">{label}</legend>
        {body}
      </fieldset>
    );
  }
  if (shape.kind === 'list') {
    const list = Array.isArray(typed) ? typed : [];
    return (
      <fieldset className="col-span-full border-l-2 border-rule pl-3">
        <legend className="font-head text-[1.1rem] font-medium">{label}</legend>
        {list.map((one, index) => (
          <div key={index} className="flex items-end gap-2 border-b border-rule py-2">
            <div className="min-w-0 flex-1">
              <Field
                shape={{
                  ...shape.item,
                  id: shape.item.kind === 'group' || shape.item.kind === 'variants' ? '' : shape.id,
                }}
                typed={one}
                path={`${path}[${index}]`}
                wrong={wrong}
                onChange={(next) => onChange(list.map((other, at) => (at === index ? next : other)))}
              />
            </div>
            <button
              type="button"
              className="btn btn-plain"
              aria-label={`Take out ${fieldWords(shape.id)} ${index + 1}`}
              onClick={() => onChange(list.filter((_, at) => at !== index))}
            >
              Take out
            </button>
          </div>
        ))}
        <button type="button" className="btn mt-2" onClick={() => onChange([...list, blank(shape.item)])}>
          Another
        </button>
      </fieldset>
    );
  }
  if (shape.kind === 'boolean')
    return (
      <label className="flex min-h-11 items-center gap-2 self-end">
        <input
          type="checkbox"
          className="size-6 accent-[var(--ink)]"
          checked={typed === true}
          onChange={(event) => onChange(event.target.checked)}
        />
        {label}
      </label>
    );
  if (shape.kind === 'choice')
    return (
      <label className="label block">
        {label}
        <select
          className="input"
          value={typeof typed === 'string' && typed !== '' ? typed : shape.required ? shape.choices[0] : ''}
          onChange={(event) => onChange(event.target.value)}
        >
          {!shape.required && <option value="">as usual</option>}
          {shape.choices.map((choice) => (
            <option key={choice} value={choice}>
              {fieldWords(choice)}
            </option>
          ))}
        </select>
      </label>
    );
  const id = `bench-${path}`;
  return (
    <div>
      <label htmlFor={id} className="label block">
        {label}
        {shape.unit && <span className="text-soft">, {shape.unit}</span>}
      </label>
      <input
        id={id}
        className="input"
        inputMode={shape.kind === 'number' ? 'decimal' : undefined}
        autoComplete="off"
        aria-invalid={mine || undefined}
        value={typeof typed === 'string' ? typed : ''}
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}

const OUT_UNITS: Record<string, string> = {
  nm: 'N·m',
  lbft: 'lbf·ft',
  lbin: 'lbf·in',
  kgfm: 'kgf·m',
  deg: '°',
  arcmin: '′',
  in: 'in',
  mm: 'mm',
  height: 'mm',
  force: 'N',
  stressArea: 'mm²',
  clamp: 'N',
  typical: 'N·m',
  low: 'N·m',
  high: 'N·m',
  setting: '',
  deviationPct: '%',
  rateBefore: 'N/mm',
  rateAfter: 'N/mm',
  p50: 'min',
  p80: 'min',
  before: '',
  after: '',
  factor: '',
  turns: 'turns',
  threadsBeyondNut: 'threads',
  rim: 'in',
  frontToeTotal: '°',
  rearToeTotal: '°',
  trueSpeed: '',
  effectiveRatio: '',
  restoringRatio: '',
  ratio: '',
  dueOdometer: '',
  error: '',
  cost: '',
  minutes: 'min',
  left: '',
  load: '',
  available: '°',
  camberChange: '°',
  casterAfter: '°',
  casterChange: '°',
  value: '',
};

/** Small figures keep three places, larger ones two: nobody reads a tape finer. */
const plain = (value: number) =>
  String(Math.abs(value) < 1 ? Math.round(value * 1000) / 1000 : Math.round(value * 100) / 100);

/** A figure with its unit, lengths in both. */
function figure(key: string, value: unknown, tool: string): { main: string; other: string } {
  if (value === null) return { main: 'none', other: '' };
  if (typeof value === 'boolean') return { main: value ? 'yes' : 'no', other: '' };
  if (typeof value !== 'number') return { main: String(value), other: '' };
  const angle = tool === 'link.angle' && (key === 'before' || key === 'after');
  const load = tool === 'load.left' && (key === 'load' || key === 'left');
  const unit = angle
    ? '°'
    : load
      ? 'kg'
      : tool === 'camber.adjust' && key === 'left'
        ? '°'
        : (OUT_UNITS[key] ?? unitOfField(key));
  if (unit === 'mm') return { main: `${plain(value)} mm`, other: formatTape(value, 'in', 32) };
  return {
    main: `${plain(value)}${unit === '°' || unit === '%' ? unit : unit ? ` ${unit}` : ''}`,
    other: '',
  };
}

function Answer({ value, name, tool }: { value: unknown; name: string; tool: string }) {
  if (Array.isArray(value))
    return (
      <div className="border-l-2 border-rule pl-3">
        <p className="font-head text-soft">{fieldWords(name)}</p>
        {value.length === 0 && <p>none</p>}
        {value.map((one, index) => (
          <div key={index} className="flex flex-wrap gap-x-5 border-b border-rule py-1">
            {one !== null && typeof one === 'object' ? (
              Object.entries(one).map(([key, inner]) => (
                <span key={key}>
                  <span className="text-soft">{fieldWords(key)} </span>
                  <span className="figure">
                    {Array.isArray(inner) ? inner.join(', ') : figure(key, inner, tool).main}
                  </span>
                </span>
              ))
            ) : (
              <span className="figure">{figure(name, one, tool).main}</span>
            )}
          </div>
        ))}
      </div>
    );
  if (value !== null && typeof value === 'object')
    return (
      <div className="border-l-2 border-rule pl-3">
        <p className="font-head text-soft">{fieldWords(name)}</p>
        {Object.entries(value).map(([key, inner]) => (
          <Answer
            key={key}
            value={inner}
            name={['LF', 'RF', 'LR', 'RR'].includes(key) ? key : key}
            tool={tool}
          />
        ))}
      </div>
    );
  const { main, other } = figure(name, value, tool);
  return (
    <p className="flex items-baseline justify-between gap-4 border-b border-rule py-1.5">
      <span>{fieldWords(name)}</span>
      <span className="text-right">
        <span className="figure text-[1.25rem]">{main}</span>
        {other && <span className="ml-3 text-soft">{other}</span>}
      </span>
    </p>
  );
}

const at = (value: unknown, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((inner, key) => (inner as Record<string, unknown> | undefined)?.[key], value);

/** One calculator alone: what goes in is kept on this device, the answer stands large beside it at once. */
export function BenchToolPage({
  tool,
  shape,
  summary,
  principle,
}: {
  tool: BenchTool;
  /** Its input as the schema has it; only the server can read a schema. */
  shape: FieldShape;
  summary: string;
  principle: string;
}) {
  const whole = tool.name === 'procedure.check';
  const kept = `wl-bench-${tool.name}`;
  const example = (examples as Record<string, unknown>)[tool.name];
  const [typed, setTyped] = useState<Typed>(() => {
    if (typeof window === 'undefined') return blank(shape);
    try {
      return (JSON.parse(localStorage.getItem(kept) ?? 'null') as Typed | null) ?? blank(shape);
    } catch {
      return blank(shape);
    }
  });
  const [touched, setTouched] = useState(false);
  const keep = (next: Typed) => {
    setTyped(next);
    setTouched(true);
    localStorage.setItem(kept, JSON.stringify(next));
  };
  let input: unknown = null;
  let unread: string | null = null;
  if (whole) {
    try {
      input = JSON.parse(typeof typed === 'string' ? typed : '{}');
    } catch {
      unread = 'This is not JSON yet.';
    }
  } else input = readTyped(typed, shape);
  const got = unread ? null : answer(tool.name, input);
  const wrong = got && !got.ok && touched ? got.error : null;
  const main = got?.ok ? figure(tool.first.split('.').at(-1)!, at(got.output, tool.first), tool.name) : null;
  const shownFirst = got?.ok && typeof at(got.output, tool.first) !== 'object';
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <section>
        {whole ? (
          <label className="label block">
            The procedure, as JSON
            <textarea
              className="input font-mono text-[0.9rem]"
              rows={16}
              value={typeof typed === 'string' ? typed : ''}
              onChange={(event) => keep(event.target.value)}
            />
          </label>
        ) : (
          <Field shape={shape} typed={typed} path="" wrong={wrong} onChange={keep} />
        )}
        <p className="flex flex-wrap gap-3 pt-4">
          <button
            type="button"
            className="btn"
            onClick={() => keep(whole ? JSON.stringify(example, null, 2) : asTyped(example))}
          >
            Show me an example
          </button>
          <button type="button" className="btn btn-plain" onClick={() => keep(whole ? '' : blank(shape))}>
            Empty it
          </button>
        </p>
        <p className="pt-3 text-soft">
          {summary} {principle} Lengths may be typed as on a tape:{' '}
          <span className="whitespace-nowrap">1 3/16&quot;</span>, 30 mm.
        </p>
      </section>
      <section
        aria-live="polite"
        className="border-t-2 border-ink pt-3 lg:border-t-0 lg:border-l-2 lg:pt-0 lg:pl-6"
      >
        {(wrong || unread) && (
          <p role="alert" className="hatch px-3 py-2 font-medium">
            {unread ?? (wrong!.field ? `${fieldWords(wrong!.field)}: ` : '')}
            {unread ? '' : wrong!.message}
          </p>
        )}
        {!got?.ok && !wrong && !unread && (
          <p className="text-soft">Fill in the figures: the answer stands here.</p>
        )}
        {got?.ok && (
          <>
            {shownFirst && main && (
              <div className="border-b border-ink pb-2">
                <p className="font-head text-[1.1rem] text-soft">
                  {fieldWords(tool.first.split('.').at(-1)!)}
                </p>
                <p className="figure text-[3rem] leading-none" data-testid="bench-answer">
                  {main.main}
                </p>
                {main.other && <p className="figure text-[1.5rem] text-soft">{main.other}</p>}
              </div>
            )}
            {Object.entries(got.output as object)
              .filter(([key]) => !shownFirst || key !== tool.first)
              .map(([key, value]) => (
                <Answer key={key} value={value} name={key} tool={tool.name} />
              ))}
          </>
        )}
      </section>
    </div>
  );
}
