import { OrderPage } from '@/features/orders/order-page';
import { ANY_ORDER } from '@/server/page-scripts';

/** Built once, under an id no order has: the address of every order leads to it, and what it shows is asked for beside it. */
export const generateStaticParams = () => [{ id: ANY_ORDER }];

export default function Page() {
  return <OrderPage />;
}
