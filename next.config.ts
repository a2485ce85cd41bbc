import type { NextConfig } from 'next';

const config: NextConfig = {
  turbopack: { root: __dirname },
  serverExternalPackages: ['sharp', '@node-rs/argon2', 'mysql2', 'pdfkit', 'joi'],
  poweredByHeader: false,
  headers: async () => [
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
