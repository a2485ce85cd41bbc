'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { CommandRouteContext } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { SheetTheme } from '@/ui/dialog';
import { type BayBundle, bayPropsOf, stateOf } from '../bay/bay-bundle';
import { BayView } from '../bay/bay-view';
import { KeepPhotoContext, PhotosStayHere } from '../photos/photo-upload';
import { Unlock } from '../shell/unlock';
import { ConsequenceSheet } from './consequence-sheet';
import { LookSheet } from './look-sheet';
import { usePractice } from './use-practice';

/** Every sheet that opens over a practice car has its colors, too. */
function usePracticeColors(): void {
  useEffect(() => {
    const root = document.documentElement;
    root.dataset.practice = '';
    return () => {
      delete root.dataset.practice;
    };
  }, []);
}

function PracticeCarView({
  first,
  task,
  letsHappen,
}: {
  first: BayBundle;
  task: string;
  letsHappen: boolean;
}) {
  usePracticeColors();
  const router = useRouter();
  const practice = usePractice(first);
  const { bundle, route } = practice;
  const [ending, setEnding] = useState(false);
  const state = useMemo(() => stateOf(bundle), [bundle]);
  const props = bayPropsOf(bundle, state, bundle.readAt);
  const end = async () => {
    setEnding(true);
    const ended = await practice.end();
    if (ended.ok) router.push(`/practice/${bundle.orderId}/debrief`);
    else setEnding(false);
  };
  return (
    <CommandRouteContext.Provider value={route}>
      <KeepPhotoContext.Provider value={practice.keepPhoto}>
        <PhotosStayHere.Provider value>
          <BayView
            {...props}
            practice={{ letsHappen }}
            strip={
              <section aria-label="Practice" className="practice-strip px-6 py-3">
                <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
                  <p className="font-head text-5xl leading-none font-bold tracking-widest">PRACTICE</p>
                  <span className="flex flex-wrap gap-2">
                    <LookSheet
                      document={props.document}
                      seen={practice.seen}
                      onLook={practice.look}
                      onMend={practice.mend}
                    />
                    <Button size="tall" disabled={ending} onClick={() => void end()}>
                      End it: debrief
                    </Button>
                  </span>
                </div>
                <p className="mt-1 text-lg">
                  {task}{' '}
                  {letsHappen
                    ? 'What is wrong is let happen and shown.'
                    : 'It refuses what the bay refuses, and no more.'}
                </p>
              </section>
            }
          />
          <SheetTheme value="bay">
            <ConsequenceSheet happened={practice.happened} onBack={practice.backOneStep} />
          </SheetTheme>
        </PhotosStayHere.Provider>
      </KeepPhotoContext.Provider>
    </CommandRouteContext.Provider>
  );
}

/** The bay on a car that does not stand in the shop. */
export function PracticeBay(props: { first: BayBundle; task: string; letsHappen: boolean }) {
  return (
    <Unlock people={[]} before={props.first.viewer.id}>
      <PracticeCarView {...props} />
    </Unlock>
  );
}
