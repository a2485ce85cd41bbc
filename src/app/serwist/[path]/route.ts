import { createSerwistRoute } from '@serwist/turbopack';

/** The service worker, bundled when the application is built, with the list of everything the bay needs. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/workers/bay-worker.ts',
  useNativeEsbuild: true,
});
