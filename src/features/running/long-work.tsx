'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState, useTransition } from 'react';
import { shopMoment } from '@/core/units/shop-time';
import { postJson } from '@/features/transport/post';
import type { LongWorkName, LongWorkShown } from '@/server/running/long-work';
import { Button } from '@/ui/button';
import { notice } from '@/ui/notice';
import { Progress } from '@/ui/progress';

const NAMES: Record<LongWorkName, string> = {
  verify: 'Walk over the whole record',
  backup: 'Backup',
  export: 'Everything in the shop, as a ZIP',
  import: 'Shop brought in from a ZIP',
};
const STANDS: Record<LongWorkShown['stands'], string> = {
  'under way': 'under way',
  interrupted: 'interrupted',
  done: 'done',
  failed: 'not well',
};
const LOOK_AGAIN_MS = 1500;

/** What takes long, how far it is, and the walk over the record that is begun, stopped and gone on with here. */
export function LongWorkList({ works, timeZone }: { works: readonly LongWorkShown[]; timeZone: string }) {
  const router = useRouter();
  const [asked, setAsked] = useState(false);
  const [reading, read] = useTransition();
  const asking = asked || reading;
  const busy = works.some(({ stands }) => stands === 'under way');
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => router.refresh(), LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [router, busy]);
  const ask = async (what: 'go on' | 'anew' | 'stop') => {
    setAsked(true);
    const answer = await postJson('/api/verify', { ask: what });
    if (!answer.ok) notice(answer.errors[0]!.message);
    read(() => {
      router.refresh();
      setAsked(false);
    });
  };
  const walk = works.find(({ what }) => what === 'verify');
  return (
    <>
      <ul>
        {works.map(({ what, stands, share, words, at }) => (
          <li
            key={what}
            data-work={what}
            className={`border-b border-rule py-2 ${stands === 'failed' ? 'hatch px-3' : ''}`}
          >
            <p className="flex flex-wrap justify-between gap-x-4">
              <span>
                <span className="font-semibold">{NAMES[what]}</span>: {STANDS[stands]}
                {stands === 'under way' || stands === 'interrupted' ? ` at ${Math.floor(share * 100)} %` : ''}
              </span>
              <span className="figure text-soft">{shopMoment(at, timeZone)}</span>
            </p>
            {stands === 'under way' && <Progress share={share} label={NAMES[what]} />}
            {words && <p className="wrap-anywhere text-soft">{words}</p>}
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap gap-3 pt-3">
        {walk?.here ? (
          <Button disabled={asking} onClick={() => void ask('stop')}>
            Stop the walk
          </Button>
        ) : (
          walk?.stands !== 'under way' && (
            <>
              <Button disabled={asking} onClick={() => void ask('go on')}>
                {walk?.goesOn ? 'Go on with the walk' : 'Walk over the whole record'}
              </Button>
              {walk?.goesOn && (
                <Button weight="plain" disabled={asking} onClick={() => void ask('anew')}>
                  Begin it anew
                </Button>
              )}
            </>
          )
        )}
      </p>
      <p className="pt-2 text-soft">
        The walk holds every entry, picture and paper against its hash, and works out anew what follows from
        them. Work goes on meanwhile.
      </p>
    </>
  );
}
