'use client';

import { shortDay } from '@/core/units/shop-time';
import { useCommand } from '@/features/transport/use-command';
import type { WeekFile } from '@/server/week/week-file';
import { Button } from '@/ui/button';
import { FormErrors } from '@/ui/field';
import { carWords } from './week-words';

const carOf = (file: WeekFile, jobId: string) => carWords(file.jobs[jobId]);

/** What somebody said of this week, each with the tap that takes it back: it came, they are here, it is done. */
export function SaidOfWeek({ file, isLead, mayAsk }: { file: WeekFile; isLead: boolean; mayAsk: boolean }) {
  const wait = useCommand('week.wait');
  const away = useCommand('week.away');
  const rush = useCommand('week.rush.end');
  const { problem, calendar, waits, jobs } = file;
  const busy = wait.busy || away.busy || rush.busy;
  const lines = [
    ...Object.entries(waits)
      .filter(([jobId]) => jobs[jobId])
      .map(([jobId, { untilDay, words, sure }]) => ({
        key: `wait ${jobId}`,
        words: `${carOf(file, jobId)} waits until ${shortDay(untilDay)}${sure === 'sure' ? '' : `, ${sure}`}: ${words}`,
        may: mayAsk,
        button: 'It is there: wait no longer',
        take: () => wait.send({ jobId, untilDay: null, words }),
      })),
    ...problem.techs
      .filter(({ away: days }) => days.length)
      .map(({ id, name, away: days }) => ({
        key: `away ${id}`,
        words: `${name} is away ${days.map((day) => shortDay(calendar.days[day]!)).join(', ')}`,
        may: isLead,
        button: 'Here after all',
        take: () => away.send({ personId: id, days: days.map((day) => calendar.days[day]!), away: false }),
      })),
    ...problem.jobs
      .filter(({ id }) => jobs[id]?.kind === 'rush')
      .map(({ id, label }) => ({
        key: `rush ${id}`,
        words: `${label}: a rush job`,
        may: mayAsk,
        button: 'Take it out of the week',
        take: () => rush.send({ rushId: id }),
      })),
  ];
  if (!lines.length) return null;
  return (
    <section>
      <h2 className="border-b border-ink pb-1">What was said of this week</h2>
      <ul>
        {lines.map(({ key, words, may, button, take }) => (
          <li key={key} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
            <span>{words}</span>
            {may && (
              <Button weight="plain" className="shrink-0" disabled={busy} onClick={() => void take()}>
                {button}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <FormErrors errors={[...wait.errors, ...away.errors, ...rush.errors]} />
    </section>
  );
}
