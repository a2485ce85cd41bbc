import type { BayBundle } from '../bay/bay-bundle';
import type { PracticeTry } from '@/practice/practice-try';

/** A practice car as the bay shows any other: its entries so far, nothing of what is hidden in it. */
export function practiceBundle(
  id: string,
  one: PracticeTry,
  person: {
    id: string;
    name: string;
    torqueUnit: 'lbft' | 'nm';
    lengthUnit: 'in' | 'mm';
  },
  shop: { timeZone: string; now: string },
): BayBundle {
  const me = { id: person.id, name: person.name };
  return {
    orderId: id,
    number: 0,
    label: one.car.scenario.car,
    body: 'pick-up',
    wheelbaseMm: 3000,
    entries: one.entries,
    document: one.car.document,
    viewer: { ...me, torqueUnit: person.torqueUnit, lengthUnit: person.lengthUnit, isLead: true },
    deviceId: one.car.deviceId,
    people: [me],
    leads: [me],
    names: { [person.id]: person.name, 'somebody else': 'Somebody else' },
    places: [],
    wrenches: one.car.wrenches.map(({ outReason, ...wrench }) => ({ ...wrench, out: outReason })),
    link: null,
    tray: [],
    standInWrench: true,
    gauges: true,
    sources: [],
    elsewhere: [],
    timeZone: shop.timeZone,
    coilStepTurns: 0.25,
    readAt: shop.now,
  };
}
