import type { Metadata } from 'next';
import { PrintButton } from '@/features/torque/print-button';
import { Link } from '@/ui/link';
import { SignBoxes } from '@/ui/sign-boxes';
import { titleOfProcedure, titleOfSource } from '@/core/procedure/engine';
import { isJob, openHolds, planAnswer } from '@/core/ledger/order-state';
import { OpenList } from '@/features/orders/open-list';
import { openLines } from '@/features/orders/open-lines';
import { StartForm } from '@/features/work/start-form';
import { StepList } from '@/features/work/step-list';
import { fitsCar, suggestedFor, usualFor } from '@/core/planner/procedures-for';
import { db } from '@/server/database';
import { procedures } from '@/server/procedures';
import { crewNames, orderPage } from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Work' };

export default async function WorkPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle } = file;
  if (state.document && state.run) {
    return (
      <div className="grid gap-x-9 lg:grid-cols-[minmax(0,1fr)_320px]">
        <div>
          <p className="mb-4 text-soft">
            {state.document.sources.map(titleOfSource).join(' and ')}, as one run of{' '}
            {state.document.steps.length} steps.
          </p>
          <p className="no-print mb-4">
            <PrintButton words="Print the job sheet" />{' '}
            <Link className="btn" href={`/orders/${file.id}/trial`}>
              A stance on trial
            </Link>
          </p>
          <StepList
            document={state.document}
            run={state.run}
            people={file.people}
            timeZone={file.shop.timeZone}
          />
          <SignBoxes words={['Worked by', 'Checked by somebody else', 'Lead, date']} />
        </div>
        <OpenList open={openLines(state.document, state.run)} />
      </div>
    );
  }
  if (isJob(state) && planAnswer(state)?.data.yes !== true) {
    return (
      <p className="py-8 text-lg">
        The work starts when the customer has said yes to the plan.{' '}
        <Link className="underline" href={`/orders/${file.id}/plan`}>
          To the plan
        </Link>
        .
      </p>
    );
  }
  const hold = openHolds(state)[0];
  if (hold) {
    return (
      <p className="hatch max-w-3xl px-4 py-3 text-lg font-medium">
        It is on hold: {hold.entry.data.reason}. The car stays whole.{' '}
        <Link className="underline" href={`/orders/${file.id}/parts`}>
          To the parts
        </Link>
      </p>
    );
  }
  const [known, { leads }] = await Promise.all([procedures(db()), crewNames()]);
  const plan = state.plans.at(-1)?.data;
  const offered = known.map(({ procedure, version }) => {
    const { fits } = procedure;
    const visit = procedure.id.startsWith('visit-');
    const fit = fitsCar(fits, vehicle);
    const planned = Boolean((fits.front && plan?.front) || (fits.rear && plan?.rear));
    return {
      id: procedure.id,
      title: titleOfProcedure(procedure),
      summary: procedure.summary,
      steps: procedure.steps.length,
      minutes: procedure.steps.reduce((sum, step) => sum + step.minutes, 0),
      version,
      fits: fit && (isJob(state) ? !visit : visit),
      suggested: isJob(state)
        ? fit && planned && usualFor(procedure, plan?.parts ?? [])
        : procedure.id === `visit-${file.kind}`,
      possible: isJob(state) && fit && planned && suggestedFor(procedure, plan?.parts ?? []),
      ways: procedure.ways.map(({ id, choice, title }) => ({ id, choice, title })),
    };
  });
  const none = isJob(state) && !offered.some((one) => one.suggested || one.possible);
  const car = new URLSearchParams({ front: vehicle.frontSuspension, rear: vehicle.rearSuspension });
  return (
    <>
      {none && (
        <p className="caution mb-4 max-w-4xl px-4 py-2 font-medium">
          No procedure here fits this plan.{' '}
          <Link className="underline" href={`/procedures/draft?${car}`}>
            Draft one from the car
          </Link>
          : a lead works it the first time.
        </p>
      )}
      <StartForm orderId={file.id} procedures={offered} leads={leads} />
    </>
  );
}
