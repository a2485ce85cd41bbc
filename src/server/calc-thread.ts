import 'server-only';
import type { CalcAnswer } from '@/core/calc';
import { threads } from './threads';

const LIMIT_MS = 5000;
/** So many wait at most; one more is told so at once. */
const MOST_WAITING = 40;

const refused = (code: string, message: string): CalcAnswer => ({
  ok: false,
  error: { code, message, field: '' },
});

/** Why a thread gave no answer, as the package that keeps them says it. */
function whyNone(error: unknown): CalcAnswer {
  const { name, message } = error as Error;
  if (name === 'TimeoutError')
    return refused('too-long', 'That takes longer than five seconds: ask for less at once.');
  if (name === 'CancellationError') return refused('too-long', 'Nobody waits for it any more.');
  if (/queue/i.test(message))
    return refused('busy', 'Too many calculations wait already: ask again in a moment.');
  return refused('too-long', 'The calculation failed.');
}

/**
 * Answers a calculation in a thread of its own, one after the other, each within five seconds.
 * @param gone fires when whoever asked no longer waits: it is left out, or ended
 */
export async function answerInThread(name: string, input: unknown, gone?: AbortSignal): Promise<CalcAnswer> {
  const pool = threads('calc-worker', { maxWorkers: 1, maxQueueSize: MOST_WAITING });
  try {
    const asked = pool.exec('answer', [name, input]).timeout(LIMIT_MS);
    gone?.addEventListener('abort', () => void asked.cancel());
    return (await asked) as CalcAnswer;
  } catch (error) {
    return whyNone(error);
  }
}
