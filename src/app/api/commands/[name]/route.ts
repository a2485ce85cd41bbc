import { execute } from '@/server/commands/execute';
import { actorOrAnswer, changing, json } from '@/server/http';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  return changing(async () => {
    const session = await actorOrAnswer();
    if (session instanceof Response) return session;
    const answer = await execute(name, await request.json(), {
      person: session.person,
      deviceId: session.deviceId,
    });
    return json(answer.ok ? 200 : 400, answer);
  })(request);
}
