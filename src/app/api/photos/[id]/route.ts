import { currentSession } from '@/server/http';
import { photoResponse } from '@/server/photos/answer';

/** A stored picture, for the crew. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  if (!(await currentSession())) return new Response('Sign in first.', { status: 401 });
  return (
    (await photoResponse(request, (await params).id)) ?? new Response('No such picture.', { status: 404 })
  );
}
