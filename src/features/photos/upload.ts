import type { FieldError } from '@/server/commands/execute';

type Answer = { ok: true; answer: Record<string, unknown> } | { ok: false; errors: FieldError[] };

const LOST: Answer = {
  ok: false,
  errors: [{ field: 'file', code: 'network', message: 'The picture did not get through: try again.' }],
};

/** Sends one picture to the shop, telling how far it is. The same picture sent twice is kept once. */
export function uploadPhoto(file: File, onProgress?: (share: number) => void): Promise<Answer> {
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
        resolve(JSON.parse(request.responseText) as Answer);
      } catch {
        resolve(LOST);
      }
    };
    request.onerror = () => resolve(LOST);
    request.ontimeout = () => resolve(LOST);
    request.send(body);
  });
}
