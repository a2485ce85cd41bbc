import type { Debrief } from '@/practice/debrief';
import { Figures } from '@/ui/figures';
import { Link } from '@/ui/link';
import { PrintStrip } from '@/ui/print-strip';
import { PointsCurve } from './points-curve';
import { PracticeMark } from './practice-mark';
import { StartPractice } from './start-practice';

const minutes = (value: number) => `${Math.round(value)} min`;

const rackRead = ({ read, allIn }: Debrief['rack']): [string, string][] =>
  read ? [['Read on the rack', `${read}, the last ${allIn ? 'all in range' : 'not all in range'}`]] : [];

/** What a try came to: found and missed, the order, what it took, and all tries as a curve. */
export function DebriefPage({
  title,
  car,
  scenarioId,
  procedure,
  mode,
  debrief,
  tries,
  paper,
}: {
  title: string;
  car: string;
  scenarioId: string;
  procedure: string;
  mode: 'refuses' | 'lets-happen';
  debrief: Debrief;
  tries: { label: string; points: number }[];
  paper: 'a4' | 'letter';
}) {
  const { score } = debrief;
  const again = scenarioId.startsWith('job ') ? { procedure } : { scenario: scenarioId };
  return (
    <>
      <PrintStrip words={['PRACTICE', car, title]} paper={paper} />
      <PracticeMark />
      <h1 className="mt-3">{title}: debrief</h1>
      <p className="text-soft">
        {car} · {mode === 'refuses' ? 'as in earnest' : 'let happen and shown'}
      </p>
      <div className="mt-4 grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div>
          <p className="figure text-6xl leading-none">{score.points} of 100</p>
          <p className="mt-1 text-soft">
            {Math.round(score.work)} for the work, {Math.round(score.found)} for what was found
            {debrief.stepsDone < debrief.stepsAsked &&
              `, both as far as the job was done (${debrief.stepsDone} of ${debrief.stepsAsked} steps)`}
            {score.lost.map(({ what, points }) => `, less ${Math.round(points)} for ${what}`).join('')}
          </p>
          <h2 className="mt-6 border-b border-ink pb-1">What was wrong with it</h2>
          <ul>
            {debrief.faults.map((fault) => (
              <li key={fault.key} data-fault={fault.key} className="border-b border-rule py-3">
                <p className="text-lg font-semibold">
                  {fault.found ? '✓ Found' : fault.bit ? '✗ Missed' : '✗ Not found'}: {fault.where},{' '}
                  {fault.title.toLowerCase()}
                </p>
                <p>{fault.shows}</p>
                <p className="text-soft">What puts it right: {fault.mend.toLowerCase()}.</p>
                {fault.bit && <p className="hatch mt-1 px-3 py-1.5 font-medium">{fault.bit.words}</p>}
              </li>
            ))}
            {debrief.faults.length === 0 && <li className="py-3">Nothing was hidden in this car.</li>}
          </ul>
          {debrief.consequences.some(({ fault }) => fault === null) && (
            <>
              <h2 className="mt-6 border-b border-ink pb-1">What the record spoke against</h2>
              <ul>
                {debrief.consequences
                  .filter(({ fault }) => fault === null)
                  .map(({ words, stepId }, index) => (
                    <li key={`${stepId} ${index}`} className="border-b border-rule py-2">
                      {words}
                    </li>
                  ))}
              </ul>
            </>
          )}
          {debrief.order.length > 0 && (
            <>
              <h2 className="mt-6 border-b border-ink pb-1">Order, against the axle’s own</h2>
              <ul>
                {debrief.order.map(({ step, before }) => (
                  <li key={`${step} ${before}`} className="border-b border-rule py-2">
                    Better first: <span className="font-semibold">{before}</span>, then {step}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
        <div>
          <Figures
            of={[
              ['Steps done', `${debrief.stepsDone} of ${debrief.stepsAsked}`],
              ['By the book', minutes(debrief.minutes.book)],
              ['Taken', minutes(debrief.minutes.taken)],
              ['Taps', debrief.taps],
              ['Looks', debrief.looks],
              ['Tapped against the record', debrief.refused.length],
              ['Put right what was right', debrief.needless],
              ['Torques, typed by hand', `${debrief.torques.byHand} of ${debrief.torques.all}`],
              ...rackRead(debrief.rack),
              ['Photos, of those asked', `${debrief.photos.taken} of ${debrief.photos.asked}`],
            ]}
          />
          {tries.length > 1 && (
            <>
              <h2 className="mt-6 border-b border-ink pb-1">All tries of it</h2>
              <PointsCurve tries={tries} />
            </>
          )}
          <div className="no-print mt-6 flex flex-wrap gap-3">
            <StartPractice what={again} label="Once more" />
            <Link className="btn" href="/practice">
              All practice
            </Link>
          </div>
        </div>
      </div>
    </>
  );
}
