'use client';

import { useMemo, useState } from 'react';
import { parseTape } from '@/core/calc/tape.parse';
import { attempt } from '@/core/refusal';
import { SUSPENSIONS, type SuspensionKind, suspensionsOf } from '@/core/planner/axle-kinds';
import { formatTape } from '@/core/calc/tape.format';
import { Errors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';
import { Planner } from './planner';
import type { PlanDraft, PlannerProps } from './planner-props';

const KEPT = 'wl-planner';

function keptDraft(start: PlanDraft): PlanDraft {
  if (typeof window === 'undefined') return start;
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as PlanDraft | null;
    return kept && kept.setup?.front in SUSPENSIONS && kept.setup?.rear in SUSPENSIONS ? kept : start;
  } catch {
    return start;
  }
}

function lengthOf(text: string, unit: 'in' | 'mm'): number | null {
  const read = attempt(() => parseTape(text, unit));
  return read.ok ? read.value : null;
}

/** The planner without a work order: any car, its axles chosen here, kept on this device. */
export function PlannerAlone({ props, start }: { props: PlannerProps; start: PlanDraft }) {
  const [draft, setDraft] = useState<PlanDraft>(() => keptDraft(start));
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [unread, setUnread] = useState<Record<string, string>>({});
  const keep = (next: PlanDraft) => {
    setDraft(next);
    localStorage.setItem(KEPT, JSON.stringify(next));
  };
  const setup = (end: 'front' | 'rear', kind: string) =>
    keep({
      ...draft,
      setup: { ...draft.setup, [end]: kind as SuspensionKind },
      // What went on the other kind of axle does not go on this one.
      parts: draft.parts.filter((part) => part.end !== end),
    });
  const key = `${draft.setup.front} ${draft.setup.rear} ${draft.body} ${JSON.stringify(draft.targets)} ${JSON.stringify(draft.baseline)}`;
  const text = (mm: number | null) => (mm === null ? '' : formatTape(mm, props.unit).replace(/"| mm/, ''));
  const height = (end: 'front' | 'rear', what: 'came' | 'target') => {
    const now =
      what === 'target'
        ? draft.targets[end]
        : draft.baseline && draft.baseline[end === 'front' ? 'LF' : 'LR'];
    const name = `${end}.${what}`;
    return (
      <TextField
        name={name}
        label={`${end === 'front' ? 'Front' : 'Rear'}, ${what === 'came' ? 'as it came' : 'target'}`}
        value={typed[name] ?? text(now)}
        onChange={(event) => setTyped((before) => ({ ...before, [name]: event.target.value }))}
        onBlur={(event) => {
          const written = event.target.value;
          const mm = lengthOf(written, props.unit);
          const without = (all: Record<string, string>) =>
            Object.fromEntries(Object.entries(all).filter(([one]) => one !== name));
          if (mm === null) {
            // What does not read stays as typed, and says so.
            setUnread((before) =>
              written.trim() === ''
                ? without(before)
                : { ...before, [name]: `“${written}” does not read as a length.` },
            );
            return;
          }
          setUnread(without);
          setTyped(without);
          if (what === 'target') keep({ ...draft, targets: { ...draft.targets, [end]: mm } });
          else {
            const base = draft.baseline ?? { LF: mm, RF: mm, LR: mm, RR: mm };
            keep({
              ...draft,
              baseline: end === 'front' ? { ...base, LF: mm, RF: mm } : { ...base, LR: mm, RR: mm },
            });
          }
        }}
      />
    );
  };
  const planner = useMemo(() => ({ ...props, setup: draft.setup }), [props, draft.setup]);
  return (
    <>
      <Errors errors={Object.entries(unread).map(([field, message]) => ({ field, code: 'unread', message }))}>
        <div className="mb-5 grid grid-cols-2 gap-3 border-b border-ink pb-4 lg:grid-cols-[1fr_1.3fr_1.3fr_repeat(4,0.8fr)]">
          <SelectField
            name="body"
            label="Body"
            value={draft.body}
            onValue={(chosen) => keep({ ...draft, body: chosen as PlanDraft['body'] })}
            options={[
              ['pick-up', 'pick-up'],
              ['wagon', 'wagon'],
              ['van', 'van'],
              ['cart', 'cart'],
            ]}
          />
          {(['front', 'rear'] as const).map((end) => (
            <SelectField
              key={end}
              name={`${end}.kind`}
              label={end === 'front' ? 'Front suspension' : 'Rear suspension'}
              value={draft.setup[end]}
              onValue={(chosen) => setup(end, chosen)}
              options={suspensionsOf(end)}
            />
          ))}
          {height('front', 'came')}
          {height('front', 'target')}
          {height('rear', 'came')}
          {height('rear', 'target')}
        </div>
      </Errors>
      <Planner
        key={key}
        start={draft}
        props={planner}
        onDraft={(next) => localStorage.setItem(KEPT, JSON.stringify(next))}
      />
    </>
  );
}
