import 'server-only';
import path from 'node:path';
import workerpool, { type Pool, type WorkerPoolOptions } from 'workerpool';

/** What is worked out beside the server: one that takes long holds nobody else up, one that takes too long is ended. */
type Threads = 'calc-worker' | 'zip-worker' | 'paper-worker' | 'walk-worker' | 'lot-worker';

const held = globalThis as typeof globalThis & { wrenchwiseThreads?: Map<Threads, Pool> };

const scriptOf = (name: Threads) =>
  path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), '.build', `${name}.mjs`);

/** Threads that end with what they were asked, and take its memory with them. */
export const freshThreads = (name: Threads, most = 1): Pool =>
  workerpool.pool(scriptOf(name), { workerType: 'thread', maxWorkers: most });

/** Threads that stay for the next question, one set for the whole server. */
export function threads(name: Threads, options: WorkerPoolOptions): Pool {
  const all = (held.wrenchwiseThreads ??= new Map());
  if (!all.has(name))
    all.set(
      name,
      workerpool.pool(scriptOf(name), {
        workerType: 'thread',
        ...options,
        // The server, or a command that used one, may end while a thread waits for the next question.
        onCreateWorker: () => {
          setImmediate(() => {
            for (const { worker } of (
              all.get(name) as unknown as { workers: { worker: { unref?: () => void } }[] }
            ).workers)
              worker.unref?.();
          });
          return undefined;
        },
      }),
    );
  return all.get(name)!;
}
