/** A thread for calculations asked over HTTP: one that takes too long is ended without stopping the server. */
import workerpool from 'workerpool';
import { answer } from '../core/calc';

workerpool.worker({ answer });
