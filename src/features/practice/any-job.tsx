'use client';

import { useState } from 'react';
import { Select } from '@/ui/select';
import { StartPractice } from './start-practice';

/** A whole job of the library or the shop’s own, with something hidden in the car that is another thing each time. */
export function AnyJob({ jobs }: { jobs: { id: string; title: string }[] }) {
  const [procedure, setProcedure] = useState(jobs[0]?.id ?? '');
  return (
    <div className="flex flex-wrap items-end gap-3 py-3">
      <div className="min-w-0 flex-1 basis-72">
        <Select
          aria-label="Job"
          value={procedure}
          onValue={setProcedure}
          options={jobs.map(({ id, title }) => [id, title] as const)}
        />
      </div>
      <StartPractice what={{ procedure }} />
    </div>
  );
}
