import Link from 'next/link';
import { isJob, planAnswer } from '@/core/ledger/order-state';
import { OpenList } from '@/features/orders/open-list';
import { StartForm } from '@/features/work/start-form';
import { StepList } from '@/features/work/step-list';
import { procedureLibrary } from '@/server/procedures';
import { orderPage } from '@/server/queries/page-data';

export default async function WorkPage({ params }: { params: Promise<{ id: string }> }) {
  const { file } = await orderPage(params);
  const { state, vehicle } = file;
  if (state.document && state.run) {
    return (
      <div className="grid gap-x-9 lg:grid-cols-[minmax(0,1fr)_320px]">
        <div>
          <p className="mb-4 text-soft">
            {state.document.sources.map((source) => source.title).join(' and ')}, as one run of{' '}
            {state.document.steps.length} steps.
          </p>
          <StepList
            document={state.document}
            run={state.run}
            people={file.people}
            timeZone={file.shop.timeZone}
          />
        </div>
        <OpenList document={state.document} run={state.run} />
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
  const library = await procedureLibrary();
  const offered = library.map(({ procedure }) => ({
    id: procedure.id,
    title: procedure.title,
    summary: procedure.summary,
    steps: procedure.steps.length,
    minutes: procedure.steps.reduce((sum, step) => sum + step.minutes, 0),
    fits: procedure.fits.front
      ? procedure.fits.front.includes(vehicle.frontSuspension) && Boolean(state.plans.at(-1)?.data.front)
      : Boolean(procedure.fits.rear?.includes(vehicle.rearSuspension) && state.plans.at(-1)?.data.rear),
    ways: procedure.ways.map(({ id, choice, title }) => ({ id, choice, title })),
  }));
  return (
    <section className="max-w-4xl">
      <h2 className="mb-3">Start the work</h2>
      <StartForm orderId={file.id} procedures={offered} />
    </section>
  );
}
