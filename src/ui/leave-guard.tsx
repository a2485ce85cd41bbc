'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Button } from './button';
import { Dialog } from './dialog';

/** Where a click would lead within this application; null where it opens something else or stays on the page. */
function leadsTo(event: MouseEvent): string | null {
  if (event.defaultPrevented || event.button !== 0) return null;
  if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return null;
  const link = (event.target as Element | null)?.closest?.('a[href]') as HTMLAnchorElement | null;
  if (!link || link.target === '_blank' || link.hasAttribute('download')) return null;
  const to = new URL(link.href, location.href);
  const same = to.origin === location.origin && to.pathname === location.pathname;
  return to.origin !== location.origin || same ? null : to.pathname + to.search + to.hash;
}

/** Asks before a half-typed form is left, by a link of ours or by the browser. */
export function LeaveGuard({ onThrowAway }: { onThrowAway: () => void }) {
  const router = useRouter();
  const [to, setTo] = useState<string | null>(null);
  useEffect(() => {
    const unload = (event: BeforeUnloadEvent) => event.preventDefault();
    const click = (event: MouseEvent) => {
      const address = leadsTo(event);
      if (address === null) return;
      event.preventDefault();
      // One that is asked is enough, however many forms of the page are half typed.
      event.stopImmediatePropagation();
      setTo(address);
    };
    window.addEventListener('beforeunload', unload);
    document.addEventListener('click', click, true);
    return () => {
      window.removeEventListener('beforeunload', unload);
      document.removeEventListener('click', click, true);
    };
  }, []);
  return (
    <Dialog
      open={to !== null}
      onClose={() => setTo(null)}
      title="Half typed"
      intro="Nothing of this form is recorded yet. Left as it is, it waits on this device until you come back to it."
    >
      <div className="flex flex-wrap gap-3">
        <Button weight="pen" onClick={() => setTo(null)}>
          Go on typing
        </Button>
        <Button onClick={() => router.push(to!)}>Leave it half typed</Button>
        <Button
          weight="plain"
          onClick={() => {
            onThrowAway();
            router.push(to!);
          }}
        >
          Throw it away
        </Button>
      </div>
    </Dialog>
  );
}
