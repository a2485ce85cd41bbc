import { answerInThread } from '@/server/calc/calc-thread';
import { json } from '@/server/http';

const MOST_BYTES = 256 * 1024;

const bad = (status: number, code: string, message: string) =>
  json(status, { ok: false, error: { code, message, field: '' } });

/** One calculator by its name: the input is the body, no sign-in is needed and nothing is kept. */
export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  const text = await request.text();
  if (Buffer.byteLength(text) > MOST_BYTES) return bad(413, 'too-large', 'At most 256 KB at once.');
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch {
    return bad(400, 'bad-json', 'The body is not JSON.');
  }
  const answer = await answerInThread(name, input);
  return json(answer.ok ? 200 : 400, answer);
}
