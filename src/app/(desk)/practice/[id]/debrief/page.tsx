import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { Refusal } from '@/core/refusal';
import { shopDay } from '@/core/units/shop-time';
import { DebriefPage } from '@/features/practice/debrief-page';
import { debriefOf } from '@/practice/debrief';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readTry, triesOf } from '@/server/practice/tries';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Debrief' };

export default async function PracticeDebriefPage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const person = await requirePerson();
  const { id } = await params;
  const who = { personId: person.id, isLead: holdsRole(person.roles, ['lead', 'owner']) };
  const one = await readTry(db(), id, who).catch((error: unknown) => {
    if (error instanceof Refusal) notFound();
    throw error;
  });
  // What is hidden in it is told when it is over, and not before.
  if (!one.ended) redirect(one.car.personId === person.id ? `/practice/${id}` : '/practice');
  const [shop, all] = await Promise.all([readShop(db()), triesOf(db(), one.car.personId)]);
  const { scenario, mode } = one.car;
  const tries = all
    .filter(({ scenarioId, points }) => scenarioId === scenario.id && points !== null)
    .reverse()
    .map(({ startedAt, points }) => ({ label: shopDay(startedAt, shop.timeZone), points: points! }));
  return (
    <DebriefPage
      title={scenario.title}
      car={scenario.car}
      scenarioId={scenario.id}
      procedure={scenario.procedure}
      mode={mode}
      debrief={debriefOf(one)}
      tries={tries}
      paper={shop.paper}
    />
  );
}
