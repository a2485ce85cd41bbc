import { Refusal } from '@/core/refusal';
import { LARGEST, jsonOf } from '@/server/body';
import { answerInThread } from '@/server/calc-thread';
import { json } from '@/server/http';

const bad = (status: number, code: string, message: string) =>
  json(status, { ok: false, error: { code, message, field: '' } });

/** One calculator by its name: the input is the body, no sign-in is needed and nothing is kept. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  let input: unknown;
  try {
    input = await jsonOf(request, LARGEST.calc);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return bad(error.code === 'too-large' ? 413 : 400, error.code, error.message);
  }
  const answer = await answerInThread(name, input, request.signal);
  return json(answer.ok ? 200 : 400, answer);
}
