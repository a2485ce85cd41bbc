'use client';

import { useState } from 'react';
import { type WorkCalendar, morningOf, toAxis } from '@/core/schedule/calendar';
import type { WeekProblem } from '@/core/schedule/types';
import type { WhatIf } from '@/core/schedule/what-if';
import { fromShopTime, shortDay } from '@/core/units/shop-time';
import type { GivenOf } from '@/contracts/commands';
import { newId } from '@/features/transport/device';
import { CheckField } from '@/ui/checkbox';
import { SelectField } from '@/ui/select';
import { TextField } from '@/ui/form';

export interface Happening {
  whatIf: WhatIf;
  /** What is written down when it is accepted: the command and its input. */
  command: { [N in 'week.wait' | 'week.away' | 'week.rush']: { name: N; input: GivenOf<N> } }[
    'week.wait' | 'week.away' | 'week.rush'];
  words: string;
}

const SOON = 12;

/** What might happen: a part slips, somebody is out, a rush job. It is looked at first; nothing changes by looking. */
export function WhatIfForm({
  problem,
  calendar,
  onTry,
}: {
  problem: WeekProblem;
  calendar: WorkCalendar;
  onTry: (happening: Happening) => void;
}) {
  const [what, setWhat] = useState<WhatIf['what']>('part slips');
  const [jobId, setJobId] = useState(problem.jobs[0]?.id ?? '');
  const [techId, setTechId] = useState(problem.techs[0]?.id ?? '');
  const [day, setDay] = useState(calendar.days[3]!);
  const [count, setCount] = useState('1');
  const [label, setLabel] = useState('');
  const [hours, setHours] = useState('3');
  const [lift, setLift] = useState(true);
  const days = calendar.days.slice(0, SOON).map((one) => [one, shortDay(one)] as const);
  const name = (id: string) => problem.jobs.find((job) => job.id === id)?.label.split(',')[0] ?? '';
  const tell = () => {
    if (what === 'part slips') {
      const words = 'a part that slipped';
      onTry({
        whatIf: { what, jobId, to: morningOf(calendar, day), words },
        command: { name: 'week.wait', input: { jobId, untilDay: day, words } },
        words: `${name(jobId)}: its part comes on ${shortDay(day)}`,
      });
    } else if (what === 'tech out') {
      const first = calendar.days.indexOf(day);
      const away = calendar.days.slice(first, first + Math.max(1, Number(count) || 1));
      const person = problem.techs.find((tech) => tech.id === techId)?.name ?? '';
      onTry({
        whatIf: { what, techId, days: away.map((_, index) => first + index) },
        command: { name: 'week.away', input: { personId: techId, days: away, away: true } },
        words: `${person} is out ${away.length === 1 ? `on ${shortDay(day)}` : `${away.length} days from ${shortDay(day)}`}`,
      });
    } else {
      const promisedFor = fromShopTime(`${day}T16:00`, calendar.timeZone);
      const minutes = Math.round((Number(hours.replace(',', '.')) || 1) * 60);
      onTry({
        whatIf: {
          what,
          job: {
            id: newId(),
            label: label || 'Rush job',
            promise: toAxis(calendar, promisedFor),
            sdLog: 0.3,
            phases: [
              {
                id: 'bay',
                name: 'The work',
                minutes,
                needs: lift ? 'lift' : 'bay',
                tech: true,
                skill: null,
                helperMinutes: 0,
                notBefore: Math.min(
                  ...problem.jobs.flatMap((job) => job.phases.slice(0, 1).map((one) => one.notBefore)),
                ),
                waitsFor: null,
                nextDay: false,
                placeId: null,
                techId: null,
              },
            ],
          },
        },
        command: {
          name: 'week.rush',
          input: { label: label || 'Rush job', minutes, needsLift: lift, promisedFor },
        },
        words: `${label || 'A rush job'}: ${hours} h, promised for ${shortDay(day)}`,
      });
    }
  };
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        tell();
      }}
    >
      <SelectField
        name="what"
        label="What if"
        value={what}
        onValue={(chosen) => setWhat(chosen as WhatIf['what'])}
        options={[
          ['part slips', 'a part comes later'],
          ['tech out', 'somebody is out'],
          ['rush job', 'a rush job comes in'],
        ]}
      />
      {what === 'part slips' && (
        <SelectField
          name="jobId"
          label="For which car"
          value={jobId}
          onValue={(chosen) => setJobId(chosen)}
          options={problem.jobs.map((job) => [job.id, job.label] as const)}
        />
      )}
      {what === 'tech out' && (
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            name="techId"
            label="Who"
            value={techId}
            onValue={(chosen) => setTechId(chosen)}
            options={problem.techs.map((tech) => [tech.id, tech.name] as const)}
          />
          <TextField
            name="count"
            label="Days"
            inputMode="numeric"
            value={count}
            onChange={(event) => setCount(event.target.value)}
          />
        </div>
      )}
      {what === 'rush job' && (
        <>
          <TextField
            name="label"
            label="Which car"
            value={label}
            onChange={(event) => setLabel(event.target.value)}
          />
          <div className="grid grid-cols-2 items-end gap-3">
            <TextField
              name="hours"
              label="Hours"
              inputMode="decimal"
              value={hours}
              onChange={(event) => setHours(event.target.value)}
            />
            <CheckField
              name="lift"
              label="On a lift"
              checked={lift}
              onChecked={(checked) => setLift(checked)}
            />
          </div>
        </>
      )}
      <SelectField
        name="day"
        label={
          what === 'part slips'
            ? 'It comes on'
            : what === 'tech out'
              ? 'From'
              : 'Promised for the afternoon of'
        }
        value={day}
        onValue={(chosen) => setDay(chosen)}
        options={days}
      />
      <button className="btn btn-pen">See what it does</button>
    </form>
  );
}
