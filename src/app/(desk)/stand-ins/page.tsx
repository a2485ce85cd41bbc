import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import { GatewaySwitch } from '@/features/stand-ins/gateway-switch';
import { RackDrop } from '@/features/stand-ins/rack-drop';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { outbox, withoutAddress } from '@/server/messages/gateway';
import { openOrders } from '@/server/queries/day';
import { readShop } from '@/server/queries/shop';
import { rackFolder } from '@/server/rack/inbox';
import type { Row } from '@/server/tables';

export const metadata: Metadata = { title: 'Stand-ins' };

export default async function StandInsPage() {
  await connection();
  const person = await requirePerson();
  const [shop, orders, delivered, gateway] = await Promise.all([
    readShop(db()),
    openOrders(db()),
    outbox(),
    db().row<Row<'stand_in', 'working'>>("SELECT working FROM stand_in WHERE id = 'gateway'"),
  ]);
  const working = Boolean(gateway?.working);
  const answersCustomers = holdsRole(person.roles, ['advisor']);
  return (
    <>
      <h1>Stand-ins</h1>
      <p className="pb-3 text-soft">
        They stand where real devices would: nothing here leaves this machine. Each sits behind a door a real
        one could take.
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section>
          <h2 className="flex items-center justify-between border-b border-ink pb-1">
            Message gateway: its outbox
            {holdsRole(person.roles, ['lead']) && <GatewaySwitch working={working} />}
          </h2>
          {!working && <p className="hatch mt-2 px-4 py-2 font-medium">It is out of order: messages wait.</p>}
          <ul>
            {delivered.map((message) => (
              <li key={message.id} className="border-b border-rule py-2" data-testid="delivered">
                <p className="font-semibold">
                  {message.channel === 'text' ? 'Text' : 'Mail'} to {message.to}{' '}
                  <span className="font-normal text-soft">{shopMoment(message.at, shop.timeZone)}</span>
                </p>
                <p className="break-words whitespace-pre-line">
                  {answersCustomers ? message.words : withoutAddress(message.words)}
                </p>
              </li>
            ))}
            {delivered.length === 0 && <li className="py-3 text-soft">Nothing has been delivered yet.</li>}
          </ul>
          <p className="pt-2 text-soft">
            Telephone numbers that end in four zeros reach nobody, so that a failure can be practiced.
          </p>
        </section>
        <div className="grid content-start gap-8">
          <section>
            <h2 className="mb-2 border-b border-ink pb-1">Alignment rack</h2>
            <RackDrop
              orders={orders.map((order) => ({ id: order.id, words: `${order.number} · ${order.label}` }))}
            />
            <p className="pt-2 text-sm break-all text-soft">Its folder: {rackFolder()}</p>
          </section>
          <section>
            <h2 className="border-b border-ink pb-1">The others</h2>
            <ul>
              <li className="border-b border-rule py-1.5">
                Torque wrench: bound to a tablet in the <Link href="/">bay view</Link>
              </li>
              <li className="border-b border-rule py-1.5">
                Parts supplier: answers on an order’s parts page
              </li>
              <li className="border-b border-rule py-1.5">Camera: on an order’s photos page</li>
            </ul>
          </section>
        </div>
      </div>
    </>
  );
}
