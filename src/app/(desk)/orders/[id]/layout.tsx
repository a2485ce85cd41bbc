import type { ReactNode } from 'react';
import { OrderHead } from '@/features/orders/order-head';
import { OrderShown } from '@/features/live/order-shown';
import { orderPage } from '@/server/queries/page-data';

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
