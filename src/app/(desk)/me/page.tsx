import type { Metadata } from 'next';
import { connection } from 'next/server';
import { OwnSettings } from '@/features/people/people-forms';
import { requirePerson } from '@/server/http';

export const metadata: Metadata = { title: 'Your own settings' };

export default async function OwnPage() {
  await connection();
  const person = await requirePerson();
  return (
    <>
      <h1 className="pb-3">{person.name}</h1>
      <OwnSettings lengthUnit={person.lengthUnit} torqueUnit={person.torqueUnit} />
    </>
  );
}
