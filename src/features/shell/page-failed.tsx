'use client';

import { Link } from '@/ui/link';
import { Failed } from '@/ui/states';

/** A page that could not be drawn: what was recorded stands, and it is asked for again. */
export function PageFailed({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <div className="max-w-2xl">
      <h1 className="pb-4">This page could not be shown</h1>
      <Failed onAgain={reset}>
        The shop’s server did not answer as it should. What was recorded is kept; what is half typed waits on
        this device.{error.digest ? ` In the log it is number ${error.digest}.` : ''}
      </Failed>
      <p className="pt-4">
        <Link href="/">Back to today</Link>
      </p>
    </div>
  );
}
