import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { FrontPage } from '@/features/sign-in/front-page';
import { SignInForm } from '@/features/sign-in/sign-in-form';
import { db } from '@/server/database';
import { findShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Sign in' };

export default async function SignInPage() {
  await connection();
  const shop = await findShop(db());
  if (!shop) redirect('/first-owner');
  return (
    <FrontPage
      title={shop.name}
      intro="Sign in with your name and password. Then a PIN changes the person on this device for twelve hours."
    >
      <SignInForm />
    </FrontPage>
  );
}
