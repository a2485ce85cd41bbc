import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { nextThing } from '@/core/ledger/next-thing';
import { isRecheck } from '@/core/ledger/order-state';
import { holdsRole } from '@/core/ledger/roles';
import { jobTimes } from '@/core/ledger/step-times';
import { tapeOf } from '@/core/ledger/tape';
import { shopClock, shopDay, spanText } from '@/core/units/shop-time';
import { lastTorqueWords, stepPhotos, targetWords } from '@/features/bay/bay-facts';
import { BayView } from '@/features/bay/bay-view';
import { orderHref } from '@/features/orders/order-href';
import { Unlock } from '@/features/shell/unlock';
import { currentSession } from '@/server/http';
import {
  crewNames,
  orderPage,
  placesOfShop,
  runSources,
  shopWrenches,
  wrenchOfTablet,
} from '@/server/queries/page-data';

export const metadata: Metadata = { title: 'Bay' };

export default async function BayPage({ params }: { params: Promise<{ id: string }> }) {
  const { file, viewer, nowIso } = await orderPage(params);
  const { state, shop, people } = file;
  if (!state.document || !state.run) redirect(`/orders/${file.id}/work`);
  const session = await currentSession();
  const [{ everybody, leads }, places, wrenches, { link, tray }, sources] = await Promise.all([
    crewNames(),
    placesOfShop(),
    shopWrenches(),
    wrenchOfTablet(session!.deviceId),
    runSources(state.document),
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
  const next = nextThing(state);
  const times = jobTimes(state, nowIso);
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
        link={link}
        tray={tray}
        today={shopDay(nowIso, shop.timeZone)}
        clockRunning={running.some((span) => span.personId === viewer.id)}
        clockWords={clockWords}
        onClock={Object.fromEntries(running.map((span) => [span.personId, { helper: span.helper }]))}
        over={times.over}
        stuck={times.stuck
          .filter((one) => one.open)
          .map(({ stuckId, fastenerId, minutes }) => ({ stuckId, fastenerId, minutes }))}
        recheck={isRecheck(state)}
        lastTorques={lastTorqueWords(state, people, shop.timeZone)}
        photoSteps={state.photos.flatMap((photo) => (photo.data.stepId ? [photo.data.stepId] : []))}
        stepPhotos={stepPhotos(state)}
        cuts={state.cuts}
        coilStepTurns={shop.coilStepTurns}
        settings={state.settings.map((entry) => entry.data)}
        targets={targetWords(state, viewer.lengthUnit)}
        sources={sources}
        kit={state.parts.list?.data.kit ?? null}
        next={{ text: next.text, href: orderHref(file.id, next.page) }}
        alarm={state.alarms[0]?.message ?? null}
      />
    </Unlock>
  );
}
