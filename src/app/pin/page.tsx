import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { FrontPage } from '@/features/sign-in/front-page';
import { PinForm } from '@/features/sign-in/pin-form';
import { currentSession } from '@/server/http';
import { crewWithPins } from '@/server/sessions/sessions';

export const metadata: Metadata = { title: 'PIN' };

export default async function PinPage() {
  await connection();
  const session = await currentSession();
  if (!session || session.needs === 'password') redirect('/sign-in');
  const people = await crewWithPins();
  return (
    <FrontPage title="Who is it?" intro="It was idle for five minutes. Choose your name and enter your PIN.">
      <PinForm before={session.person.id} people={people} />
      <p className="mt-4">
        <Link href="/sign-in" className="underline">
          Sign in by password instead
        </Link>
      </p>
    </FrontPage>
  );
}
