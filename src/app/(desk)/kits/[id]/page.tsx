import type { Metadata } from 'next';
import { Nothing } from '@/ui/states';
import { Link } from '@/ui/link';
import { notFound } from 'next/navigation';
import { connection } from 'next/server';
import { hoursText } from '@/core/units/money';
import { describeClaim, describeLift } from '@/features/kits/kit-words';
import { LiftChart } from '@/features/kits/lift-chart';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { readShop } from '@/server/queries/shop';
import { kitLedger, kitName } from '@/server/queries/kit-ledger';

export const metadata: Metadata = { title: 'A kit' };

function Counted({
  title,
  lines,
  none,
}: {
  title: string;
  lines: { words: string; count: number }[];
  none: string;
}) {
  return (
    <section>
      <h2 className="border-b border-ink pb-1">{title}</h2>
      <ul>
        {lines.map((line) => (
          <li key={line.words} className="flex justify-between gap-4 border-b border-rule py-1.5">
            <span className="first-letter:uppercase">{line.words}</span>
            <span className="figure text-lg">{line.count}×</span>
          </li>
        ))}
        {lines.length === 0 && <li className="py-2 text-soft">{none}</li>}
      </ul>
    </section>
  );
}

export default async function KitPage({ params }: { params: Promise<{ id: string }> }) {
  await connection();
  const person = await requirePerson();
  const name = await kitName(db(), (await params).id);
  if (!name) notFound();
  const ledger = await kitLedger(db(), name);
  const unit = person.lengthUnit;
  const { timeZone } = await readShop(db());
  const { hours } = ledger;
  const over = hours && hours.book > 0 ? Math.round((hours.actual / hours.book - 1) * 100) : null;
  return (
    <>
      <p className="font-head">
        <Link href="/kits">Kit ledger</Link>
      </p>
      <h1 className="pb-3">{name}</h1>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        {ledger.lifts.map((summary) => (
          <section key={summary.end} className="min-w-0">
            <h2 className="border-b border-ink pb-1">
              {summary.end === 'front' ? 'Front' : 'Rear'}: {describeClaim(summary.ratio)}
            </h2>
            <LiftChart summary={summary} points={ledger.points} unit={unit} timeZone={timeZone} />
            <p>{describeLift(summary, unit)}.</p>
            {ledger.platforms.flatMap(({ platform, lifts }) =>
              lifts
                .filter((one) => one.end === summary.end)
                .map((one) => (
                  <p key={platform} className="border-t border-rule py-1">
                    <strong>On {platform || 'no platform'}:</strong> {describeLift(one, unit)},{' '}
                    {describeClaim(one.ratio)}.
                  </p>
                )),
            )}
            <p className="text-soft">
              {summary.platforms.length ? `On ${summary.platforms.join(', ')}. ` : ''}Solid: mean and spread
              here; dashed: the claim.
            </p>
          </section>
        ))}
        {ledger.lifts.length === 0 && (
          <p className="py-3 text-lg lg:col-span-2">
            No car with this kit is finished here yet. Its claim is all there is so far.
          </p>
        )}
        <section>
          <h2 className="border-b border-ink pb-1">Hours against the book</h2>
          {hours ? (
            <p className="pt-2 text-lg">
              {hoursText(hours.actual)} on the clock for {hoursText(hours.book)} by the book, over{' '}
              {hours.jobs} {hours.jobs === 1 ? 'job' : 'jobs'}
              {over !== null && (
                <strong>
                  {over === 0 ? ': as the book says' : over > 0 ? `: ${over}% longer` : `: ${-over}% shorter`}
                </strong>
              )}
              .
            </p>
          ) : (
            <Nothing>No clock was kept on a finished job yet.</Nothing>
          )}
        </section>
        <Counted
          title="Fasteners found moved"
          lines={ledger.moved}
          none="None was found moved at a re-torque."
        />
        <Counted title="Fouls found" lines={ledger.fouls} none="Nothing rubbed or touched." />
        <section>
          <h2 className="border-b border-ink pb-1">What one setting moves</h2>
          <ul>
            {ledger.slopes.map(({ platform, words, slope }, index) => (
              <li key={index} className="border-b border-rule py-1.5">
                <span className="font-semibold">{platform || 'no platform'}</span>, {words}
                <span className="text-soft">
                  {' '}
                  ({slope.setting}, {slope.tries} tries)
                </span>
              </li>
            ))}
            {ledger.slopes.length === 0 && (
              <li className="py-2 text-soft">No job has tried its settings yet.</li>
            )}
          </ul>
        </section>
        <section>
          <h2 className="border-b border-ink pb-1">After months, their owners say</h2>
          <ul>
            {ledger.checkIns.map((one) => (
              <li key={one.at} className="border-b border-rule py-1.5">
                Ride {one.ride}, noise {one.noise}, fuel {one.fuel}, wear {one.wear}.{' '}
                <strong>Again: {one.again}.</strong> {one.words}
              </li>
            ))}
            {ledger.checkIns.length === 0 && <li className="py-2 text-soft">Nobody was asked yet.</li>}
          </ul>
        </section>
        {ledger.lessons.length > 0 && (
          <section>
            <h2 className="border-b border-ink pb-1">Another time</h2>
            <ul>
              {ledger.lessons.map((lesson) => (
                <li key={lesson.lessonId} className="border-b border-rule py-1.5">
                  {lesson.words}{' '}
                  <span className="text-soft">
                    ({lesson.standing}, order {lesson.orderNumber})
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </>
  );
}
