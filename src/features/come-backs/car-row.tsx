'use client';

import { useState } from 'react';
import { Link } from '@/ui/link';
import { shortDay } from '@/core/units/shop-time';
import { describeComeBack, describeDue } from '@/core/follow-up/describe';
import { distanceText } from '@/core/units/distance';
import { type ComeBack } from '@/server/queries/come-backs';
import { Button } from '@/ui/button';
import { ComeBackSign } from './come-back-sign';
import { AskHowItRides, ComeBackMore, RemindersSwitch, VisitButton } from './visit-button';

/** Due so soon that it may as well be done with the visit. */
const SOON_DAYS = 21;

const STAGES: Record<string, string> = { soon: 'nearly due', due: 'due', overdue: 'overdue' };

/** How much of the distance is driven, as a bar with its end at due. */
function Driven({ comeBack }: { comeBack: ComeBack }) {
  const { startOdometer, lastOdometer, dueOdometer, unit } = comeBack;
  if (startOdometer === null || lastOdometer === null || dueOdometer === null)
    return <p className="text-soft">by date</p>;
  const part = Math.max(0, (lastOdometer - startOdometer) / (dueOdometer - startOdometer));
  return (
    <div>
      <div className="h-2.5 border border-soft bg-card" aria-hidden>
        <div
          className={`h-full ${part > 1 ? 'bg-danger' : 'bg-pen'}`}
          style={{ width: `${Math.min(1, part) * 100}%` }}
        />
      </div>
      <p className="text-sm text-soft">
        at <span className="figure text-base text-ink">{distanceText(dueOdometer, unit)}</span>
      </p>
    </div>
  );
}

function DueLine({ comeBack, mayClose, more }: { comeBack: ComeBack; mayClose: boolean; more: boolean }) {
  const { daysLeft, earliestOn, latestOn, dueOn } = comeBack;
  const late = daysLeft !== null && daysLeft < 0;
  const band = !late && earliestOn && latestOn && earliestOn !== latestOn;
  return (
    <li
      className="grid items-center gap-x-5 gap-y-1 border-t border-hair py-1.5 md:grid-cols-[40px_minmax(0,3fr)_minmax(0,3fr)_minmax(0,2fr)_17rem]"
      data-testid="come-back"
    >
      <ComeBackSign comeBack={comeBack} size={38} />
      <p>
        <span className="font-semibold">{describeComeBack(comeBack)}</span>
        {comeBack.places.length > 0 && (
          <span className="text-soft">
            {' '}
            · {comeBack.places.length} {comeBack.places.length === 1 ? 'place' : 'places'}
          </span>
        )}
      </p>
      <p>
        <span className={late ? 'font-semibold text-danger' : 'font-semibold'}>{describeDue(daysLeft)}</span>
        {dueOn && <span className="text-soft"> {shortDay(dueOn)}</span>}
        {band && (
          <span className="block text-sm text-predicted">
            between {shortDay(earliestOn)} and {shortDay(latestOn)}
          </span>
        )}
        {comeBack.paceAssumed && (
          <span className="block text-sm text-soft">
            by a usual {distanceText(comeBack.pacePerDay ?? 0, comeBack.unit)} a day, assumed
          </span>
        )}
        {comeBack.reminded.length > 0 && (
          <span className="block text-sm text-soft">
            reminder sent: {comeBack.reminded.map((stage) => STAGES[stage] ?? stage).join(', ')}
          </span>
        )}
      </p>
      <Driven comeBack={comeBack} />
      <span className="flex justify-end gap-2">
        {comeBack.kind === 'check-in' && (more || (comeBack.daysLeft ?? 0) <= SOON_DAYS) && (
          <AskHowItRides orderId={comeBack.orderId} label={comeBack.label} />
        )}
        {more && <ComeBackMore followUpId={comeBack.id} mayClose={mayClose} />}
      </span>
    </li>
  );
}

/** One car with all it comes back for, what is due first leading. */
export function CarRow({
  comeBacks,
  places,
  sets,
  mayClose,
}: {
  comeBacks: ComeBack[];
  places: { id: string; name: string }[];
  sets: { id: string; name: string; tires: string }[];
  mayClose: boolean;
}) {
  const [more, setMore] = useState(false);
  const first = comeBacks[0]!;
  const visits = comeBacks.filter((one) => one.kind !== 'check-in');
  const pace = comeBacks.find((one) => one.pacePerDay)?.pacePerDay;
  const dial = comeBacks.find((one) => one.lastOdometer !== null)?.lastOdometer;
  return (
    <li className="border-t border-ink py-2.5" data-testid="come-back-car">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 pb-1.5">
        <p className="min-w-0">
          <Link
            href={`/orders/${first.orderId}`}
            className="font-head text-xl font-semibold no-underline hover:underline"
          >
            {first.label}
          </Link>{' '}
          <span className="text-soft">
            {first.plate} · {first.customer} · <span className="whitespace-nowrap">{first.phone}</span>
            {dial !== undefined && dial !== null && ` · last read ${distanceText(dial, first.unit)}`}
            {pace && `, ${distanceText(pace, first.unit)} a day`}
          </span>
        </p>
        <div className="flex flex-wrap justify-end gap-2">
          <Button
            className="aria-expanded:bg-ink aria-expanded:text-paper"
            aria-expanded={more}
            aria-label={`More for ${first.label}`}
            onClick={() => setMore(!more)}
          >
            More
          </Button>
          {first.openVisit ? (
            <Link className="btn btn-pen" href={`/bay/${first.openVisit}`}>
              Go on with it
            </Link>
          ) : (
            visits.length > 0 && (
              <VisitButton
                followUps={visits.map((one) => ({
                  id: one.id,
                  title: describeComeBack(one),
                  due: describeDue(one.daysLeft),
                  taken: one.daysLeft === null || one.daysLeft <= SOON_DAYS,
                }))}
                label={first.label}
                isDue={visits.some((one) => one.daysLeft === null || one.daysLeft <= SOON_DAYS)}
                unit={first.unit}
                places={places}
                sets={sets}
              />
            )
          )}
        </div>
      </div>
      {more && (
        <div className="flex flex-wrap justify-end gap-2 border-t border-hair py-2">
          <RemindersSwitch customerId={first.customerId} wanted={first.reminders} />
          <ComeBackMore orderId={first.orderId} unit={first.unit} mayClose={mayClose} />
        </div>
      )}
      <ul>
        {comeBacks.map((comeBack) => (
          <DueLine key={comeBack.id} comeBack={comeBack} mayClose={mayClose} more={more} />
        ))}
      </ul>
    </li>
  );
}
