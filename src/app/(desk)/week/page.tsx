import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { WeekView } from '@/features/week/week-view';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readWeek } from '@/server/week/problem';

export const metadata: Metadata = { title: 'The week' };

export default async function WeekPage() {
  await connection();
  const person = await requirePerson();
  const file = await readWeek(db(), now());
  return (
    <>
      <h1 className="pb-2">The week</h1>
      <WeekView
        file={file}
        isLead={holdsRole(person.roles, ['lead'])}
        mayAsk={holdsRole(person.roles, ['advisor'])}
      />
    </>
  );
}
