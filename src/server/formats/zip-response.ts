import 'server-only';
/** A ZIP as a download that nobody on the way keeps. */
export const zipResponse = (zip: Buffer | ReadableStream<Uint8Array>, name: string) =>
  new Response(zip instanceof ReadableStream ? zip : new Uint8Array(zip), {
    headers: {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  });
