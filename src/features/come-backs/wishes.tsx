'use client';

import { CommandForm } from '@/features/transport/command-form';
import { Link } from '@/ui/link';
import { Send } from '@/ui/send';
import { BareField } from '@/ui/text-field';

export interface ShownWish {
  wishId: string;
  orderId: string;
  label: string;
  customer: string;
  words: string;
  day: string | null;
}

/** A customer asked for a date on their page: what is written here stands there. */
export function Wish({ wish }: { wish: ShownWish }) {
  return (
    <li className="border-b border-rule py-2">
      <p>
        <Link href={`/orders/${wish.orderId}`} className="font-semibold">
          {wish.label}
        </Link>
        , {wish.customer}
        {wish.day && `, ${wish.day}`}: “{wish.words}”
      </p>
      <CommandForm
        command="date.answer"
        about={wish.wishId}
        className="mt-1 flex flex-wrap gap-x-2"
        start={{ words: '' }}
        input={({ words }) => ({ orderId: wish.orderId, wishId: wish.wishId, words })}
      >
        <div className="grow">
          <BareField
            name="words"
            label={`Answer to ${wish.customer}`}
            placeholder="Thursday at nine is yours"
          />
        </div>
        <Send className="self-start">Answer</Send>
      </CommandForm>
    </li>
  );
}
