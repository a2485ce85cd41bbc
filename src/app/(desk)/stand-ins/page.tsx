import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { connection } from 'next/server';
import { holdsRole } from '@/core/ledger/roles';
import { shopMoment } from '@/core/units/shop-time';
import { STAND_IN_NAMES } from '@/contracts/stand-ins';
import { StandInSwitch } from '@/features/stand-ins/stand-in-switch';
import { RackDrop } from '@/features/stand-ins/rack-drop';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { outbox, withoutAddress } from '@/server/messages/gateway';
import { openOrders } from '@/server/queries/day';
import { readShop } from '@/server/queries/shop';
import { rackFolder } from '@/server/rack/inbox';
import { standInsNow } from '@/server/devices/chosen';

export const metadata: Metadata = { title: 'Stand-ins' };

export default async function StandInsPage() {
  await connection();
  const person = await requirePerson();
  const [shop, orders, delivered, now] = await Promise.all([
    readShop(db()),
    openOrders(db()),
    outbox(),
    standInsNow(db()),
  ]);
  const { gateway, rack } = now;
  const mayChoose = holdsRole(person.roles, ['lead']);
  const answersCustomers = holdsRole(person.roles, ['advisor']);
  return (
    <>
      <h1>Stand-ins</h1>
      <p className="pb-3 text-soft">
        They stand where a device or a service would, to practice with: what they send is made up, and nothing
        leaves this machine.{' '}
        {shop.demo ? '' : 'In a shop that works in earnest each is off until it is chosen here.'}
      </p>
      <div className="grid gap-x-10 gap-y-8 *:min-w-0 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section>
          <h2 className="border-b border-ink pb-1">The message gateway’s outbox</h2>
          {gateway.chosen && !gateway.working && (
            <p className="hatch mt-2 px-4 py-2 font-medium">It is out of order: messages wait.</p>
          )}
          {!gateway.chosen && (
            <p className="pt-2">
              The stand-in gateway is off. What carries messages out is said under{' '}
              <Link href="/messages">Messages</Link>.
            </p>
          )}
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
        <div className="grid min-w-0 content-start gap-8 *:min-w-0">
          <section>
            <h2 className="border-b border-ink pb-1">Which are in use</h2>
            <ul>
              {STAND_IN_NAMES.map((standIn) => (
                <StandInSwitch key={standIn} standIn={standIn} {...now[standIn]} mayChoose={mayChoose} />
              ))}
            </ul>
          </section>
          {rack.chosen && (
            <section>
              <h2 className="mb-2 border-b border-ink pb-1">A sheet from the rack</h2>
              <RackDrop
                orders={orders.map((order) => ({ id: order.id, words: `${order.number} · ${order.label}` }))}
              />
              <p className="pt-2 text-sm break-all text-soft">Its folder: {rackFolder()}</p>
            </section>
          )}
        </div>
      </div>
    </>
  );
}
