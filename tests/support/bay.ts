import type { Entry } from '@/core/ledger/entries';
import { type BayBundle, bayPropsOf, stateOf } from '@/features/bay/bay-bundle';
import type { BayProps } from '@/features/bay/bay-props';
import type { Wrench } from '@/server/queries/orders';
import { Tablet } from './tablet';

export const ORDER = '00000000-0000-4000-8000-00000000000a';
export const BRANNOCH = '00000000-0000-4000-8000-00000000000b';
export const ODALYS = '00000000-0000-4000-8000-00000000000c';
export const ILSE = '00000000-0000-4000-8000-00000000000d';
export const DEVICE = '00000000-0000-4000-8000-00000000000e';
export const NOW = '2026-04-14T18:30:00.000Z';

export const LONG_CLICKER: Wrench = {
  id: '00000000-0000-4000-8000-0000000000f1',
  name: 'Long clicker',
  lowNm: 40,
  highNm: 340,
  calibrationDue: '2027-01-01',
  out: null,
};
export const SHORT_CLICKER: Wrench = {
  ...LONG_CLICKER,
  id: '00000000-0000-4000-8000-0000000000f2',
  name: 'Short clicker',
  lowNm: 5,
  highNm: 60,
  calibrationDue: '2026-02-01',
};

/** The car a tablet works on, as the shop sends it to the bay. */
export function bayOf(tablet: Tablet, more: Partial<BayBundle> = {}): BayBundle {
  return {
    orderId: ORDER,
    number: 1601,
    label: 'Moss wagon · KLM 204',
    body: 'wagon',
    wheelbaseMm: 2700,
    entries: tablet.entries.map((entry): Entry => ({ ...entry, chain: ORDER })),
    document: tablet.document,
    viewer: { id: BRANNOCH, name: 'Brannoch', torqueUnit: 'lbft', isLead: false, lengthUnit: 'in' },
    deviceId: DEVICE,
    people: [
      { id: BRANNOCH, name: 'Brannoch' },
      { id: ILSE, name: 'Ilse' },
    ],
    leads: [{ id: ODALYS, name: 'Odalys' }],
    names: { [BRANNOCH]: 'Brannoch', [ILSE]: 'Ilse', [ODALYS]: 'Odalys', p: 'Brannoch', l: 'Odalys' },
    places: [],
    wrenches: [LONG_CLICKER, SHORT_CLICKER],
    link: null,
    tray: [],
    sources: [],
    timeZone: 'America/Denver',
    coilStepTurns: 0.25,
    elsewhere: [],
    readAt: NOW,
    ...more,
  };
}

export function bayProps(tablet: Tablet, more: Partial<BayBundle> = {}): BayProps {
  const bundle = bayOf(tablet, more);
  return bayPropsOf(bundle, stateOf(bundle), NOW);
}
