'use client';

import { type WorkCalendar, fromAxis } from '@/core/schedule/calendar';
import type { PlacedPhase, WeekJob, WeekProblem } from '@/core/schedule/types';
import { fromShopTime, shopInput } from '@/core/units/shop-time';
import { CommandForm } from '@/features/transport/command-form';
import { useCommand } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { MomentField } from '@/ui/day-field';
import { sentMoment } from '@/ui/day-text';
import { FormErrors } from '@/ui/field';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';

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
    <>
      <CommandForm
        key={`${job.id} ${pins.length}`}
        command="week.pin"
        about={job.id}
        className="grid gap-3"
        start={{
          phaseId: job.phases.find((phase) => phase.needs === 'lift')?.id ?? job.phases[0]!.id,
          personId: '',
          placeId: '',
          startsAt: '',
        }}
        input={({ phaseId, personId, placeId, startsAt }) => ({
          jobId: job.id,
          phaseId,
          personId: personId || null,
          placeId: placeId || null,
          startsAt: sentMoment(startsAt, (kept) => fromShopTime(kept, calendar.timeZone)),
        })}
      >
        <SelectField
          name="phaseId"
          label="Phase"
          options={job.phases.map((phase) => [phase.id, phase.name] as const)}
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
          min={placed[0] ? shopInput(fromAxis(calendar, 0), calendar.timeZone) : undefined}
        />
        <Send>Pin it there</Send>
      </CommandForm>
      <FormErrors errors={errors} />
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
              <Button
                weight="plain"
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
                Remove the pin
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
