'use client';

import { useEffect } from 'react';

/** Marks the page as one whose buttons work: until then they are shown as waiting. */
export function Ready() {
  useEffect(() => {
    document.documentElement.dataset.ready = '';
  }, []);
  return null;
}
