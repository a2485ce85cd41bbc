import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { connection } from 'next/server';
import { PracticeBay } from '@/features/practice/practice-bay';
import { practiceBundle } from '@/features/practice/practice-bundle';
import { Refusal } from '@/core/refusal';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readTry } from '@/server/practice/tries';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Practice' };

export default async function PracticePage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const one = await readTry(db(), id, { personId: person.id, isLead: false }).catch((error: unknown) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  if (one.ended) redirect(`/practice/${id}/debrief`);
  const shop = await readShop(db());
  return (
    <PracticeBay
      first={practiceBundle(id, one, person, { timeZone: shop.timeZone, now: now().toISOString() })}
      task={one.car.scenario.task}
      letsHappen={one.car.mode === 'lets-happen'}
    />
  );
}
