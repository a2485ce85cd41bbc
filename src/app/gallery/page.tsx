import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { Gallery } from '@/features/gallery/gallery';

export const metadata: Metadata = { title: 'The parts of every screen' };

/** All parts of `src/ui` in their states, in both themes: for whoever builds screens, and for the tests that look at them. */
export default async function GalleryPage() {
  await connection();
  if (process.env.NODE_ENV !== 'development' && process.env.WRENCHWISE_GALLERY !== 'shown') notFound();
  return <Gallery />;
}
