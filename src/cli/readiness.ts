import { closePool } from '../server/database';
import { readiness } from '../server/running/readiness';

/** What a server would stand on here, as JSON: of what can be asked without one. */
const checks = await readiness(['database', 'schema', 'disk', 'clock']);
await closePool();
console.log(JSON.stringify(checks));
