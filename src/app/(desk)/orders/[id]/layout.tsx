import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { headOfOrder, tabOf } from '@/features/orders/head-of-order';
import { OrderFrame } from '@/features/orders/order-head';
import { orderPage } from '@/server/queries/page-data';

/** Each page of an order is called by itself and by its car: two of them side by side are told apart by their tabs. */
export async function generateMetadata({ params }: { params: Promise<{ id: string }> }): Promise<Metadata> {
  const car = tabOf((await orderPage(params)).file.vehicle);
  return { title: { default: car, template: `%s · ${car}` } };
}

export default async function OrderLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}) {
  const { file, nowIso } = await orderPage(params);
  return <OrderFrame head={headOfOrder(file, nowIso)}>{children}</OrderFrame>;
}
