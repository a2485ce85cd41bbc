'use client';

import { Loading } from '@/ui/states';
import dynamic from 'next/dynamic';

/** What was typed is kept on this device, so the tool is drawn there and not on the server. */
export const BenchFrame = dynamic(() => import('./bench-tool').then((module) => module.BenchToolPage), {
  ssr: false,
  loading: () => <Loading>Fetching what you last typed…</Loading>,
});
