import type { Metadata } from 'next';
import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { shopMoment } from '@/core/units/shop-time';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { findCars } from '@/server/queries/cars';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Cars' };

export default async function CarsPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string; page?: string }>;
}) {
  await connection();
  await requirePerson();
  const { find = '', page = '0' } = await searchParams;
  const [{ cars, more }, shop] = await Promise.all([findCars(db(), find, Number(page) || 0), readShop(db())]);
  return (
    <>
      <div className="flex flex-wrap items-end justify-between gap-4 pb-3">
        <h1>Cars and customers</h1>
        <form className="flex gap-2">
          <input
            name="find"
            type="search"
            className="input w-64"
            aria-label="Find a car or customer"
            placeholder="Plate, car, customer, VIN"
            defaultValue={find}
          />
          <Button type="submit">Find</Button>
        </form>
      </div>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">Car</th>
            <th scope="col">Plate</th>
            <th scope="col">Customer</th>
            <th scope="col" className="text-right!">
              Visits
            </th>
            <th scope="col">Last here</th>
          </tr>
        </thead>
        <tbody>
          {cars.map((car) => (
            <tr key={car.id}>
              <th scope="row">
                <Link href={`/cars/${car.id}`}>{car.label}</Link>
              </th>
              <td className="font-head">{car.plate}</td>
              <td>{car.customer}</td>
              <td className="figure text-right">{car.visits}</td>
              <td>{shopMoment(car.lastAt, shop.timeZone)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {cars.length === 0 && <p className="py-4">No car is called like that.</p>}
      {more && (
        <Link
          className="btn mt-4"
          href={`/cars?find=${encodeURIComponent(find)}&page=${(Number(page) || 0) + 1}`}
        >
          Older ones
        </Link>
      )}
    </>
  );
}
