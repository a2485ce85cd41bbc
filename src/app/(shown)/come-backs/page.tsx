import type { Metadata } from 'next';
import { ComeBacksPage } from '@/features/come-backs/come-backs-page';

export const metadata: Metadata = { title: 'Come-backs' };

/** The same for everybody: what it shows is asked for beside it. */
export default function Page() {
  return <ComeBacksPage />;
}
