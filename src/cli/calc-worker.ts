/** A thread of its own for calculations asked over HTTP: one that takes too long is ended without stopping the server. */
import { parentPort } from 'node:worker_threads';
import { answer } from '../core/calc';

parentPort?.on('message', ({ id, name, input }: { id: number; name: string; input: unknown }) => {
  parentPort?.postMessage({ id, answer: answer(name, input) });
});
