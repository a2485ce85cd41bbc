import type { Metadata } from 'next';
import { connection } from 'next/server';
import { shopMoment } from '@/core/units/shop-time';
import { WeekWall } from '@/features/week/week-wall';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readShop } from '@/server/queries/shop';
import { readWeek } from '@/server/week/problem';

export const metadata: Metadata = { title: 'The week on the wall' };

export default async function WeekWallPage() {
  await connection();
  await requirePerson();
  const [file, shop] = await Promise.all([readWeek(db(), now()), readShop(db())]);
  return (
    <>
      <h1 className="flex flex-wrap items-baseline justify-between gap-4 pb-2">
        In the shop <span className="text-xl font-normal text-soft">{shopMoment(now(), shop.timeZone)}</span>
      </h1>
      <WeekWall file={file} />
    </>
  );
}
