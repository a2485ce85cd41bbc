'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Anatomy } from '@/core/anatomy/types';
import type { Procedure } from '@/core/procedure/types';
import { CommandForm } from '@/features/transport/command-form';
import { Button } from '@/ui/button';
import { dropDraft } from '@/ui/draft';
import { LeaveGuard } from '@/ui/leave-guard';
import { notice } from '@/ui/notice';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';
import { StepForm } from './step-form';
import { FastenersTable } from './fasteners-table';
import { ItemsTable } from './items-table';
import { AnatomiesContext } from './axle-fields';
import { type ProcedureDraft, draftKey, useProcedureDraft } from './procedure-draft';
import { StepsList } from './steps-list';
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

/** Saves what was changed as the shop's next version, or under a name of its own. */
function SaveVersion({
  draft: { draft, changed },
  shipped,
  version,
  clean,
}: {
  draft: ProcedureDraft;
  shipped: Procedure;
  version: number;
  clean: boolean;
}) {
  const router = useRouter();
  return (
    <CommandForm
      command="procedure.save"
      aria-label="Save"
      className="mt-6 grid max-w-3xl grid-cols-2 gap-3 border-t-2 border-ink pt-4"
      start={{ id: draft.id, title: draft.title, note: '' }}
      input={({ id, title, note }) => ({
        procedure: { ...draft, id, title },
        basedOn: id === shipped.id ? version : 0,
        note,
      })}
      onDone={(_, { id }) => {
        dropDraft(draftKey(shipped.id, version));
        router.push(`/procedures/${id}`);
      }}
    >
      {({ id, title }) => (
        <>
          <TextField
            name="id"
            label="Saved under"
            hint={id === shipped.id ? `version ${version + 1} of it` : 'a procedure of our own'}
          />
          <TextField name="title" label="Title" />
          <TextField className="col-span-2" name="note" label="What changed, and why" />
          {!clean && (
            <p className="col-span-2">
              It can be saved as it is; a job cannot be started on it until it is clean, save for values still
              missing.
            </p>
          )}
          <Send
            className="justify-self-start px-8"
            busy="Saving…"
            disabled={!changed && id === shipped.id && title === shipped.title}
          >
            Save the version
          </Send>
        </>
      )}
    </CommandForm>
  );
}

/** A procedure to read and to edit: steps in their order, the checker at each step as it changes, saved as a version. */
export function ProcedureEditor({
  shipped,
  version,
  anatomies,
  mayEdit,
  why,
}: {
  shipped: Procedure;
  version: number;
  /** What holds what on the axles it names: it is checked on them as it changes. */
  anatomies: readonly Anatomy[];
  mayEdit: boolean;
  why: string;
}) {
  const draft = useProcedureDraft(shipped, version, anatomies);
  const { problems, everywhere } = draft;
  const [tab, setTab] = useState<Tab>('steps');
  const [chosen, setChosen] = useState(shipped.steps[0]?.id ?? '');
  const step = draft.draft.steps.find((one) => one.id === chosen);
  const elsewhere = problems.filter((problem) => problem.stepId === null);
  const unclean = everywhere.filter((one) => one.count > 0);
  return (
    <AnatomiesContext value={anatomies}>
      {draft.changed && <LeaveGuard onThrowAway={draft.throwAway} />}
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
                : 'No errors, all variants checked'}
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
        <TabPanel
          of="steps"
          className="mt-3 grid gap-x-8 *:min-w-0 lg:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]"
        >
          <StepsList draft={draft} chosen={chosen} mayEdit={mayEdit} onChoose={setChosen} />
          <fieldset disabled={!mayEdit} aria-label="The step">
            {step && (
              <>
                <div className="mb-2 flex flex-wrap items-baseline justify-between gap-3">
                  <h2>{step.id}</h2>
                  {mayEdit && (
                    <span className="flex gap-2">
                      <Button onClick={() => setChosen(draft.addStep(step.id))}>Add a step after it</Button>
                      <Button
                        onClick={() => {
                          const putBack = draft.removeStep(step.id);
                          setChosen(draft.draft.steps.find((one) => one.id !== step.id)?.id ?? '');
                          notice(`“${step.do}” is out.`, putBack);
                        }}
                      >
                        Remove it
                      </Button>
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
        <SaveVersion
          draft={draft}
          shipped={shipped}
          version={version}
          clean={!problems.length && !unclean.length}
        />
      )}
    </AnatomiesContext>
  );
}
