import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Procedure } from '../src/core/procedure/types';
import type { DemoDriver } from './driver';
import type { DemoJob } from './job';
import { drawScene } from '../src/server/devices/camera';
import { storePhoto } from '../src/server/photos/store';

/** What finished jobs would do differently: one proven here, one hearsay. */
export async function lessonsOf(shop: DemoDriver, rescue: string, farrier: string): Promise<void> {
  await shop.act('Brannoch', 'lesson.record', {
    orderId: rescue,
    about: 'wrong size',
    stepId: 'C/hose-off-L',
    text: 'The hose bracket took a 13 mm socket on this build, not 12.',
    standing: 'proven here',
  });
  await shop.act('Ilse', 'lesson.record', {
    orderId: farrier,
    about: 'order of steps',
    stepId: 'C/arms-slack',
    text: 'Slacken the arm pivots before the links come off: somebody at the partner’s says it saves the wrestling.',
    standing: 'hearsay',
  });
}

/** The shop's own version of a procedure: a measure brought forward, with the reason. */
export async function ownVersion(shop: DemoDriver): Promise<void> {
  const file = path.join(
    process.env.WRENCHWISE_ROOT ?? process.cwd(),
    'procedures',
    'rear-leaf-shackles.json',
  );
  const procedure = JSON.parse(readFileSync(file, 'utf8')) as Procedure;
  const steps = procedure.steps.map((step) =>
    step.id === 'shackle-ease'
      ? { ...step, minutes: 20, why: 'Oiled the day before, they come; dry, they shear.' }
      : step,
  );
  await shop.act('Odalys', 'procedure.save', {
    procedure: { ...procedure, steps },
    basedOn: 1,
    note: 'Two sheared bolts this spring: oil the day before, and more time for it.',
  });
}

/** The cart whose kingpin would not come: a rusty job that runs long, with the photo for the customer. */
export async function rustyCart(cart: DemoJob): Promise<void> {
  const { shop } = cart;
  await cart.started();
  await cart.clockOn();
  await cart.work({ step: 'P/spindle-off-R' });
  const { photoId } = await storePhoto(
    await drawScene({ kind: 'fastener', words: 'Kingpin, right', seed: 3 }),
  );
  await shop.act('Ilse', 'photo.bind', {
    orderId: cart.orderId,
    photoId,
    stepId: 'P/spindle-off-R',
    corner: 'RF',
    caption: 'seized kingpin',
  });
  const stuck = await shop.act(
    'Ilse',
    'stuck.begin',
    { orderId: cart.orderId, fastenerId: 'P/kingpin-R', what: 'seized', photoId },
    45,
  );
  await shop.act('Ilse', 'stuck.end', { orderId: cart.orderId, stuckId: stuck.stuckId, how: 'heat' }, 1);
  await shop.act('Ilse', 'finding.record', {
    orderId: cart.orderId,
    area: 'front',
    grade: 'now',
    text: 'Right kingpin bushing worn oval',
    photoId,
  });
  await cart.clockOff('wrong part');
}

/** A doubt and a setting that go with the orchard's truck. */
export async function orchardNotes(shop: DemoDriver, orchard: DemoJob): Promise<void> {
  await shop.act('Brannoch', 'watch.add', {
    orderId: orchard.orderId,
    text: 'Left liner sits a finger from the tire at lock',
    photoId: null,
    byDay: null,
    byDistance: { distance: 400, unit: 'mi' },
  });
}
