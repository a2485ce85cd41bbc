import 'server-only';
import { holdsRole } from '@/core/ledger/roles';
import { hasRefits } from '@/core/procedure/refits';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { standInsNow } from '@/server/devices/chosen';
import { elsewhereOnTheCar } from '@/server/other-orders';
import { readOrderFile } from '@/server/queries/order';
import {
  crewNames,
  placesOfShop,
  runSources,
  shopWrenches,
  wrenchOfTablet,
} from '@/server/queries/page-data';
import { rungMinutes } from '@/server/queries/rung-minutes';
import { whoMayAlone } from '@/server/queries/skills';
import type { Session } from '@/server/sessions/sessions';
import type { BayBundle } from './bay-bundle';

/** Reads everything the bay needs of one car; null when there is no such order, `no-run` before its work has begun. */
export async function readBayBundle(orderId: string, session: Session): Promise<BayBundle | 'no-run' | null> {
  const file = /^[0-9a-f-]{36}$/.test(orderId) ? await readOrderFile(db(), orderId) : null;
  if (!file) return null;
  const { state, shop, people: names } = file;
  if (!state.document || !state.run) return 'no-run';
  const [{ everybody, leads }, places, wrenches, { link, tray }, sources, elsewhere, standIns, rungs, alone] =
    await Promise.all([
      crewNames(),
      placesOfShop(),
      shopWrenches(),
      wrenchOfTablet(session.deviceId),
      runSources(state.document),
      elsewhereOnTheCar(db(), { id: file.id, vehicleId: file.vehicle.id }),
      standInsNow(db()),
      hasRefits(state.document) ? rungMinutes(db()) : undefined,
      whoMayAlone(db(), now()),
    ]);
  const { person } = session;
  return {
    orderId: file.id,
    number: file.number,
    label: file.vehicle.label,
    body: file.vehicle.body,
    wheelbaseMm: file.vehicle.wheelbaseMm,
    entries: file.entries,
    document: state.document,
    viewer: {
      id: person.id,
      name: person.name,
      torqueUnit: person.torqueUnit,
      lengthUnit: person.lengthUnit,
      isLead: holdsRole(person.roles, ['lead']),
    },
    deviceId: session.deviceId,
    people: everybody,
    leads,
    names,
    places,
    wrenches,
    link,
    tray,
    standInWrench: standIns.wrench.chosen,
    gauges: standIns.gauges.chosen,
    sources,
    elsewhere,
    timeZone: shop.timeZone,
    coilStepTurns: shop.coilStepTurns,
    rungMinutes: rungs,
    alone,
    readAt: now().toISOString(),
  };
}
