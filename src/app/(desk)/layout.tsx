import { connection } from 'next/server';
import type { ReactNode } from 'react';
import { DeskFrame } from '@/features/shell/desk-frame';
import { deskOf, requirePerson } from '@/server/http';

export default async function DeskLayout({ children }: { children: ReactNode }) {
  await connection();
  return <DeskFrame desk={await deskOf(await requirePerson())}>{children}</DeskFrame>;
}
