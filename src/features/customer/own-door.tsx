'use client';

import type { ReactNode } from 'react';
import { CommandDoor } from '@/ui/commands';

/** Everything said on a customer's page goes through that page's own door. */
export function OwnDoor({ token, children }: { token: string; children: ReactNode }) {
  return <CommandDoor.Provider value={`/api/c/${token}/commands`}>{children}</CommandDoor.Provider>;
}
