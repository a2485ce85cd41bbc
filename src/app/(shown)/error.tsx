'use client';

import type { ComponentProps } from 'react';
import { PageFailed } from '@/features/shell/page-failed';

/** A page that could not be drawn. Its head is not drawn either: it may be what failed. */
export default function Failed(props: ComponentProps<typeof PageFailed>) {
  return (
    <main className="mx-auto max-w-350 px-4 pt-5 pb-16 sm:px-7">
      <PageFailed {...props} />
    </main>
  );
}
