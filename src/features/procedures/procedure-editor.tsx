'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Procedure } from '@/core/procedure/types';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { TextField } from '@/ui/form';
import { StepForm } from './step-form';
import { FastenersTable, ItemsTable } from './things-table';
import { useDraft } from './use-draft';
import { WaysEditor } from './ways-editor';
import { Select } from '@/ui/select';
import { TabList, TabPanel, Tabs } from '@/ui/tabs';

const TABS = [
  ['steps', 'Steps'],
  ['items', 'Items'],
  ['fasteners', 'Fasteners'],
  ['ways', 'Ways'],
] as const;
type Tab = (typeof TABS)[number][0];

/** A procedure to read and to edit: steps in their order, the checker at each step as it changes, saved as a version. */
export function ProcedureEditor({
  shipped,
  version,
  mayEdit,
  why,
}: {
  shipped: Procedure;
  version: number;
  mayEdit: boolean;
  why: string;
}) {
  const router = useRouter();
  const draft = useDraft(shipped);
  const { problems, everywhere } = draft;
  const { send, busy, errors } = useCommand('procedure.save');
  const [tab, setTab] = useState<Tab>('steps');
  const [chosen, setChosen] = useState(shipped.steps[0]?.id ?? '');
  const [note, setNote] = useState('');
  const step = draft.draft.steps.find((one) => one.id === chosen);
  const at = (id: string) => problems.filter((problem) => problem.stepId === id);
  const elsewhere = problems.filter((problem) => problem.stepId === null);
  const unclean = everywhere.filter((one) => one.count > 0);
  return (
    <Errors errors={errors}>
      <Tabs value={tab} onValue={setTab}>
        <div className="sticky top-0 z-20 flex flex-wrap items-center gap-x-4 gap-y-2 border-y-2 border-ink bg-paper py-2">
          <TabList label="Parts of the procedure" tabs={TABS} />
          <span className="flex items-center gap-2">
            <span className="text-soft">Checked with</span>
            <Select
              className="w-auto"
              aria-label="Checked with"
              value={draft.ways[0] ?? ''}
              onValue={(way) => draft.setWays(way ? [way] : [])}
              options={[['', 'as it stands'], ...draft.draft.ways.map((way) => [way.id, way.title] as const)]}
            />
          </span>
          <p
            role="status"
            className={`font-semibold ${problems.length || unclean.length ? 'hatch-word px-2' : ''}`}
          >
            {problems.length
              ? `${problems.length} ${problems.length === 1 ? 'problem' : 'problems'}`
              : unclean.length
                ? `Clean here; not with ${unclean.map((one) => one.way ?? 'it as it stands').join(', ')}`
                : 'Clean, with every way'}
          </p>
          {!mayEdit && <p className="ml-auto text-soft">{why}</p>}
        </div>
        {elsewhere.length > 0 && (
          <ul className="caution mt-3 px-4 py-2">
            {elsewhere.map((problem) => (
              <li key={`${problem.code} ${problem.ref}`}>{problem.words}</li>
            ))}
          </ul>
        )}
        <TabPanel of="steps" className="mt-3 grid gap-x-8 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]">
          <ol className="lg:max-h-[36rem] lg:overflow-y-auto lg:pr-3">
            {draft.draft.steps.map((one, index) => (
              <li key={one.id} className="border-b border-rule">
                <div className="flex items-center gap-1">
                  <button
                    type="button"
                    aria-current={one.id === chosen ? 'true' : undefined}
                    className="flex min-h-11 min-w-0 flex-1 cursor-pointer items-baseline gap-3 py-1.5 text-left hover:bg-hair aria-[current=true]:bg-hair"
                    onClick={() => setChosen(one.id)}
                  >
                    <span className="w-8 shrink-0 font-head text-soft">{index + 1}</span>
                    <span className="min-w-0">
                      <span className={one.id === chosen ? 'font-semibold' : ''}>{one.do}</span>
                      <span className="ml-2 text-[0.9rem] text-soft">{one.phase}</span>
                      {at(one.id).map((problem) => (
                        <span
                          key={`${problem.code} ${problem.ref}`}
                          className="hatch-word mt-0.5 block px-1.5 font-medium"
                        >
                          {problem.words}
                        </span>
                      ))}
                    </span>
                  </button>
                  {mayEdit && (
                    <span className="flex">
                      <button
                        type="button"
                        className="btn btn-plain min-h-9 px-2"
                        aria-label={`Move “${one.do}” up`}
                        onClick={() => draft.moveStep(one.id, -1)}
                      >
                        ↑
                      </button>
                      <button
                        type="button"
                        className="btn btn-plain min-h-9 px-2"
                        aria-label={`Move “${one.do}” down`}
                        onClick={() => draft.moveStep(one.id, 1)}
                      >
                        ↓
                      </button>
                    </span>
                  )}
                </div>
              </li>
            ))}
          </ol>
          <fieldset disabled={!mayEdit} aria-label="The step">
            {step && (
              <>
                <div className="mb-2 flex flex-wrap items-baseline justify-between gap-3">
                  <h2>{step.id}</h2>
                  {mayEdit && (
                    <span className="flex gap-2">
                      <button type="button" className="btn" onClick={() => setChosen(draft.addStep(step.id))}>
                        Add a step after it
                      </button>
                      <button
                        type="button"
                        className="btn"
                        onClick={() => {
                          draft.removeStep(step.id);
                          setChosen(draft.draft.steps[0]?.id ?? '');
                        }}
                      >
                        Take it out
                      </button>
                    </span>
                  )}
                </div>
                <StepForm
                  step={step}
                  draft={draft.draft}
                  onChange={(patch) => draft.patchStep(step.id, patch)}
                />
              </>
            )}
          </fieldset>
        </TabPanel>
        <TabPanel of="items" className="mt-3">
          <ItemsTable draft={draft} locked={!mayEdit} />
        </TabPanel>
        <TabPanel of="fasteners" className="mt-3">
          <FastenersTable draft={draft} locked={!mayEdit} />
        </TabPanel>
        <TabPanel of="ways" className="mt-3">
          <WaysEditor draft={draft} locked={!mayEdit} />
        </TabPanel>
      </Tabs>
      {mayEdit && (
        <section
          className="mt-6 grid max-w-3xl grid-cols-2 gap-3 border-t-2 border-ink pt-4"
          aria-label="Save"
        >
          <TextField
            name="id"
            label="Saved under"
            hint={draft.draft.id === shipped.id ? `version ${version + 1} of it` : 'a procedure of our own'}
            value={draft.draft.id}
            onChange={(event) => draft.setDraft({ ...draft.draft, id: event.target.value })}
          />
          <TextField
            name="title"
            label="Title"
            value={draft.draft.title}
            onChange={(event) => draft.setDraft({ ...draft.draft, title: event.target.value })}
          />
          <TextField
            className="col-span-2"
            name="note"
            label="What changed, and why"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
          <div className="col-span-2">
            <FormErrors errors={errors} shown={['note']} />
            {(problems.length > 0 || unclean.length > 0) && (
              <p className="mb-2">
                It can be saved as it is; a job cannot be started on it until it is clean, save for values
                still missing.
              </p>
            )}
            <button
              type="button"
              className="btn btn-pen min-h-12 px-8"
              disabled={busy || !draft.changed}
              onClick={async () => {
                const own = draft.draft.id !== shipped.id;
                const answer = await send({
                  procedure: draft.draft,
                  basedOn: own ? 0 : version,
                  note,
                });
                if (answer) router.push(`/procedures/${draft.draft.id}`);
              }}
            >
              {busy ? 'Saving…' : 'Save the version'}
            </button>
          </div>
        </section>
      )}
    </Errors>
  );
}
