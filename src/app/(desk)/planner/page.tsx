import type { Metadata } from 'next';
import { connection } from 'next/server';
import { PlannerFrame } from '@/features/planner/planner-frame';
import type { PlanDraft } from '@/features/planner/planner-props';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { catalogParts } from '@/server/queries/catalog';
import { kitLines } from '@/server/queries/kit-ledger';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Planner' };

const START: PlanDraft = {
  setup: { front: 'coilover', rear: 'leaf-over' },
  body: 'pick-up',
  sheet: {},
  baseline: null,
  method: 'hub',
  targets: { front: null, rear: null },
  parts: [],
  accessories: [],
};

export default async function PlannerPage() {
  await connection();
  const person = await requirePerson();
  const [shop, catalog, known] = await Promise.all([readShop(db()), catalogParts(db()), kitLines(db())]);
  return (
    <>
      <h1 className="pb-3">Stance planner</h1>
      <PlannerFrame
        start={START}
        props={{
          ...START,
          unit: person.lengthUnit,
          currency: shop.currency,
          centsPerHour: shop.centsPerHour,
          catalog,
          past: [],
          platform: '',
          known,
          order: null,
        }}
      />
    </>
  );
}
