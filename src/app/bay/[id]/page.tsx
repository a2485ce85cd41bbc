import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { nextThing } from '@/core/ledger/next-thing';
import { isJob } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { tapeOf } from '@/core/ledger/tape';
import { shopClock, shopDay, spanText } from '@/core/units/shop-time';
import { BayView } from '@/features/bay/bay-view';
import { orderHref } from '@/features/orders/order-href';
import { Unlock } from '@/features/shell/unlock';
import { crewNames, orderPage, placesOfShop, shopWrenches } from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Bay' };

export default async function BayPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer, nowIso } = await orderPage(params);
  const { state, shop, people } = file;
  if (!state.document || !state.run) redirect(`/orders/${file.id}/work`);
  const [{ everybody, leads }, places, wrenches] = await Promise.all([
    crewNames(),
    placesOfShop(),
    shopWrenches(),
  ]);
  const running = state.clocks.filter((span) => span.to === null);
  const clockWords = running.length
    ? running
        .map(
          (span) =>
            `${people[span.personId]} on it since ${shopClock(span.from, shop.timeZone)}, ${spanText(Date.parse(nowIso) - Date.parse(span.from))}`,
        )
        .join('; ')
    : 'Nobody is on the clock';
  const lastTorques = Object.fromEntries(
    state.torques.map((entry) => [
      entry.data.fastenerId,
      {
        entryId: entry.id,
        personId: entry.personId,
        words: `${people[entry.personId]}, ${entry.data.wrench.name}, ${'clicked' in entry.data.reading ? 'clicked' : `${entry.data.reading.value} ${entry.data.reading.unit}`}${entry.data.moved ? ', had moved' : ''}, ${shopClock(entry.at, shop.timeZone)}`,
      },
    ]),
  );
  const next = nextThing(state);
  return (
    <Unlock people={everybody}>
      <BayView
        orderId={file.id}
        label={file.vehicle.label}
        placeName={places.find((place) => place.id === state.place)?.name.toLowerCase() ?? 'yard'}
        document={state.document}
        run={state.run}
        marks={tapeOf(state)}
        viewer={{
          id: viewer.id,
          name: viewer.name,
          torqueUnit: viewer.torqueUnit,
          isLead: holdsRole(viewer.roles, ['lead']),
        }}
        people={everybody}
        leads={leads}
        wrenches={wrenches}
        today={shopDay(nowIso, shop.timeZone)}
        clockRunning={running.some((span) => span.personId === viewer.id)}
        clockWords={clockWords}
        recheck={!isJob(state)}
        lastTorques={lastTorques}
        photoSteps={state.photos.flatMap((photo) => (photo.data.stepId ? [photo.data.stepId] : []))}
        next={{ text: next.text, href: orderHref(file.id, next.page) }}
        alarm={state.alarms[0]?.message ?? null}
      />
    </Unlock>
  );
}
