import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { OrderHead } from '@/features/orders/order-head';
import { OrderShown } from '@/features/live/order-shown';
import { shopMoment } from '@/core/units/shop-time';
import { orderPage } from '@/server/queries/page-data';
import { PrintStrip } from '@/ui/print-strip';

/** Each page of an order is called by itself and by its car: two of them side by side are told apart by their tabs. */
export async function generateMetadata({ params }: { params: Promise<{ id: string }> }): Promise<Metadata> {
  const { vehicle } = (await orderPage(params)).file;
  const car = `${vehicle.label}, ${vehicle.plate}`;
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
  return (
    <>
      <OrderShown orderId={file.id} count={file.entries.at(-1)!.seq} />
      <PrintStrip
        paper={file.shop.paper}
        words={[
          file.shop.name,
          file.vehicle.label,
          file.vehicle.plate,
          `order ${file.number}`,
          shopMoment(nowIso, file.shop.timeZone),
        ]}
      />
      <OrderHead file={file} nowIso={nowIso} />
      {file.state.alarms.length > 0 && (
        <div role="alert" className="hatch mt-4 px-4 py-3 font-semibold">
          {file.state.alarms.map((alarm) => (
            <p key={alarm.entryId + alarm.message}>Stopped by a correction. {alarm.message}</p>
          ))}
        </div>
      )}
      <div className="pt-5">{children}</div>
    </>
  );
}
