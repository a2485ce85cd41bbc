/** A thread that walks some cars of the record: several use all of a machine's cores. */
import workerpool from 'workerpool';
import { closePool } from '../server/database';
import { walkLot } from '../server/entries/verify';

workerpool.worker({ walk: walkLot }, { onTerminate: () => closePool() });
