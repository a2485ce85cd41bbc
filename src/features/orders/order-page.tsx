'use client';

import { usePathname } from 'next/navigation';
import { useEffect } from 'react';
import { ShownPage } from '../shell/shown-page';
import { OrderFrame } from './order-head';
import { OrderView } from './order-view';
import type { ShownOrder } from './shown-order';

/** The first page of the order its address names: the page itself is built once for all of them. */
export function OrderPage() {
  const orderId = usePathname().split('/')[2] ?? '';
  return (
    <ShownPage<ShownOrder> key={orderId} from={`/api/shown/orders/${orderId}`}>
      {(shown) => <ShownInTab shown={shown} />}
    </ShownPage>
  );
}

function ShownInTab({ shown }: { shown: ShownOrder }) {
  const { tab } = shown.head;
  useEffect(() => {
    document.title = `${tab} · Wrenchwise Ledger`;
  }, [tab]);
  return (
    <OrderFrame head={shown.head}>
      <OrderView shown={shown} />
    </OrderFrame>
  );
}
