import { LARGEST, jsonOf } from '@/server/body';
import { contractOf, isCommandName } from '@/contracts/commands';
import { execute } from '@/server/commands/execute';
import { actorOrAnswer, withMutationGuards, json } from '@/server/http';

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }) {
  const { name } = await params;
  return withMutationGuards(async () => {
    const envelope = await jsonOf(
      request,
      (isCommandName(name) && contractOf(name).mostBytes) || LARGEST.command,
    );
    const session = await actorOrAnswer();
    if (session instanceof Response) return session;
    const answer = await execute(name, envelope, {
      person: session.person,
      deviceId: session.deviceId,
    });
    return json(answer.ok ? 200 : 400, answer);
  })(request);
}
