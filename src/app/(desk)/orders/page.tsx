import type { Metadata } from 'next';
import { connection } from 'next/server';
import { OrderList } from '@/features/orders/order-list';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { findOrders } from '@/server/queries/orders';

export const metadata: Metadata = { title: 'Jobs' };

export default async function OrdersPage({
  searchParams,
}: {
  searchParams: Promise<{ find?: string; page?: string }>;
}) {
  await connection();
  await requirePerson();
  const { find = '', page = '0' } = await searchParams;
  const number = Math.max(0, Number.parseInt(page, 10) || 0);
  return <OrderList {...await findOrders(db(), find, number)} find={find} page={number} />;
}
