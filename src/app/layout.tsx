import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow-condensed/latin-500.css';
import '@fontsource/barlow-condensed/latin-600.css';
import '@fontsource/barlow-condensed/latin-700.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Ready } from '@/ui/ready';

export const metadata: Metadata = {
  title: { default: 'Wrenchwise Ledger', template: '%s · Wrenchwise Ledger' },
  description: 'Plans the lift, walks the work, keeps the record, brings the car back.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        {children}
        <Ready />
      </body>
    </html>
  );
}
