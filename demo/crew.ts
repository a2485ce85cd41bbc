import type { Role } from '../src/core/ledger/roles';

/** The made-up crew of the demo shop. Passwords that everybody can read are for the demo on this machine only. */
export const CREW: {
  name: string;
  roles: Role[];
  password: string;
  pin: string;
  lengthUnit: 'in' | 'mm';
  torqueUnit: 'lbft' | 'nm';
}[] = [
  {
    name: 'Odalys',
    roles: ['owner'],
    password: 'paint-pen-odalys',
    pin: '4101',
    lengthUnit: 'in',
    torqueUnit: 'lbft',
  },
  {
    name: 'Brannoch',
    roles: ['tech'],
    password: 'paint-pen-brannoch',
    pin: '4202',
    lengthUnit: 'in',
    torqueUnit: 'lbft',
  },
  {
    name: 'Ilse',
    roles: ['tech'],
    password: 'paint-pen-ilse',
    pin: '4303',
    lengthUnit: 'mm',
    torqueUnit: 'nm',
  },
  {
    name: 'Teodor',
    roles: ['tech', 'advisor'],
    password: 'paint-pen-teodor',
    pin: '4404',
    lengthUnit: 'in',
    torqueUnit: 'lbft',
  },
];
export type CrewName = 'Odalys' | 'Brannoch' | 'Ilse' | 'Teodor';

export const SHOP = {
  name: 'High Meadow Chassis',
  timeZone: 'America/Denver',
  currency: 'USD',
  distanceUnit: 'mi' as const,
};
