'use client';

import { Link } from '@/ui/link';
import { useState } from 'react';
import { useCommand } from '@/features/transport/use-command';
import { FormErrors } from '@/ui/field';

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
  const { send, busy, errors } = useCommand('date.answer');
  const [words, setWords] = useState('');
  return (
    <li className="border-b border-rule py-2">
      <p>
        <Link href={`/orders/${wish.orderId}`} className="font-semibold">
          {wish.label}
        </Link>
        , {wish.customer}
        {wish.day && `, ${wish.day}`}: “{wish.words}”
      </p>
      <form
        className="mt-1 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void send({ orderId: wish.orderId, wishId: wish.wishId, words });
        }}
      >
        <input
          className="input"
          aria-label={`Answer to ${wish.customer}`}
          placeholder="Thursday at nine is yours"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <button className="btn btn-pen" disabled={busy}>
          Answer
        </button>
      </form>
      <FormErrors errors={errors} shown={[]} />
    </li>
  );
}
