/** Opens a shop with the demo's crew, catalog and tool boards and no car, on a day given as an ISO instant. */
import { stockCatalog } from '../../demo/catalog';
import { DemoDriver } from '../../demo/driver';
import { stockTools } from '../../demo/tools';
import { closePool } from '../server/database';

const shop = new DemoDriver(process.argv[2]!, 'crew');
await shop.open();
await stockCatalog(shop);
await stockTools(shop);
await closePool();
