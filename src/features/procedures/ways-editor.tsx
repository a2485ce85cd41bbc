'use client';

import type { Procedure, Step, Variant } from '@/core/procedure/types';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { Sortable, UpDown, inserted, moved, useLine } from '@/ui/lines';
import { notice } from '@/ui/notice';
import { PickMany } from '@/ui/pick-many';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/text-field';
import { type ProcedureDraft, newStep, pruned } from './procedure-draft';
import { StepForm } from './step-form';

type Inserted = Variant['in'][number];
/** What changes of a way: the same whatever it is by then, or worked out from that. */
type Change = Partial<Variant> | ((now: Variant) => Partial<Variant>);

/** What steps of the way may name: the procedure's own things and those the way brings along. */
const withWay = (draft: Procedure, way: Variant): Procedure => ({
  ...draft,
  steps: [...draft.steps, ...way.in.map(({ step }) => step)],
  items: [...draft.items, ...(way.items ?? [])],
  fasteners: [...draft.fasteners, ...(way.fasteners ?? [])],
});

/** A step the way puts in, and where. */
function InsertedStep({
  one: { after, step },
  at,
  count,
  all,
  onChange,
  onMove,
  onRemove,
}: {
  one: Inserted;
  at: number;
  count: number;
  all: Procedure;
  onChange: (next: Inserted) => void;
  onMove: (from: number, to: number) => void;
  onRemove: () => void;
}) {
  const { ref, style, handle } = useLine(step.id, `“${step.do}”`);
  const befores = all.steps.filter((other) => other.id !== step.id);
  return (
    <li ref={ref} style={style} className="border-b border-rule">
      <div className="flex items-start gap-1">
        {handle}
        <Fold title={step.do} className="min-w-0 grow">
          <SelectField
            className="mb-3"
            name={`${step.id}.place`}
            label="Comes after"
            value={after ?? ''}
            onValue={(id) => onChange({ after: id || null, step })}
            options={[
              ['', 'nothing: it is the first'],
              ...befores.map((other) => [other.id, `${other.do} (${other.id})`] as const),
            ]}
          />
          <StepForm
            step={step}
            draft={all}
            onChange={(patch: Partial<Step>) => onChange({ after, step: pruned({ ...step, ...patch }) })}
          />
          <Button className="mt-3" onClick={onRemove}>
            Remove the step from this way
          </Button>
        </Fold>
        <UpDown at={at} count={count} label={step.do} onMove={onMove} />
      </div>
    </li>
  );
}

function Way({
  way,
  draft,
  problems,
  onChange,
  onRemove,
}: {
  way: Variant;
  draft: Procedure;
  problems: number;
  onChange: (change: Change) => void;
  onRemove: () => void;
}) {
  const all = withWay(draft, way);
  const move = (from: number, to: number) => onChange({ in: moved(way.in, from, to) });
  const take = (at: number) => {
    const taken = way.in[at]!;
    onChange({ in: way.in.filter((one) => one !== taken) });
    notice(`“${taken.step.do}” is out of this way.`, () =>
      onChange((now) => ({ in: inserted(now.in, at, taken) })),
    );
  };
  return (
    <section className="border-t border-ink pt-2" aria-label={way.title}>
      <div className="flex items-baseline justify-between gap-3">
        <h3>{way.title}</h3>
        <span className={problems ? 'hatch-word px-2 font-semibold' : 'text-soft'}>
          {problems ? `${problems} problems with it` : 'clean with it'}
        </span>
      </div>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <TextField
          name={`${way.id}.choice`}
          label="The choice it belongs to"
          value={way.choice}
          onChange={(event) => onChange({ choice: event.target.value })}
        />
        <TextField
          name={`${way.id}.title`}
          label="Its name"
          value={way.title}
          onChange={(event) => onChange({ title: event.target.value })}
        />
        <PickMany
          className="col-span-2"
          name={`${way.id}.out`}
          label="Steps it takes out"
          options={draft.steps.map(({ id, do: words }) => ({ id, words: `${words} (${id})` }))}
          value={way.out}
          onValue={(out) => onChange({ out })}
        />
      </div>
      <h4 className="label pt-3">Steps it puts in</h4>
      <Sortable ids={way.in.map(({ step }) => step.id)} onMove={move}>
        <ol aria-label={`Steps of ${way.title}`}>
          {way.in.map((one, at) => (
            <InsertedStep
              key={one.step.id}
              one={one}
              at={at}
              count={way.in.length}
              all={all}
              onChange={(next) => onChange({ in: way.in.map((other, of) => (of === at ? next : other)) })}
              onMove={move}
              onRemove={() => take(at)}
            />
          ))}
        </ol>
      </Sortable>
      <p className="flex gap-3 pt-2">
        <Button
          onClick={() => {
            const last = way.in[way.in.length - 1];
            const after = last?.step.id ?? draft.steps[0]?.id ?? null;
            const phase = last?.step.phase ?? draft.steps[0]?.phase ?? 'intake';
            onChange({ in: [...way.in, { after, step: newStep(draft, phase) }] });
          }}
        >
          Add a step
        </Button>
        <Button weight="plain" onClick={onRemove}>
          Remove this way
        </Button>
      </p>
    </section>
  );
}

/** How this shop differs: which steps a way takes out, and what it puts in. */
export function WaysEditor({
  draft: { draft, setDraft, everywhere },
  locked,
}: {
  draft: ProcedureDraft;
  locked: boolean;
}) {
  const setWays = (next: (ways: Variant[]) => Variant[]) =>
    setDraft((now) => ({ ...now, ways: next(now.ways) }));
  const change = (id: string, by: Change) =>
    setWays((ways) =>
      ways.map((one) => (one.id === id ? { ...one, ...(typeof by === 'function' ? by(one) : by) } : one)),
    );
  const remove = (way: Variant, at: number) => {
    setWays((ways) => ways.filter((one) => one.id !== way.id));
    notice(`“${way.title}” is out.`, () => setWays((ways) => inserted(ways, at, way)));
  };
  const add = () => {
    let count = draft.ways.length + 1;
    while (draft.ways.some((way) => way.id === `own-way-${count}`)) count += 1;
    const id = `own-way-${count}`;
    setWays((ways) => [...ways, { id, choice: 'our way', title: `Our way ${count}`, out: [], in: [] }]);
  };
  return (
    <fieldset disabled={locked} className="grid gap-6">
      {draft.ways.map((way, at) => (
        <Way
          key={way.id}
          way={way}
          draft={draft}
          problems={everywhere.find((one) => one.way === way.title)?.count ?? 0}
          onChange={(by) => change(way.id, by)}
          onRemove={() => remove(way, at)}
        />
      ))}
      <Button className="justify-self-start" onClick={add}>
        Add a way
      </Button>
    </fieldset>
  );
}
