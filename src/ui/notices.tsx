'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { type Notice, showNotices } from './notice';

const Shown = dynamic(() => import('./notices-shown').then((one) => one.NoticesShown), { ssr: false });

/** Where the page says what was just done; what draws it comes with the first. */
export function Notices() {
  const [last, setLast] = useState<Notice | null>(null);
  useEffect(() => showNotices(setLast), []);
  return last && <Shown last={last} />;
}
