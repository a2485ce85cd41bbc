/** A thread that walks the whole record: every entry hashed and every picture read hold nobody else up. */
import workerpool from 'workerpool';
import { closePool } from '../server/database';
import { walkRecord } from '../server/running/walk-record';

workerpool.worker({
  async walk() {
    try {
      return await walkRecord({ by: 'server', begun: true });
    } finally {
      await closePool();
    }
  },
});
