import 'server-only';
import { readPhoto } from './store';

/**
 * A stored picture as an answer, full or small. A browser keeps it and asks each time whether it may
 * still show it, so that nothing is seen after a session has ended; null when there is none.
 */
export async function photoResponse(request: Request, photoId: string): Promise<Response | null> {
  const size = new URL(request.url).searchParams.get('size') === 'small' ? 'small' : 'full';
  const photo = await readPhoto(photoId, size);
  if (!photo) return null;
  const etag = `"${photo.sha256}-${size}"`;
  const headers = {
    ETag: etag,
    'Cache-Control': 'private, no-cache',
    'Content-Type': 'image/jpeg',
  };
  if (request.headers.get('if-none-match') === etag) return new Response(null, { status: 304, headers });
  return new Response(new Uint8Array(photo.bytes), { headers });
}
