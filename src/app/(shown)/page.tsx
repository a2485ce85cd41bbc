import type { Metadata } from 'next';
import { DayPage } from '@/features/day/day-page';

export const metadata: Metadata = { title: 'Today' };

/** The same for everybody: what it shows is asked for beside it. */
export default function Page() {
  return <DayPage />;
}
