import type { Metadata } from 'next';
import { connection } from 'next/server';
import { OrderList } from '@/features/orders/order-list';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { ORDER_FILTERS, findOrders } from '@/server/queries/orders';
import { readShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Jobs' };

export default async function OrdersPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string; show?: string; page?: string }>;
}) {
  await connection();
  const person = await requirePerson();
  const { find = '', show: asked, page = '0' } = await searchParams;
  const number = Math.max(0, Number.parseInt(page, 10) || 0);
  const show = ORDER_FILTERS.find((one) => one === asked) ?? 'open';
  const at = now();
  const [{ timeZone }, found] = await Promise.all([
    readShop(db()),
    findOrders(db(), find, number, { show, personId: person.id, now: at }),
  ]);
  return (
    <OrderList
      {...found}
      find={find}
      show={show}
      page={number}
      nowIso={at.toISOString()}
      timeZone={timeZone}
    />
  );
}
