'use client';

import dynamic from 'next/dynamic';
import type { CommandForm as Loaded } from './command-form';

/** The form of a command, fetched as it is shown: for pages that have to be there at once and seldom show one. */
export const CommandForm = dynamic(() =>
  import('./command-form').then((one) => one.CommandForm),
) as unknown as typeof Loaded;
