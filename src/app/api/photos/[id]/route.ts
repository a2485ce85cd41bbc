import { currentSession } from '@/server/http';
import { readPhoto } from '@/server/photos/store';

/** A stored picture; it never changes, so a browser may keep it. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  if (!(await currentSession())) return new Response('Sign in first.', { status: 401 });
  const size = new URL(request.url).searchParams.get('size') === 'small' ? 'small' : 'full';
  const photo = await readPhoto((await params).id, size);
  if (!photo) return new Response('No such picture.', { status: 404 });
  const etag = `"${photo.sha256}-${size}"`;
  const headers = {
    ETag: etag,
    'Cache-Control': 'private, max-age=31536000, immutable',
    'Content-Type': 'image/jpeg',
  };
  if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(photo.bytes), { headers });
}
