/** Ends every session and forgets which devices a password opened: after a restore everybody signs in anew. */
import { closePool, db } from '../server/database';

await db().run('UPDATE session SET ended_at = UTC_TIMESTAMP(3) WHERE ended_at IS NULL');
await db().run('UPDATE device SET password_at = NULL');
await closePool();
