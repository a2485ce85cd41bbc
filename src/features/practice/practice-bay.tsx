'use client';

import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { CommandRouteContext } from '@/features/transport/use-command';
import { Button } from '@/ui/button';
import { SheetTheme } from '@/ui/dialog';
import { type BayBundle, bayPropsOf, stateOf } from '../bay/bay-bundle';
import { BayView } from '../bay/bay-view';
import { KeepPhotoContext, StandInCameraContext } from '../photos/photo-upload';
import { Unlock } from '../shell/unlock';
import { WrenchRouteContext } from '../bay/wrench-route';
import { GaugesContext } from '../measuring/gauges';
import { ConsequenceSheet } from './consequence-sheet';
import { LookSheet } from './look-sheet';
import { PhotoTaken, usePracticeCamera } from './practice-camera';
import { usePractice } from './use-practice';

// Only where the job goes to the rack: its links are heavy.
const RackSheet = dynamic(() => import('./rack-sheet').then((all) => all.RackSheet));

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
  const camera = usePracticeCamera();
  const { bundle, route } = practice;
  const [ending, setEnding] = useState(false);
  const state = useMemo(() => stateOf(bundle), [bundle]);
  const props = bayPropsOf(bundle, state, bundle.readAt);
  const onRack = props.document.steps.some(({ phase }) => phase === 'align');
  const end = async () => {
    setEnding(true);
    const ended = await practice.end();
    if (ended.ok) router.push(`/practice/${bundle.orderId}/debrief`);
    else setEnding(false);
  };
  return (
    <CommandRouteContext.Provider value={route}>
      <WrenchRouteContext.Provider value={practice.wrench}>
        <GaugesContext.Provider value={practice.gauges}>
          <KeepPhotoContext.Provider value={practice.keepPhoto}>
            <StandInCameraContext.Provider value={camera.take}>
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
                        {onRack && <RackSheet onRead={practice.rack} />}
                        <Button size="tall" disabled={ending} onClick={() => void end()}>
                          End it: debrief
                        </Button>
                      </span>
                    </div>
                    <PhotoTaken taken={camera.taken} failed={camera.failed} />
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
            </StandInCameraContext.Provider>
          </KeepPhotoContext.Provider>
        </GaugesContext.Provider>
      </WrenchRouteContext.Provider>
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
