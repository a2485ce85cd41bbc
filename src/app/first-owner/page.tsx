import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { BringShopForm } from '@/features/sign-in/bring-shop-form';
import { FirstOwnerForm } from '@/features/sign-in/first-owner-form';
import { FrontPage } from '@/features/sign-in/front-page';
import { db } from '@/server/database';
import { findShop } from '@/server/queries/shop';

export const metadata: Metadata = { title: 'Open the shop' };

export default async function FirstOwnerPage() {
  await connection();
  if (await findShop(db())) redirect('/sign-in');
  return (
    <FrontPage
      title="Open the shop"
      intro="This shop is empty. Its first owner opens it with the code the console printed, and holds every role until there are others."
    >
      <FirstOwnerForm />
      <details className="mt-8 border-t border-ink pt-3">
        <summary className="cursor-pointer font-head text-lg font-semibold">
          Or bring in a shop that was exported
        </summary>
        <div className="mt-4">
          <BringShopForm />
        </div>
      </details>
    </FrontPage>
  );
}
