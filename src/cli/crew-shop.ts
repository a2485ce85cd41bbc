/** Opens a shop with the demo's crew, catalog and tool boards and no car, on a day given as an ISO instant. For tests. */
import { hash } from '@node-rs/argon2';
import { stockCatalog } from '../../demo/catalog';
import { CREW } from '../../demo/crew';
import { DemoDriver } from '../../demo/driver';
import { stockTools } from '../../demo/tools';
import { closePool, db } from '../server/database';

const shop = new DemoDriver(process.argv[2]!, 'crew');
await shop.open();
await stockCatalog(shop);
await stockTools(shop);
// Tests give the crew's PINs hundreds of times: here alone they are hashed as cheaply as can be.
const cheap = { memoryCost: 8, timeCost: 1, parallelism: 1 };
for (const { name, password, pin } of CREW)
  await db().run('UPDATE person SET password_hash = ?, pin_hash = ? WHERE name = ?', [
    await hash(password, cheap),
    await hash(pin, cheap),
    name,
  ]);
await closePool();
