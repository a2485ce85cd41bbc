import type { Metadata } from 'next';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Not here' };

/** Nothing of this shop has that address. */
export default function NotHere() {
  return (
    <div className="max-w-2xl">
      <h1 className="pb-2">There is nothing here</h1>
      <p>No order, car or page of this shop has this address. It may have been copied short.</p>
      <p className="pt-4">
        <Link href="/">Today</Link>, <Link href="/orders">jobs</Link> or <Link href="/cars">cars</Link>; the
        key / finds anything.
      </p>
    </div>
  );
}
