'use client';

import { Button } from '@/ui/button';
import { useState } from 'react';
import { answer } from '@/core/calc';
import type { TryNextAnswer, TryNextInput } from '@/core/calc/try.next';
import type { BenchTool } from '@/core/calc/bench';
import examples from '@/core/calc/examples.json';
import { type FieldShape, describeField } from '@/core/calc/field-words';
import { Answer, figure } from './bench-answer';
import { Field } from './bench-field';
import { BenchTries } from './bench-tries';
import { type Typed, asTyped, blank, readTyped } from './typed-input';

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
              className="input font-mono text-sm"
              rows={16}
              value={typeof typed === 'string' ? typed : ''}
              onChange={(event) => keep(event.target.value)}
            />
          </label>
        ) : (
          <Field shape={shape} typed={typed} path="" wrong={wrong} onChange={keep} />
        )}
        <p className="flex flex-wrap gap-3 pt-4">
          <Button onClick={() => keep(whole ? JSON.stringify(example, null, 2) : asTyped(example))}>
            Show me an example
          </Button>
          <Button weight="plain" onClick={() => keep(whole ? '' : blank(shape))}>
            Empty it
          </Button>
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
            {unread ?? (wrong!.field ? `${describeField(wrong!.field)}: ` : '')}
            {unread ? '' : wrong!.message}
          </p>
        )}
        {!got?.ok && !wrong && !unread && (
          <p className="text-soft">Fill in the figures: the answer stands here.</p>
        )}
        {got?.ok && (
          <>
            {tool.name === 'try.next' && (
              <BenchTries input={input as TryNextInput} got={got.output as TryNextAnswer} />
            )}
            {shownFirst && main && (
              <div className="border-b border-ink pb-2">
                <p className="font-head text-lg text-soft">{describeField(tool.first.split('.').at(-1)!)}</p>
                <p className="figure text-6xl leading-none" data-testid="bench-answer">
                  {main.main}
                </p>
                {main.other && <p className="figure text-2xl text-soft">{main.other}</p>}
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
