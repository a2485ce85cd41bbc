import type { Metadata } from 'next';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import { WeekView } from '@/features/week/week-view';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readShop } from '@/server/queries/shop';
import { readWeek } from '@/server/week/problem';
import { Link } from '@/ui/link';
import { PrintStrip } from '@/ui/print-strip';

export const metadata: Metadata = { title: 'The week' };

export default async function WeekPage() {
  await connection();
  const person = await requirePerson();
  const [file, shop] = await Promise.all([readWeek(db(), now()), readShop(db())]);
  return (
    <>
      <PrintStrip
        across
        paper={shop.paper}
        words={[shop.name, 'The week', shopMoment(now(), shop.timeZone)]}
      />
      <div className="flex flex-wrap items-baseline justify-between gap-4 pb-2">
        <h1>The week</h1>
        <Link href="/week/wall" className="no-print">
          For the wall
        </Link>
      </div>
      <WeekView
        file={file}
        isLead={holdsRole(person.roles, ['lead'])}
        mayAsk={holdsRole(person.roles, ['advisor'])}
      />
    </>
  );
}
