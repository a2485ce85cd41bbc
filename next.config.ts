import type { NextConfig } from 'next';
import { ANY_ORDER, AN_ID } from './src/server/page-scripts';

const config: NextConfig = {
  turbopack: { root: __dirname },
  serverExternalPackages: [
    'sharp',
    '@node-rs/argon2',
    'mysql2',
    'pdfkit',
    'fontkit',
    'workerpool',
    'joi',
    'ics',
    'qrcode',
    'ajv',
    'fflate',
    'pino',
    'prom-client',
  ],
  poweredByHeader: false,
  // The addresses of all orders lead to the one page that was built for them.
  rewrites: async () => ({
    beforeFiles: [{ source: `/orders/:id(${AN_ID})`, destination: `/orders/${ANY_ORDER}` }],
    afterFiles: [],
    fallback: [],
  }),
  // For the tests, which tell of each line whether a browser ran it.
  productionBrowserSourceMaps: process.env.WRENCHWISE_SOURCE_MAPS === '1',
  // The types of everything, tests and all, are checked by `npm test`; a start is not held up by doing so again.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    // A customer's page is for whoever holds its address: no search engine, no cache on the way, no word of it onward.
    ...['/c/:path*', '/api/c/:path*'].map((source) => ({
      source,
      headers: [{ key: 'X-Robots-Tag', value: 'noindex, nofollow' }],
    })),
    // Built once, and asked for again each time all the same: after an upgrade nobody is shown a page whose scripts are gone.
    ...['/', '/come-backs', `/orders/:id(${AN_ID})`].map((source) => ({
      source,
      headers: [{ key: 'Cache-Control', value: 'no-cache' }],
    })),
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
  ],
};

export default config;
