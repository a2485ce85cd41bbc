'use client';

import { Loading } from '@/ui/states';
import dynamic from 'next/dynamic';

/** The draft is kept on this device, so the planner alone is drawn there and not on the server. */
export const PlannerFrame = dynamic(() => import('./alone').then((module) => module.PlannerAlone), {
  ssr: false,
  loading: () => <Loading>Fetching your last draft…</Loading>,
});
