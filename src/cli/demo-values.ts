/** Gives a demo shop that an earlier release began its made-up values. */
import { keepDemoValues } from '../../demo/values';
import { closePool } from '../server/database';

await keepDemoValues(new Date());
await closePool();
