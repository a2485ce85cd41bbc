import type { Metadata } from 'next';
import { connection } from 'next/server';
import { DRILLS, DRILL_WORDS, dueAgain } from '@/core/practice/drills';
import { FAULTS } from '@/core/practice/fault-words';
import { FAULT_KINDS } from '@/core/practice/scenario';
import { holdsRole } from '@/core/ledger/roles';
import { titleOfProcedure } from '@/core/procedure/engine';
import { shopDay } from '@/core/units/shop-time';
import { ImportScenario } from '@/features/practice/import-scenario';
import { AnyJob } from '@/features/practice/any-job';
import { PointsCurve } from '@/features/practice/points-curve';
import { PracticeMark } from '@/features/practice/practice-mark';
import { StartPractice } from '@/features/practice/start-practice';
import { now } from '@/server/clock';
import { db } from '@/server/database';
import { requirePerson } from '@/server/http';
import { answersOf } from '@/server/practice/answers';
import { scenarios } from '@/server/practice/scenarios';
import { triesOf } from '@/server/practice/tries';
import { procedures } from '@/server/procedures';
import { readShop } from '@/server/queries/shop';
import { Link } from '@/ui/link';

export const metadata: Metadata = { title: 'Practice' };

export default async function PracticeListPage() {
  await connection();
  const person = await requirePerson();
  const [all, tries, answers, known, shop] = await Promise.all([
    scenarios(db()),
    triesOf(db(), person.id),
    answersOf(db(), person.id),
    procedures(db()),
    readShop(db()),
  ]);
  const due = dueAgain(answers);
  const nowIso = now().toISOString();
  const isDue = (about: string) => {
    const one = due.get(about);
    return one !== undefined && (one.row === 0 || one.due <= nowIso);
  };
  const missed = FAULT_KINDS.filter((kind) => isDue(`fault ${kind}`));
  /** What holds a missed fault comes first, then what was never tried, then the worst. */
  const rank = (id: string, kinds: string[]) => {
    const own = tries.filter((one) => one.scenarioId === id && one.points !== null);
    if (kinds.some((kind) => missed.includes(kind as (typeof missed)[number]))) return -1;
    return own.length ? 100 + Math.max(...own.map(({ points }) => points!)) : 0;
  };
  const listed = [...all].sort(
    (one, other) =>
      rank(
        one.id,
        one.faults.map(({ kind }) => kind),
      ) -
      rank(
        other.id,
        other.faults.map(({ kind }) => kind),
      ),
  );
  const ended = tries.filter(({ points }) => points !== null);
  const open = tries.filter(({ endedAt }) => endedAt === null);
  const day = (iso: string) => shopDay(iso, shop.timeZone);
  return (
    <>
      <PracticeMark />
      <div className="mt-3 flex flex-wrap items-start justify-between gap-3">
        <h1>Practice</h1>
        <Link className="btn" href="/practice/skills">
          Who may do what alone
        </Link>
      </div>
      <p className="max-w-3xl pb-4 text-soft">
        Cars that stand in no shop. What is done here is in no record, no hours and no figure of ours.
        Cautions stand as in earnest; the kit maker’s sheet and a qualified technician come first here, too.
      </p>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section aria-label="Cars to practice on">
          <h2 className="border-b border-ink pb-1">Cars to practice on</h2>
          {missed.length > 0 && (
            <p className="caution mt-2 px-3 py-2 font-medium">
              Missed last time: {missed.map((kind) => FAULTS[kind].title.toLowerCase()).join('; ')}. Cars with
              it come first.
            </p>
          )}
          <ul>
            {listed.map((one) => {
              const own = ended.filter(({ scenarioId }) => scenarioId === one.id);
              return (
                <li
                  key={one.id}
                  data-scenario={one.id}
                  className="grid gap-x-6 gap-y-2 border-b border-rule py-3 sm:grid-cols-[minmax(0,1fr)_auto]"
                >
                  <div>
                    <p className="text-lg font-semibold">{one.title}</p>
                    <p>{one.task}</p>
                    <p className="text-soft">
                      {own.length
                        ? `${own.length} ${own.length === 1 ? 'try' : 'tries'}, best ${Math.max(...own.map(({ points }) => points!))}`
                        : 'not tried yet'}
                    </p>
                  </div>
                  <StartPractice what={{ scenario: one.id }} />
                </li>
              );
            })}
          </ul>
          {holdsRole(person.roles, ['lead', 'owner']) && <ImportScenario />}
          <h2 className="mt-8 border-b border-ink pb-1">Any other job</h2>
          <AnyJob
            jobs={known
              .filter(({ procedure }) => !procedure.id.startsWith('visit-'))
              .map(({ procedure }) => ({ id: procedure.id, title: titleOfProcedure(procedure) }))}
          />
        </section>
        <div>
          <section aria-label="Drills">
            <h2 className="border-b border-ink pb-1">Drills</h2>
            <ul>
              {DRILLS.map((drill) => (
                <li key={drill} className="flex items-center justify-between gap-3 border-b border-rule py-2">
                  <span>
                    <span className="text-lg font-semibold">{DRILL_WORDS[drill].title}</span>
                    {isDue(`drill ${drill}`) && <span className="ml-2 text-soft">due again</span>}
                  </span>
                  <Link className="btn" href={`/practice/drills/${drill}`}>
                    Five of them
                  </Link>
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="Your tries" className="mt-8">
            <h2 className="border-b border-ink pb-1">Your tries</h2>
            {open.map((one) => (
              <p key={one.id} className="border-b border-rule py-2">
                <Link className="font-semibold underline" href={`/practice/${one.id}`}>
                  Go on: {one.title}
                </Link>
                , begun {day(one.startedAt)}
              </p>
            ))}
            {ended.length > 1 && (
              <PointsCurve
                tries={[...ended].reverse().map(({ title, points }) => ({ label: title, points: points! }))}
              />
            )}
            <ul>
              {ended.slice(0, 12).map((one) => (
                <li key={one.id} className="flex justify-between gap-3 border-b border-rule py-2">
                  <Link className="underline" href={`/practice/${one.id}/debrief`}>
                    {one.title}
                  </Link>
                  <span className="figure">
                    {one.points} · found {one.found} of {one.faults} · {day(one.endedAt!)}
                  </span>
                </li>
              ))}
              {tries.length === 0 && <li className="py-2 text-soft">None yet.</li>}
            </ul>
          </section>
        </div>
      </div>
    </>
  );
}
