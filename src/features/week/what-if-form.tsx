'use client';

import { type WorkCalendar, morningOf, toAxis } from '@/core/schedule/calendar';
import { SURENESS, type Sureness, type WeekProblem } from '@/core/schedule/types';
import type { WhatIf } from '@/core/schedule/what-if';
import { fromShopTime, shortDay } from '@/core/units/shop-time';
import type { GivenOf } from '@/contracts/commands';
import { newId } from '@/features/transport/device';
import { CheckField } from '@/ui/checkbox';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Form } from '@/ui/form';
import { SelectField } from '@/ui/select';
import { Send } from '@/ui/send';
import { TextField } from '@/ui/text-field';

export interface Happening {
  whatIf: WhatIf;
  /** What is written down when it is accepted: the command and its input. */
  command: { [N in 'week.wait' | 'week.away' | 'week.rush']: { name: N; input: GivenOf<N> } }[
    'week.wait' | 'week.away' | 'week.rush'];
  words: string;
}

const SOON = 12;

interface Typed {
  what: WhatIf['what'];
  jobId: string;
  techId: string;
  day: string;
  count: TypedFigure;
  label: string;
  hours: TypedFigure;
  lift: boolean;
  sure: Sureness;
}

const DAY_WORDS: Record<WhatIf['what'], string> = {
  'part slips': 'It comes on',
  'tech out': 'From',
  'rush job': 'Promised for the afternoon of',
};

/** The bay work of a rush job: the rest of its way through the shop is not known yet. */
const rushPhase = (problem: WeekProblem, minutes: number, lift: boolean) => ({
  id: 'bay',
  name: 'The work',
  minutes,
  needs: lift ? ('lift' as const) : ('bay' as const),
  tech: true,
  skill: null,
  helperMinutes: 0,
  notBefore: Math.min(...problem.jobs.flatMap((job) => job.phases.slice(0, 1).map((one) => one.notBefore))),
  waitsFor: null,
  nextDay: false,
  placeId: null,
  techId: null,
});

/** What was typed, as what happens to the week and as what is written down when it is accepted. */
function happeningOf(typed: Typed, problem: WeekProblem, calendar: WorkCalendar): Happening {
  const { what, jobId, techId, day, label, lift, sure } = typed;
  if (what === 'part slips') {
    const words = 'a part that slipped';
    const name = problem.jobs.find((job) => job.id === jobId)?.label.split(',')[0] ?? '';
    return {
      whatIf: { what, jobId, to: morningOf(calendar, day), words, sure },
      command: { name: 'week.wait', input: { jobId, untilDay: day, words, sure } },
      words: `${name}: its part comes on ${shortDay(day)}`,
    };
  }
  if (what === 'tech out') {
    const first = calendar.days.indexOf(day);
    const away = calendar.days.slice(first, first + Math.max(1, Number(typed.count)));
    const person = problem.techs.find((tech) => tech.id === techId)?.name ?? '';
    return {
      whatIf: { what, techId, days: away.map((_, index) => first + index) },
      command: { name: 'week.away', input: { personId: techId, days: away, away: true } },
      words: `${person} is out ${away.length === 1 ? `on ${shortDay(day)}` : `${away.length} days from ${shortDay(day)}`}`,
    };
  }
  const promisedFor = fromShopTime(`${day}T16:00`, calendar.timeZone);
  const minutes = Math.round(Number(typed.hours) * 60);
  return {
    whatIf: {
      what,
      job: {
        id: newId(),
        label: label || 'Rush job',
        promise: toAxis(calendar, promisedFor),
        sdLog: 0.3,
        phases: [rushPhase(problem, minutes, lift)],
      },
    },
    command: {
      name: 'week.rush',
      input: { label: label || 'Rush job', minutes, needsLift: lift, promisedFor },
    },
    words: `${label || 'A rush job'}: ${Number(typed.hours)} h, promised for ${shortDay(day)}`,
  };
}

/** A figure that does not read is not guessed: the week would be looked at for another one than was meant. */
function unread({ what, count, hours }: Typed) {
  const wrong = (field: string, message: string) => [{ field, code: 'bad-value', message }];
  if (what === 'tech out' && !(Number(count) >= 1)) return wrong('count', 'Write the days as a number.');
  if (what === 'rush job' && !(Number(hours) > 0)) return wrong('hours', 'Write the hours as a number.');
  return [];
}

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
  return (
    <Form<Typed>
      className="grid gap-3"
      draft={null}
      keeps
      start={{
        what: 'part slips',
        jobId: problem.jobs[0]?.id ?? '',
        techId: problem.techs[0]?.id ?? '',
        day: calendar.days[3]!,
        count: 1,
        label: '',
        hours: 3,
        lift: true,
        sure: 'sure',
      }}
      onSend={async (_, typed) => {
        const wrong = unread(typed);
        if (!wrong.length) onTry(happeningOf(typed, problem, calendar));
        return wrong;
      }}
    >
      {({ what }) => (
        <>
          <SelectField
            name="what"
            label="What if"
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
              options={problem.jobs.map((job) => [job.id, job.label] as const)}
            />
          )}
          {what === 'tech out' && (
            <div className="grid grid-cols-2 gap-3">
              <SelectField
                name="techId"
                label="Who"
                options={problem.techs.map((tech) => [tech.id, tech.name] as const)}
              />
              <NumberField whole name="count" label="Days" />
            </div>
          )}
          {what === 'rush job' && (
            <>
              <TextField name="label" label="Which car" />
              <div className="grid grid-cols-2 items-end gap-3">
                <NumberField name="hours" label="Hours" unit="h" />
                <CheckField name="lift" label="On a lift" />
              </div>
            </>
          )}
          <SelectField
            name="day"
            label={DAY_WORDS[what]}
            options={calendar.days.slice(0, SOON).map((one) => [one, shortDay(one)] as const)}
          />
          {what === 'part slips' && (
            <SelectField
              name="sure"
              label="That day is"
              options={SURENESS.map((word) => [word, word] as const)}
            />
          )}
          <Send busy="Looking…">See what it does</Send>
        </>
      )}
    </Form>
  );
}
