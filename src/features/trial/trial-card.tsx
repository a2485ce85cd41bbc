import { CORNER_NAMES } from '@/core/corners';
import type { OrderState } from '@/core/ledger/order-state';
import type { TrialStance } from '@/core/ledger/kinds/trial';
import { daysOnTrial, describeTrialHeight, heightShown, onTrial, saidTo } from '@/core/ledger/trial';
import { shopMoment } from '@/core/units/shop-time';
import { Fold } from '@/ui/fold';
import { AnswerForm } from '../answers/answer-form';
import { TrialHeightForm } from './trial-forms';

const TITLES: Record<TrialStance, string> = {
  lowest: 'At its lowest',
  highest: 'At its highest',
  chosen: 'As chosen between them',
};

/** What is on trial on the car, with how long it has been. */
export function OnTrialList({
  state,
  nowIso,
  timeZone,
}: {
  state: OrderState;
  nowIso: string;
  timeZone: string;
}) {
  const open = onTrial(state);
  if (!open.length) return <p className="py-2">Nothing is on trial.</p>;
  return (
    <ul className="border-t border-ink">
      {open.map((one) => {
        const days = daysOnTrial(one, nowIso);
        const { item } = one;
        return (
          <li key={item.id} className="flex items-baseline justify-between gap-4 border-b border-rule py-2">
            <span>
              {item.name}
              <span className="text-soft">
                {item.corner ? `, ${CORNER_NAMES[item.corner]}` : item.end ? `, ${item.end}` : ''}
                {one.at ? ` · on since ${shopMoment(one.at, timeZone)}` : ' · it came with it'}
              </span>
            </span>
            {days !== null && (
              <strong className={`font-head whitespace-nowrap ${days >= 7 ? 'text-danger' : ''}`}>
                {days === 0 ? 'today' : days === 1 ? '1 day' : `${days} days`}
              </strong>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** One stance on trial: how it stood, its picture, and the owner's yes or no. */
export function TrialCard({
  state,
  orderId,
  which,
  unit,
  timeZone,
  closed,
}: {
  state: OrderState;
  orderId: string;
  which: TrialStance;
  unit: 'in' | 'mm';
  timeZone: string;
  closed: boolean;
}) {
  const height = heightShown(state, which);
  const said = height && saidTo(state, height);
  const missing = state.trials.heights.at(-1)?.data.missing ?? '';
  const form = <TrialHeightForm orderId={orderId} which={which} unit={unit} missing={missing} />;
  return (
    <section className="border border-rule bg-card p-4" aria-label={TITLES[which]}>
      <h2 className="border-b border-ink pb-1">{TITLES[which]}</h2>
      {height && (
        <div className="mt-3">
          {/* eslint-disable-next-line @next/next/no-img-element -- served by our own photo route, sized there */}
          <img
            src={`/api/photos/${height.data.photoId}?size=small`}
            alt={describeTrialHeight(height)}
            className="aspect-[4/3] w-full border border-rule object-cover"
          />
          <p className="figure mt-2 text-2xl" data-testid={`trial-${which}`}>
            {(['front', 'rear'] as const)
              .flatMap((end) => (height.data.heights[end] ? [`${end} ${height.data.heights[end].text}`] : []))
              .join(', ')}
          </p>
          <p className="text-soft">
            {shopMoment(height.at, timeZone)}.{' '}
            {height.data.hardware.length ? `Held by: ${height.data.hardware.join('; ')}. ` : ''}
            {height.data.missing ? `Not in it yet: ${height.data.missing}.` : ''}
          </p>
          <p className="mt-2 text-lg font-semibold">
            {said
              ? `The owner said ${said.data.yes ? 'yes' : 'no'}, ${said.data.how}${said.data.witness ? `, heard by ${said.data.witness}` : ''}.`
              : 'The owner has not said yes or no.'}
          </p>
          {!closed && !said && (
            <div className="mt-2">
              <AnswerForm command="trial.answer" input={{ orderId, heightId: height.id }} />
            </div>
          )}
        </div>
      )}
      {!closed &&
        (height ? (
          <Fold title="Measure it anew" className="mt-3 border-t border-rule">
            {form}
          </Fold>
        ) : (
          <div className="mt-3">{form}</div>
        ))}
    </section>
  );
}
