import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { type HandoffBlocker, mayBeDeferred } from '@/core/ledger/closing';
import { type Alone, whoMayCheck } from '@/core/practice/alone';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { fastenerOf } from '@/core/procedure/engine';
import { shopMoment } from '@/core/units/shop-time';
import { LeadReason } from '@/features/answers/lead-reason';
import { smallParts } from '@/core/procedure/small-parts';
import { SmallParts } from '@/features/work/small-parts';
import { AnswerWatch } from '@/features/handoff/answer-watch';
import { CloseVisit } from '@/features/handoff/close-visit';
import { WAY_TO, holeGroups } from '@/features/handoff/hole-groups';
import { LiftHole } from '@/features/handoff/lift-hole';
import { PacketPage } from '@/features/handoff/packet-page';
import { HandOn } from '@/features/messages/hand-on';
import { SendLink } from '@/features/handoff/send-link';
import { SignForm } from '@/features/handoff/sign-form';
import { StageForm } from '@/features/handoff/stage-form';
import { UseChoice } from '@/features/handoff/use-choice';
import { SecondCheck } from '@/features/torque/second-check';
import { PrintButton } from '@/features/torque/print-button';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { packetToShow } from '@/server/documents/handoff-pdf';
import { blockersOnTheCar } from '@/server/handoff-ready';
import { linkOfOrder } from '@/server/links/links';
import { TellCorrection } from '@/features/handoff/tell-correction';
import { correctionToTell } from '@/server/queries/correction';
import { carriersNow, channelFor } from '@/server/messages/carriers';
import type { OrderFile } from '@/server/queries/order';
import { crewNames, orderPage } from '@/server/queries/page-data';
import { whoMayAlone } from '@/server/queries/skills';
import { Fold } from '@/ui/fold';
import type { PinPerson } from '@/ui/pin-fields';
import { SignBoxes } from '@/ui/sign-boxes';

const hrefOf = (file: OrderFile, page: HandoffBlocker['page']) =>
  page === 'work' || page === 'bay' ? `/bay/${file.id}` : `/orders/${file.id}/${page}`;

function Hole({
  file,
  hole,
  leads,
  people,
  alone,
}: {
  file: OrderFile;
  hole: HandoffBlocker;
  leads: PinPerson[];
  people: PinPerson[];
  alone: Alone;
}) {
  const { document, run } = file.state;
  const owed = hole.code === 'second-check' && document ? fastenerOf(document, hole.ref) : null;
  // Where there is somebody else, nobody lifts a check: it is given.
  const mayLift = hole.rule !== null && (hole.rule !== 'second-check' || people.length < 2);
  return (
    <li className="border-b border-rule py-2">
      <p className="font-medium">{hole.text}</p>
      <p className="flex flex-wrap items-center gap-2 pt-1">
        {hole.code === 'watch' ? (
          <AnswerWatch orderId={file.id} watchId={hole.ref} words={hole.text} />
        ) : owed ? (
          <SecondCheck
            orderId={file.id}
            fastener={owed}
            people={people}
            takenBy={run!.fasteners.get(owed.id)!.takenBy}
            may={whoMayCheck(document!, owed, alone)}
            button={{}}
          />
        ) : (
          <Link className="btn" href={hrefOf(file, hole.page)}>
            {WAY_TO[hole.page]}
          </Link>
        )}
        {mayLift && (
          <LiftHole orderId={file.id} rule={hole.rule!} target={hole.ref} text={hole.text} leads={leads} />
        )}
      </p>
    </li>
  );
}

export const metadata: Metadata = { title: 'Handoff' };

export default async function HandoffPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ version?: string }>;
}) {
  const { file } = await orderPage(params);
  const { state, customer } = file;
  const [{ leads, everybody }, alone] = await Promise.all([crewNames(), whoMayAlone(db(), now())]);
  const closed = isClosed(state);
  const job = isJob(state);
  const version = Number((await searchParams).version ?? 0) || undefined;
  const [holes, packet, link, correction, carriers] = await Promise.all([
    closed ? [] : blockersOnTheCar(db(), { id: file.id, vehicleId: file.vehicle.id, state }),
    packetToShow(file.id, version),
    linkOfOrder(db(), file.id),
    correctionToTell(db(), file.id, state),
    carriersNow(db()),
  ]);
  const staged = job && !closed && !state.after.stage && holes.length > 0;
  const deferrable = staged
    ? holes.filter((hole) => hole.code !== 'watch' && mayBeDeferred(hole, state, true))
    : [];
  const channel = channelFor(customer, carriers);
  const kept = channel === 'text' ? customer.phone : channel === 'mail' ? customer.email : '';
  const reach = channel && carriers[channel] ? kept : null;
  const small =
    state.document && state.run
      ? smallParts(state.document, state.run, (id) =>
          state.torques.some(({ data }) => data.fastenerId === id && data.newHardware),
        ).filter(({ out }) => out > 0)
      : [];
  const title = state.cancelled
    ? 'Cancelled'
    : closed
      ? job
        ? 'Handed over'
        : 'Closed'
      : holes.length
        ? 'Before it leaves'
        : job
          ? 'Ready to hand over'
          : 'Ready to close';
  return (
    <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_370px] print:block">
      <aside className="no-print grid content-start gap-6 lg:order-2">
        <section>
          <h2 className="border-b border-ink pb-1">{title}</h2>
          {state.visitClosed && (
            <p className="pt-2">
              Visit closed {shopMoment(state.visitClosed.at, file.shop.timeZone)} on its evidence.
            </p>
          )}
          {holeGroups(holes).map(({ code, words, holes: group }) => {
            const lines = (
              <ul>
                {group.map((hole) => (
                  <Hole
                    key={`${hole.code} ${hole.ref}`}
                    file={file}
                    hole={hole}
                    leads={leads}
                    people={everybody}
                    alone={alone}
                  />
                ))}
              </ul>
            );
            if (words === null) return <div key={`${code} ${group[0]!.ref}`}>{lines}</div>;
            return (
              <div key={code} className="border-b border-rule py-1">
                <Fold title={words} className="">
                  {lines}
                </Fold>
                <Link className="btn mb-2" href={hrefOf(file, group[0]!.page)}>
                  {WAY_TO[group[0]!.page]}
                </Link>
              </div>
            );
          })}
          {deferrable.length > 0 && (
            <div className="mt-3">
              <StageForm
                orderId={file.id}
                left={deferrable.map((hole) => ({ id: `${hole.code} ${hole.ref}`, text: hole.text }))}
                leads={leads}
              />
            </div>
          )}
          {!closed && holes.length === 0 && (
            <div className="mt-4 grid gap-5">
              {job ? (
                <>
                  <UseChoice orderId={file.id} use={state.after.use} />
                  <SignForm orderId={file.id} customer={customer.name} />
                  <LeadReason
                    command="handoff.unsigned"
                    input={{ orderId: file.id }}
                    leads={leads}
                    button="Hand over unsigned"
                    title="Hand over unsigned"
                    intro="It stands on the handoff with the lead’s name; the reason stays in the shop’s record."
                    action="Hand it over"
                  />
                </>
              ) : (
                <CloseVisit orderId={file.id} />
              )}
            </div>
          )}
        </section>
        {small.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Counted out and in</h2>
            <SmallParts parts={small} running />
          </section>
        )}
        {job && !state.cancelled && (
          <div className="grid grid-cols-2 gap-2">
            <a
              className="btn min-h-14"
              href={`/api/orders/${file.id}/handoff${version ? `?version=${version}` : ''}`}
              target="_blank"
              rel="noreferrer"
            >
              {closed ? 'The PDF' : 'Preview PDF'}
            </a>
            <PrintButton />
            <a className="btn col-span-2" href={`/api/orders/${file.id}/order.zip`}>
              All of it, as a ZIP
            </a>
          </div>
        )}
        {state.handoffs.length > 1 && (
          <section>
            <h2 className="border-b border-ink pb-1">Versions</h2>
            <ul>
              {state.handoffs.map((entry) => (
                <li key={entry.id} className="border-b border-rule py-1.5">
                  <Link href={`/orders/${file.id}/handoff?version=${entry.data.version}`}>
                    Version {entry.data.version}
                  </Link>
                  , {shopMoment(entry.at, file.shop.timeZone)}
                  <span className="block text-soft">
                    {entry.data.correction
                      ? `after a correction: ${entry.data.correction.why}`
                      : entry.data.signatureHash
                        ? 'signed, kept as it was'
                        : 'unsigned'}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {correction && (
          <section>
            <h2 className="border-b border-ink pb-1">After the correction</h2>
            {correction.told ? (
              <p className="pt-2">
                {correction.told.state === 'sent' || correction.told.state === 'handed on'
                  ? `The customer was told of version ${correction.version}. `
                  : correction.told.state === 'by hand'
                    ? `What the customer is told of version ${correction.version} is written, not sent. `
                    : `What the customer is told of version ${correction.version} waits to go out: see Messages. `}
                {correction.told.state === 'by hand' && <HandOn messageId={correction.told.id} />}
              </p>
            ) : (
              <TellCorrection
                orderId={file.id}
                version={correction.version}
                message={correction.message}
                reach={reach}
              />
            )}
          </section>
        )}
        <SendLink
          orderId={file.id}
          reach={reach}
          link={
            link && {
              until: shopMoment(link.until, file.shop.timeZone),
              worksStill: link.worksStill,
              views: link.views.map((view) => ({
                when: shopMoment(view.at, file.shop.timeZone),
                what: view.what,
              })),
            }
          }
        />
      </aside>
      <div className="min-w-0 lg:order-1">
        <PacketPage packet={packet!} />
        {!closed && <SignBoxes words={['The customer', 'For the shop', 'Date']} />}
      </div>
    </div>
  );
}
