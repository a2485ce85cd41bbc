'use client';

import { Link } from '@/ui/link';
import { useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { CommandRouteContext } from '@/features/transport/use-command';
import { type BayBundle, bayPropsOf, heightsPropsOf, stateOf } from '../bay/bay-bundle';
import { BayView } from '../bay/bay-view';
import { KeepPhotoContext } from '../photos/photo-upload';
import { useComeBack } from '../live/use-come-back';
import { useLive } from '../live/use-live';
import { Unlock } from '../shell/unlock';
import { BayHeights } from './bay-heights';
import { OfflineStrip } from './offline-strip';
import { registerWorker } from './register-worker';
import { useBay } from './use-bay';

const noChange = () => () => undefined;
const pathNow = () => window.location.pathname;
const idIn = (path: string) => /^\/bay\/([0-9a-f-]{36})/.exec(path)?.[1] ?? null;

const CLOCK_STEP_MS = 30_000;

/** What the shop's clock says: as it was when the car was read, and the time that has passed since. */
function useShopClock(readAt: string | null): string {
  const [passed, setPassed] = useState<{ readAt: string | null; ms: number }>({ readAt, ms: 0 });
  useEffect(() => {
    const from = performance.now();
    const timer = setInterval(() => setPassed({ readAt, ms: performance.now() - from }), CLOCK_STEP_MS);
    return () => clearInterval(timer);
  }, [readAt]);
  if (readAt === null) return '';
  return new Date(Date.parse(readAt) + (passed.readAt === readAt ? passed.ms : 0)).toISOString();
}

/** The bay as it runs on a tablet: begins from what the server sent, or from what the tablet kept. */
export function BayApp({ first }: { first: BayBundle | null }) {
  const path = useSyncExternalStore(noChange, pathNow, () => null);
  const orderId = first?.orderId ?? (path === null ? null : idIn(path));
  const looked = first !== null || path !== null;
  useEffect(() => void registerWorker(), []);
  const bay = useBay(orderId, first);
  const { bundle, pending, route } = bay;
  const nowIso = useShopClock(bundle?.readAt ?? null);
  const known = bundle?.entries.at(-1)?.seq ?? 0;
  // The car's own record as far as it is not here yet, or the wrenches and people it is worked with.
  useLive((moved) => {
    const shown = [orderId, 'shop', ...(bundle?.elsewhere ?? []).map((one) => one.orderId)];
    if (
      !moved ||
      moved.some(({ chain, count }) => shown.includes(chain) && !(chain === orderId && count <= known))
    )
      route.refresh();
  }, bay.online);
  useComeBack(bay.comeBack);
  const state = useMemo(
    () =>
      bundle
        ? stateOf(
            bundle,
            pending.flatMap((move) => move.entries),
          )
        : null,
    [bundle, pending],
  );
  if (!bundle || !state?.run) {
    return (
      <div data-theme="bay" className="bay grid min-h-screen content-start gap-4 bg-paper p-8 text-ink">
        <h1 className="text-4xl">Bay</h1>
        <p className="max-w-xl text-lg">
          {!looked
            ? 'Looking for the car…'
            : bay.missing
              ? 'There is no work to show for this car.'
              : bay.online
                ? 'Open a car from Today: this page is what the tablet keeps for when there is no network.'
                : 'No network, and this tablet has not had this car open before. Go where the network reaches once; from then on it works here too.'}
        </p>
        <p>
          <Link href="/" className="btn">
            Today
          </Link>
        </p>
      </div>
    );
  }
  const props = bayPropsOf(bundle, state, nowIso);
  return (
    <CommandRouteContext.Provider value={route}>
      <KeepPhotoContext.Provider value={bay.able ? bay.keepPhoto : null}>
        <Unlock people={bundle.people} before={bundle.viewer.id}>
          <BayView
            {...props}
            strip={<OfflineStrip bay={bay} document={state.document} />}
            heights={<BayHeights {...heightsPropsOf(bundle, state)} count={state.heights.length} />}
          />
        </Unlock>
      </KeepPhotoContext.Provider>
    </CommandRouteContext.Provider>
  );
}
