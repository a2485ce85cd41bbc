'use client';

import { Button } from '@/ui/button';
import { Link } from '@/ui/link';
import dynamic from 'next/dynamic';
import { type ReactNode, useMemo, useState } from 'react';
import { nextSteps } from '@/core/procedure/engine';
import { torqueWalk } from '@/core/procedure/walk';
import { SheetTheme } from '@/ui/dialog';
import { AlsoOpened } from './also-opened';
import { BayHead } from './bay-head';
import { BayOpen } from './bay-open';
import { type BayProps, stepNumber } from './bay-props';
import { BayThen } from './bay-then';
import { StepNow } from './step-now';

// Only where something is torqued, or all is done: the page comes without them.
const BayTasks = dynamic(() => import('./bay-tasks').then((all) => all.BayTasks));
const BayEnd = dynamic(() => import('./bay-end').then((all) => all.BayEnd));
const TorqueWalk = dynamic(() => import('./torque-walk').then((all) => all.TorqueWalk));
const WrenchStrip = dynamic(() => import('./wrench-strip').then((all) => all.WrenchStrip));

const NextLink = ({ text, href }: { text: string; href: string }) => (
  <Link href={href} className="btn btn-pen mt-6 min-h-20 px-10 text-3xl">
    {text}
  </Link>
);

/** The bay: one thing to do now, what is open and loose always in sight, the next two steps beneath. */
export function BayView({ strip, heights, ...props }: BayProps & { strip?: ReactNode; heights?: ReactNode }) {
  const { document, run } = props;
  const queue = useMemo(() => nextSteps(document, run), [document, run]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [beside, setBeside] = useState<string[]>([]);
  const [walking, setWalking] = useState(false);
  const now = queue.find((entry) => entry.step.id === chosen) ?? queue[0];
  const then = queue.filter((entry) => entry !== now);
  const walk = torqueWalk(document, run);
  const atTorque = Boolean(now?.step.torques?.length);
  /** Bound to this tablet, or with something in its tray: what it says stands over the step. */
  const wrenchSpeaks =
    props.standInWrench && ((atTorque && props.link?.wrenchId != null) || props.tray.length > 0);
  const mayWalk = now?.step.phase === 'on-wheels' && walk.length > 1;
  return (
    <SheetTheme value="bay">
      <div data-theme="bay" className="bay min-h-screen bg-paper pb-28 text-ink">
        {strip}
        <BayHead
          {...props}
          stepId={now?.step.id ?? null}
          heights={heights}
          beside={
            <>
              {mayWalk && !walking && (
                <Button onClick={() => setWalking(true)}>Walk round: {walk.length} left on the wheels</Button>
              )}
              {now && atTorque && !wrenchSpeaks && <WrenchStrip {...props} step={now.step} />}
            </>
          }
        />
        {props.tasks.length > 0 && <BayTasks orderId={props.orderId} tasks={props.tasks} />}
        {props.elsewhere.map((other) => (
          <p key={other.orderId} className="caution mx-6 mt-4 px-4 py-3 text-lg font-medium">
            {other.onTheRoad
              ? `Order ${other.number} has this car out on its road test.`
              : `Order ${other.number} on this car has in hand: ${other.inHand.join('; ')}. It is not lowered or driven here until that is closed there.`}{' '}
            <Link className="underline underline-offset-4" href={`/bay/${other.orderId}`}>
              Go there
            </Link>
          </p>
        ))}
        {props.alarm && (
          <div role="alert" className="hatch mx-6 mt-4 px-4 py-3 text-lg font-semibold">
            The job is stopped. {props.alarm}
          </div>
        )}
        {walking && mayWalk && (
          <div className="border-b-2 border-rule px-6 py-2">
            <Button onClick={() => setWalking(false)}>Step by step again</Button>
          </div>
        )}
        {wrenchSpeaks && (
          <div className="border-b-2 border-rule px-6 py-2">
            <WrenchStrip {...props} step={now?.step ?? null} />
          </div>
        )}
        <main>
          {walking && mayWalk ? (
            <TorqueWalk {...props} walk={walk} />
          ) : now ? (
            <StepNow
              key={now.step.id}
              {...props}
              step={now.step}
              refused={now.refused}
              number={stepNumber(document, now.step.id)}
              onDone={() => setChosen(null)}
              beside={beside}
              onBeside={setBeside}
            />
          ) : (
            <section className="px-6 py-10">
              <h1 className="text-5xl">Every step of the run is done</h1>
              <NextLink {...props.next()} />
              <AlsoOpened {...props} step={null} className="btn mt-3 min-h-14 px-6 text-xl" />
              <BayEnd {...props} />
            </section>
          )}
          <div className="grid border-t-2 border-rule md:grid-cols-[minmax(0,6fr)_minmax(0,5fr)]">
            <BayOpen {...props} step={now?.step ?? null} onStep={setChosen} />
            <BayThen {...props} now={now?.step ?? null} then={then} onStep={setChosen} />
          </div>
        </main>
      </div>
    </SheetTheme>
  );
}
