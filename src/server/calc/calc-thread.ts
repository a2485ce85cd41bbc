import 'server-only';
import path from 'node:path';
import type { Worker as Thread } from 'node:worker_threads';
import type { CalcAnswer } from '@/core/calc';

const LIMIT_MS = 5000;

interface Waiting {
  id: number;
  name: string;
  input: unknown;
  done: (answer: CalcAnswer) => void;
}

const held = globalThis as typeof globalThis & {
  wrenchwiseCalc?: { worker: Thread | null; queue: Waiting[]; count: number };
};
const line = () => (held.wrenchwiseCalc ??= { worker: null, queue: [], count: 0 });

const lost = (message: string): CalcAnswer => ({
  ok: false,
  error: { code: 'too-long', message, field: '' },
});

function thread(): Thread {
  const state = line();
  if (!state.worker) {
    const file = path.join(process.env.WRENCHWISE_ROOT ?? process.cwd(), '.build', 'calc-worker.mjs');
    // Asked of the process: the bundler would otherwise look for the thread's file at build time.
    const { Worker } = process.getBuiltinModule('node:worker_threads');
    const worker = new Worker(file);
    // The server may end while the thread waits for the next question.
    worker.unref();
    worker.on('exit', () => {
      if (state.worker === worker) state.worker = null;
    });
    state.worker = worker;
  }
  return state.worker;
}

function next(): void {
  const state = line();
  const asked = state.queue[0];
  if (!asked) return;
  const worker = thread();
  const finish = (answer: CalcAnswer) => {
    clearTimeout(timer);
    worker.off('message', onMessage);
    worker.off('error', onError);
    state.queue.shift();
    asked.done(answer);
    next();
  };
  const onMessage = (message: { id: number; answer: CalcAnswer }) => {
    if (message.id === asked.id) finish(message.answer);
  };
  const onError = () => {
    state.worker = null;
    finish(lost('The calculation failed.'));
  };
  const timer = setTimeout(() => {
    state.worker = null;
    void worker.terminate();
    finish(lost('That takes longer than five seconds: ask for less at once.'));
  }, LIMIT_MS);
  worker.on('message', onMessage);
  worker.on('error', onError);
  worker.postMessage({ id: asked.id, name: asked.name, input: asked.input });
}

/** So many wait at most; one more is told so at once. */
const MOST_WAITING = 40;

/**
 * Answers a calculation in a thread of its own, one after the other, each within five seconds.
 * @param gone fires when whoever asked no longer waits: what has not begun is then left out
 */
export function answerInThread(name: string, input: unknown, gone?: AbortSignal): Promise<CalcAnswer> {
  const state = line();
  if (state.queue.length >= MOST_WAITING)
    return Promise.resolve({
      ok: false,
      error: {
        code: 'busy',
        message: 'Too many calculations wait already: ask again in a moment.',
        field: '',
      },
    });
  return new Promise((resolve) => {
    state.count += 1;
    const asked = { id: state.count, name, input, done: resolve };
    state.queue.push(asked);
    gone?.addEventListener('abort', () => {
      const at = state.queue.indexOf(asked);
      // The first is being worked out, and ends by itself.
      if (at > 0) state.queue.splice(at, 1);
      resolve(lost('Nobody waits for it any more.'));
    });
    if (state.queue.length === 1) next();
  });
}
