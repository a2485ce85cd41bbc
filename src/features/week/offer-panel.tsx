'use client';

import { useState } from 'react';
import type { WeekOffer } from '@/contracts/week-offer';
import { shopInput, shopMoment, shortDay } from '@/core/units/shop-time';
import { Button } from '@/ui/button';
import { describeChance } from './week-words';

interface Asked {
  orderId?: string;
  minutes?: number;
  wish: string;
}

async function askOffer({ orderId, minutes, wish }: Asked): Promise<WeekOffer | string> {
  const question = new URLSearchParams({
    ...(orderId ? { order: orderId } : { minutes: String(minutes) }),
    ...(wish && { wish }),
  });
  try {
    const response = await fetch(`/api/week/offer?${question}`);
    const body = (await response.json()) as {
      ok: boolean;
      answer?: WeekOffer;
      errors?: { message: string }[];
    };
    return body.answer ?? body.errors?.[0]?.message ?? 'The week could not be looked at. Try again.';
  } catch {
    return 'The shop’s computer does not answer. Try again.';
  }
}

/**
 * What can be promised with this week as it stands: the earliest day that holds nine times in ten, and how surely the
 * wished one does. It is looked at first; a tap puts it into the field, and the form records it.
 */
export function OfferPanel({
  asked,
  timeZone,
  onPromise,
}: {
  asked: Asked;
  timeZone: string;
  /** What the field for the promise takes, in the shop's own time. */
  onPromise: (typed: string) => void;
}) {
  const key = JSON.stringify(asked);
  const [known, setKnown] = useState<{ key: string; offer: WeekOffer | string } | null>(null);
  const [busy, setBusy] = useState(false);
  const look = async () => {
    setBusy(true);
    setKnown({ key, offer: await askOffer(asked) });
    setBusy(false);
  };
  const offer = known?.key === key ? known.offer : null;
  return (
    <section aria-label="What can be promised" className="grid gap-2 border-l-4 border-rule py-1 pl-3">
      <div>
        <Button disabled={busy} onClick={() => void look()}>
          {busy ? 'Looking at the week…' : 'What can be promised?'}
        </Button>
      </div>
      <div role="status">
        {typeof offer === 'string' && <p className="font-semibold text-danger">{offer}</p>}
        {offer && typeof offer !== 'string' && (
          <div className="grid gap-2">
            {offer.day === null ? (
              <p>No day that is planned yet holds nine times in ten: the week is too full to promise one.</p>
            ) : (
              <p>
                <strong>{shortDay(offer.day)}</strong> holds 9 times in 10 with this week as it stands. Half
                the time it is done by {shopMoment(offer.likely, timeZone)}.
              </p>
            )}
            {offer.wished !== null && (
              <p>
                The wished day, {shortDay(asked.wish)}: <strong>{describeChance(offer.wished)}</strong>.
              </p>
            )}
            {offer.day !== null && (
              <div>
                <Button weight="pen" onClick={() => onPromise(shopInput(offer.promiseFor, timeZone))}>
                  Put {shortDay(offer.day)} into the promise
                </Button>
              </div>
            )}
          </div>
        )}
      </div>
    </section>
  );
}
