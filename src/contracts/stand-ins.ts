/** What stands where a device or a service would, by name, and what it does. */
export const STAND_INS = {
  gateway: ['Message gateway', 'Keeps every text and mail in an outbox on this machine: nothing leaves it.'],
  supplier: ['Parts supplier', 'Answers an order with a day it makes up.'],
  rack: ['Alignment rack', 'Drops sheets with readings it makes up into the rack’s folder.'],
  camera: ['Camera', 'Draws pictures to practice with.'],
  gauges: [
    'Height gauges',
    'Four at the wheels: they read where the record says that the car stands, off as a tape is.',
  ],
  wrench: ['Torque wrench', 'Sends the readings it is told to: nothing was turned.'],
} as const;

export type StandIn = keyof typeof STAND_INS;
export const STAND_IN_NAMES = Object.keys(STAND_INS) as StandIn[];
