import type { Answered } from '@/contracts/answer';

/** A picture as the shop has kept it. */
type Stored = Answered<{ photoId: string }>;

const LOST: Stored = {
  ok: false,
  errors: [{ field: 'file', code: 'network', message: 'The picture did not get through: try again.' }],
};

/** Sends one picture to the shop, telling how far it is. The same picture sent twice is kept once. */
export function uploadPhoto(file: File, onProgress?: (share: number) => void): Promise<Stored> {
  return new Promise((resolve) => {
    const body = new FormData();
    body.set('file', file);
    const request = new XMLHttpRequest();
    request.open('POST', '/api/photos');
    request.upload.onprogress = (event) => {
      if (event.lengthComputable) onProgress?.(event.loaded / event.total);
    };
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText) as Stored);
      } catch {
        resolve(LOST);
      }
    };
    request.onerror = () => resolve(LOST);
    request.ontimeout = () => resolve(LOST);
    request.send(body);
  });
}
