import type { Metadata } from 'next';
import { connection } from 'next/server';
import { IntakeForm } from '@/features/intake/intake-form';
import { db } from '@/server/database';
import { requireRole } from '@/server/http';
import { shopPlaces, openOrders } from '@/server/queries/day';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Take a car in' };

export default async function NewOrderPage() {
  await connection();
  const person = await requireRole('advisor');
  const [places, open, shop] = await Promise.all([shopPlaces(db()), openOrders(db()), readShop(db())]);
  const free = places.filter((place) => !open.some((order) => order.place === place.id));
  return (
    <>
      <h1 className="pb-4">Take a car in</h1>
      <IntakeForm
        places={free}
        lengthUnit={person.lengthUnit}
        distanceUnit={shop.distanceUnit}
        timeZone={shop.timeZone}
      />
    </>
  );
}
