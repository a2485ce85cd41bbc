import { AnswerWatch } from '@/features/handoff/answer-watch';
import { HeightTable, StancePanel } from '@/features/heights/stance-panel';
import { OrderFigures } from '@/features/measuring/order-figures';
import { StartPractice } from '@/features/practice/start-practice';
import { ClockButton } from './clock-button';
import { OpenList } from './open-list';
import { PlaceControl } from './place-control';
import type { ShownOrder } from './shown-order';
import { CancelOrder, ChangeTargets } from './undo-order';
import { WheelsOn } from './wheels-on';

/** The first page of an order: how it stands, what is open on it, what it came for, and what may be done with it. */
export function OrderView({ shown }: { shown: ShownOrder }) {
  return (
    <div className="grid gap-x-9 lg:grid-cols-[minmax(0,1fr)_350px]">
      <div className="min-w-0">
        <Stance heights={shown.heights} />
        <OrderFigures figures={shown.figures} />
      </div>
      <aside className="grid content-start gap-7 lg:border-l lg:border-rule lg:pl-7">
        {shown.open && <OpenList open={shown.open} />}
        <section>
          <h2 className="border-b border-ink pb-1">What it is here for</h2>
          <dl>
            {shown.facts.map(([term, fact]) => (
              <div key={term} className="grid grid-cols-[6rem_1fr] gap-2 border-b border-rule py-1.5">
                <dt className="font-head text-base text-soft">{term}</dt>
                <dd>{fact}</dd>
              </div>
            ))}
          </dl>
        </section>
        {shown.leftBefore && (
          <Lines
            title={`Left by order ${shown.leftBefore.number}`}
            lines={shown.leftBefore.deferred.map((one) => one.text)}
          />
        )}
        <Watched shown={shown} />
        {shown.notes.map((note) => (
          <Lines key={note.title} {...note} />
        ))}
        <WhileOpen shown={shown} />
        {shown.practice && (
          <section>
            <StartPractice what={shown.practice} label="Practice what went wrong here" earnest={false} />
          </section>
        )}
        {shown.cancelled && <p className="caution px-4 py-2 font-medium">{shown.cancelled}</p>}
      </aside>
    </div>
  );
}

function Stance({ heights }: Pick<ShownOrder, 'heights'>) {
  if (!heights.measured) return <p className="py-8 text-lg">{heights.why}</p>;
  return (
    <>
      <StancePanel stance={heights.stance} />
      <HeightTable rows={heights.rows} unit={heights.stance.unit} />
      {heights.verdict && <p className="mt-3 text-lg font-semibold">{heights.verdict}</p>}
    </>
  );
}

const Lines = ({ title, lines }: { title: string; lines: string[] }) => (
  <section>
    <h2 className="border-b border-ink pb-1">{title}</h2>
    <ul>
      {lines.map((line) => (
        <li key={line} className="border-b border-rule py-1.5">
          {line}
        </li>
      ))}
    </ul>
  </section>
);

function Watched({ shown: { watched, whileOpen, head } }: { shown: ShownOrder }) {
  if (watched.length === 0) return null;
  return (
    <section>
      <h2 className="border-b border-ink pb-1">Left to be watched</h2>
      <ul>
        {watched.map(({ watchId, words, from }) => (
          <li key={watchId} className="border-b border-rule py-2">
            <p className="font-medium">{words}</p>
            <p className="flex items-center justify-between gap-3 text-soft">
              {from}
              {whileOpen && <AnswerWatch orderId={head.orderId} watchId={watchId} words={words} />}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function WhileOpen({ shown: { whileOpen, head } }: { shown: ShownOrder }) {
  if (!whileOpen) return null;
  const { orderId } = head;
  return (
    <>
      <section className="grid grid-cols-2 items-end gap-3">
        <PlaceControl orderId={orderId} place={whileOpen.place} places={whileOpen.places} />
        <ClockButton orderId={orderId} running={whileOpen.clockRuns} />
      </section>
      <section className="flex flex-wrap gap-3">
        {whileOpen.sets.length > 0 && (
          <WheelsOn orderId={orderId} sets={whileOpen.sets} wornId={whileOpen.wornId} />
        )}
        {whileOpen.targets && <ChangeTargets orderId={orderId} targets={whileOpen.targets} />}
        {whileOpen.mayCancel && <CancelOrder orderId={orderId} number={head.number} />}
      </section>
    </>
  );
}
