'use client';

import type { ReactNode } from 'react';
import type { Desk } from '@/contracts/shown';
import { useShown } from '@/features/transport/shown';
import { ReadAgainContext } from '@/features/transport/use-command';
import { Failed, Loading } from '@/ui/states';
import { DeskFrame } from './desk-frame';
import { NothingHere } from './nothing-here';

/**
 * A page of the desk that is the same for everybody until it has asked for what it shows, so that its head stands there at
 * once.
 * @param from the route that answers with it
 */
export function ShownPage<What>({
  from,
  children,
}: {
  from: string;
  children: (shown: What, desk: Desk) => ReactNode;
}) {
  const { shown, failed, readAgain } = useShown<What>(from);
  return (
    <ReadAgainContext.Provider value={readAgain}>
      <DeskFrame desk={shown?.desk ?? null}>
        {failed && (
          <Failed onAgain={readAgain}>
            {failed} {shown ? 'What stands here is as it was before.' : 'Nothing is lost by it.'}
          </Failed>
        )}
        {shown ? shown.shown ? children(shown.shown, shown.desk) : <NothingHere /> : !failed && <Loading />}
      </DeskFrame>
    </ReadAgainContext.Provider>
  );
}
