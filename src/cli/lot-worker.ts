/** A thread that walks some cars of the record: two of them use what one would leave of the machine. */
import workerpool from 'workerpool';
import { closePool } from '../server/database';
import { type WalkLot, walkLot } from '../server/entries/verify';

const walk: WalkLot = (cars, mended) => walkLot(cars, mended);
workerpool.worker({ walk }, { onTerminate: () => closePool() });
