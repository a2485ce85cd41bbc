'use client';

import type { ReactNode } from 'react';
import { CommandEndpoint } from '@/features/transport/use-command';

/** Everything said on a customer's page goes through that page's own door. */
export function OwnDoor({ token, children }: { token: string; children: ReactNode }) {
  return <CommandEndpoint.Provider value={`/api/c/${token}/commands`}>{children}</CommandEndpoint.Provider>;
}
