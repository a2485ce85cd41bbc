import { describeTiresAndWheels } from '@/core/ledger/wheel-compare';
import { HeightTable, StancePanel } from '@/features/heights/stance-panel';
import { heightsOfOrder } from '@/features/heights/order-heights';
import { OrderFigures } from '@/features/measuring/order-figures';
import { OpenList } from '@/features/orders/open-list';
import { CancelOrder, ChangeTargets } from '@/features/orders/undo-order';
import { WheelsOn } from '@/features/orders/wheels-on';
import { ClockButton } from '@/features/orders/clock-button';
import { PlaceControl } from '@/features/orders/place-control';
import { SUSPENSIONS } from '@/core/planner/axle-kinds';
import { openedUp } from '@/core/ledger/cancel';
import { isClosed, isJob } from '@/core/ledger/order-state';
import { kindsOfRecord } from '@/core/practice/from-record';
import { StartPractice } from '@/features/practice/start-practice';
import { shopMoment, shortDay } from '@/core/units/shop-time';
import { AnswerWatch } from '@/features/handoff/answer-watch';
import { db } from '@/server/database';
import { packetNotes } from '@/server/documents/packet-notes';
import { orderPage, placesOfShop } from '@/server/queries/page-data';
import { stageBefore, watchLines } from '@/server/queries/watch';
import { wheelSets } from '@/server/queries/wheel-sets';

export default async function OrderOverview({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer } = await orderPage(params);
  const { state, vehicle } = file;
  const intake = state.intake!.data;
  const { stance, unit, rows, verdicts, baseline } = heightsOfOrder(file);
  const agreed = state.agreements.findLast((entry) => entry.data.what === 'targets');
  const running = state.clocks.some((span) => span.personId === viewer.id && span.to === null);
  const facts = [
    ['Asked for', intake.wants],
    [
      'Targets',
      `front ${intake.targets.front ?? 'as it is'}, rear ${intake.targets.rear ?? 'as it is'}${agreed?.data.yes ? ', agreed' : ', not agreed yet'}`,
    ],
    [
      'Wears',
      state.wheels
        ? `${state.wheels.data.name}: ${describeTiresAndWheels(state.wheels.data)}`
        : `${describeTiresAndWheels(intake)}${intake.newTires ? `, to wear ${intake.newTires}` : ''}`,
    ],
    ['Carries', intake.carries || 'nothing named'],
    ['Front', SUSPENSIONS[vehicle.frontSuspension].name],
    ['Rear', SUSPENSIONS[vehicle.rearSuspension].name],
    ['Drive', vehicle.drive],
    ['Phone', file.customer.phone || 'none'],
  ];
  const [before, lines, sets] = await Promise.all([
    stageBefore(db(), file.comesBackFrom),
    watchLines(db(), vehicle.id),
    wheelSets(db(), vehicle.id),
  ]);
  const wornId = state.wheels?.data.setId ?? null;
  const toPutOn = sets.filter((set) => !set.gone && set.id !== wornId);
  const watched = lines.filter((line) => line.orderId !== file.id && line.answeredOrder !== file.id);
  return (
    <div className="grid gap-x-9 lg:grid-cols-[minmax(0,1fr)_350px]">
      <div className="min-w-0">
        {baseline ? (
          <>
            <StancePanel
              stance={{
                ...stance,
                unit,
                measured: stance.after ?? stance.before,
                before: stance.after ? stance.before : null,
              }}
            />
            <HeightTable rows={rows} unit={unit} />
            {verdicts.length > 0 && (
              <p className="mt-3 text-lg font-semibold">{verdicts.map((axle) => axle.text).join(' ')}</p>
            )}
          </>
        ) : (
          <p className="py-8 text-lg">
            {isJob(state)
              ? 'Not measured yet: heights come first, before anything is touched.'
              : 'A visit: its work is in the bay view.'}
          </p>
        )}
        <OrderFigures state={state} lengths={viewer.lengthUnit} />
      </div>
      <aside className="grid content-start gap-7 lg:border-l lg:border-rule lg:pl-7">
        {state.document && state.run && <OpenList document={state.document} run={state.run} />}
        <section>
          <h2 className="border-b border-ink pb-1">What it is here for</h2>
          <dl>
            {facts.map(([term, fact]) => (
              <div key={term} className="grid grid-cols-[6rem_1fr] gap-2 border-b border-rule py-1.5">
                <dt className="font-head text-base text-soft">{term}</dt>
                <dd>{fact}</dd>
              </div>
            ))}
          </dl>
        </section>
        {before && before.deferred.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Left by order {before.number}</h2>
            <ul>
              {before.deferred.map((one) => (
                <li key={`${one.code} ${one.ref}`} className="border-b border-rule py-1.5">
                  {one.text}
                </li>
              ))}
            </ul>
          </section>
        )}
        {watched.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Left to be watched</h2>
            <ul>
              {watched.map((line) => (
                <li key={line.watchId} className="border-b border-rule py-2">
                  <p className="font-medium">{line.words}</p>
                  <p className="flex items-center justify-between gap-3 text-soft">
                    from order {line.orderNumber}
                    {line.byDay && `, by ${shortDay(line.byDay)}`}
                    {!isClosed(state) && (
                      <AnswerWatch orderId={file.id} watchId={line.watchId} words={line.words} />
                    )}
                  </p>
                </li>
              ))}
            </ul>
          </section>
        )}
        {packetNotes(state, file.people, file.shop).map((note) => (
          <section key={note.title}>
            <h2 className="border-b border-ink pb-1">{note.title}</h2>
            <ul>
              {note.lines.map((line) => (
                <li key={line} className="border-b border-rule py-1.5">
                  {line}
                </li>
              ))}
            </ul>
          </section>
        ))}
        {!isClosed(state) && (
          <section className="grid grid-cols-2 items-end gap-3">
            <PlaceControl orderId={file.id} place={state.place} places={await placesOfShop()} />
            <ClockButton orderId={file.id} running={running} />
          </section>
        )}
        {!isClosed(state) && (
          <section className="flex flex-wrap gap-3">
            {toPutOn.length > 0 && <WheelsOn orderId={file.id} sets={toPutOn} wornId={wornId} />}
            {isJob(state) && !state.run && <ChangeTargets orderId={file.id} targets={intake.targets} />}
            {openedUp(state) === null && <CancelOrder orderId={file.id} number={file.number} />}
          </section>
        )}
        {isClosed(state) && state.document?.sources[0] && (
          <section>
            <StartPractice
              what={{
                procedure: state.document.sources[0].id,
                ways: state.document.sources[0].ways,
                kinds: kindsOfRecord(state),
              }}
              label="Practice what went wrong here"
              earnest={false}
            />
          </section>
        )}
        {state.cancelled && (
          <p className="caution px-4 py-2 font-medium">
            Cancelled {shopMoment(state.cancelled.at, file.shop.timeZone)} by{' '}
            {file.people[state.cancelled.personId] ?? 'somebody'}: {state.cancelled.data.reason}
          </p>
        )}
      </aside>
    </div>
  );
}
