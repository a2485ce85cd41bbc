'use client';

import { useMemo } from 'react';
import { hoursText } from '@/core/units/money';
import { shopMoment } from '@/core/units/shop-time';
import type { HoursBook } from '@/server/queries/hours-book';
import { type Column, DataTable } from '@/ui/data-table';
import { Link } from '@/ui/link';

type Job = HoursBook['jobs'][number];

const overBook = (job: Job) => job.actual / Math.max(1, job.book);
const textOf = (job: Job) => `${job.number} ${job.car} ${job.rusty ? 'rusty' : ''}`;

/** Clocked over book, on a ruler whose middle is the book: left of it is quicker, right of it slower. */
function OverBook({ ratio }: { ratio: number }) {
  const at = Math.max(-1, Math.min(1, Math.log(ratio) / Math.log(2)));
  return (
    <svg
      viewBox="0 0 120 14"
      className="inline-block h-3.5 w-28"
      role="img"
      aria-label={`${ratio.toFixed(2)} times the book`}
    >
      <line x1={0} x2={120} y1={12} y2={12} stroke="var(--rule)" />
      <line x1={60} x2={60} y1={0} y2={14} stroke="var(--predicted)" strokeDasharray="2 2" />
      <rect
        x={at < 0 ? 60 + at * 60 : 60}
        y={3}
        width={Math.max(1.5, Math.abs(at) * 60)}
        height={7}
        fill={ratio > 1.1 ? 'var(--danger)' : 'var(--ink)'}
      />
    </svg>
  );
}

/** Finished jobs, each against its book; sorted by what somebody looks for. */
export function JobsTable({ jobs, timeZone }: { jobs: Job[]; timeZone: string }) {
  const columns = useMemo<Column<Job>[]>(
    () => [
      {
        id: 'job',
        header: 'Job',
        names: true,
        className: 'font-normal',
        sortBy: (job) => job.number,
        cell: (job) => (
          <>
            <Link href={`/orders/${job.orderId}`} className="font-semibold">
              {job.number}
            </Link>{' '}
            {job.car}
            <span className="block text-sm text-soft">
              {[job.rusty && 'rusty', job.firstTime && 'first of its kind here'].filter(Boolean).join(' · ')}
            </span>
          </>
        ),
      },
      {
        id: 'closed',
        header: 'Closed',
        className: 'whitespace-nowrap',
        sortBy: (job) => job.closedAt,
        cell: (job) => shopMoment(job.closedAt, timeZone).replace(/^\w+ /, '').split(',')[0],
      },
      {
        id: 'clocked',
        header: 'Clocked',
        align: 'right',
        className: 'figure whitespace-nowrap',
        sortBy: (job) => job.actual,
        cell: (job) => hoursText(job.actual),
      },
      {
        id: 'book',
        header: 'Book',
        align: 'right',
        className: 'figure whitespace-nowrap',
        sortBy: (job) => job.book,
        cell: (job) => hoursText(job.book),
      },
      {
        id: 'over',
        header: 'Against the book',
        sortBy: overBook,
        cell: (job) => <OverBook ratio={overBook(job)} />,
      },
    ],
    [timeZone],
  );
  return (
    <DataTable
      rows={jobs}
      columns={columns}
      idOf={(job) => job.orderId}
      find={{ label: 'Find a job', textOf }}
      nothing="No job is called like that."
    />
  );
}
