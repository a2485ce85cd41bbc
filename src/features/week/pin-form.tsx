'use client';

import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { PlacedPhase, WeekJob, WeekProblem } from '@/core/schedule/types';
import { fromShopTime, shopInput } from '@/core/units/shop-time';
import { useCommand } from '@/features/transport/use-command';
import { Errors, FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { fieldsOf } from '@/ui/form';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';

/** Fixes one phase of a job by hand: who, where, from when. The planner works around it until the pin is taken out. */
export function PinForm({
  job,
  placed,
  problem,
  calendar,
  may,
}: {
  job: WeekJob;
  placed: PlacedPhase[];
  problem: WeekProblem;
  calendar: WorkCalendar;
  may: boolean;
}) {
  const { send, busy, errors } = useCommand('week.pin');
  const pins = problem.pins.filter((pin) => pin.jobId === job.id);
  if (!may) return <p className="text-soft">The lead pins work by hand.</p>;
  return (
    <Errors errors={errors}>
      <form
        key={`${job.id} ${pins.length}`}
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const f = fieldsOf(event.currentTarget);
          void send({
            jobId: job.id,
            phaseId: f.phaseId,
            personId: f.personId || null,
            placeId: f.placeId || null,
            startsAt: sentMoment(f.startsAt, (kept) => fromShopTime(kept, calendar.timeZone)),
          });
        }}
      >
        <SelectField
          name="phaseId"
          label="Phase"
          options={job.phases.map((phase) => [phase.id, phase.name] as const)}
          defaultValue={job.phases.find((phase) => phase.needs === 'lift')?.id ?? job.phases[0]!.id}
        />
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            name="personId"
            label="By"
            options={[['', 'whoever is free'], ...problem.techs.map((tech) => [tech.id, tech.name] as const)]}
          />
          <SelectField
            name="placeId"
            label="On"
            options={[
              ['', 'what is free'],
              ...problem.places.map((place) => [place.id, place.name] as const),
            ]}
          />
        </div>
        <MomentField
          name="startsAt"

          label="Begins"
          hint="Empty: as early as it can"
          defaultValue=""
          min={placed[0] ? shopInput(fromAxis(calendar, 0), calendar.timeZone) : undefined}
        />
        <button className="btn btn-pen" disabled={busy}>
          Pin it there
        </button>
        <FormErrors errors={errors} shown={['personId', 'placeId', 'startsAt']} />
      </form>
      {pins.length > 0 && (
        <ul className="mt-3">
          {pins.map((pin) => (
            <li
              key={pin.phaseId}
              className="flex items-center justify-between gap-3 border-t border-rule py-1.5"
            >
              <span>
                {job.phases.find((phase) => phase.id === pin.phaseId)?.name ?? pin.phaseId}:{' '}
                {[
                  problem.techs.find((tech) => tech.id === pin.techId)?.name,
                  problem.places.find((place) => place.id === pin.placeId)?.name,
                  pin.start !== null &&
                    shopInput(fromAxis(calendar, pin.start), calendar.timeZone).replace('T', ' '),
                ]
                  .filter(Boolean)
                  .join(', ')}
              </span>
              <button
                type="button"
                className="btn btn-plain"
                disabled={busy}
                onClick={() =>
                  void send({
                    jobId: job.id,
                    phaseId: pin.phaseId,
                    personId: null,
                    placeId: null,
                    startsAt: null,
                  })
                }
              >
                Take the pin out
              </button>
            </li>
          ))}
        </ul>
      )}
    </Errors>
  );
}
