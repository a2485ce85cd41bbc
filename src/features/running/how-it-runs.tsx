import { contractOf, type CommandName } from '@/contracts/commands';
import { shopMoment, spanText } from '@/core/units/shop-time';
import type { Counted, figuresHere } from '@/server/running/figures';
import type { Check, CheckName } from '@/server/running/readiness';
import type { LongWorkShown } from '@/server/running/long-work';
import type { Backup, standing } from '@/server/running/standing';
import { Figures } from '@/ui/figures';
import { Nothing } from '@/ui/states';
import { LongWorkList } from './long-work';

const CHECK_NAMES: Record<CheckName, string> = {
  database: 'Database',
  schema: 'Its tables',
  disk: 'Room on the disk',
  clock: 'Clocks',
  messages: 'Messages',
  rounds: 'The shop’s machine',
};

const milliseconds = (seconds: number | null) =>
  seconds === null ? 'over 10 s' : `${Math.round(seconds * 1000)} ms`;
const megabytes = (bytes: number) => `${(bytes / 1024 / 1024).toFixed(1)} MB`;
const age = (seconds: number | null) => (seconds === null ? 'none' : spanText(seconds * 1000));

function CountedTable({ head, rows }: { head: string; rows: readonly (Counted & { words: string })[] }) {
  if (!rows.length) return <Nothing>Nothing yet since it was started.</Nothing>;
  return (
    <table className="ledger">
      <thead>
        <tr>
          <th scope="col">{head}</th>
          <th scope="col" className="text-right!">
            How often
          </th>
          <th scope="col" className="text-right!">
            Nine in ten within
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, words, count, nineInTen }) => (
          <tr key={name}>
            <th scope="row" className="font-normal">
              {words}
            </th>
            <td className="figure text-right">{count}</td>
            <td className="figure text-right">{milliseconds(nineInTen)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A backup older than this has missed an evening. */
const BACKUP_OLD_S = 26 * 3600;

/** How the server runs: what it stands on, what is in it, what it answered, and its backups. */
export function HowItRuns({
  checks,
  stands,
  here,
  backups,
  works,
  timeZone,
}: {
  checks: readonly Check[];
  stands: Awaited<ReturnType<typeof standing>> | null;
  here: Awaited<ReturnType<typeof figuresHere>>;
  backups: readonly Backup[];
  works: readonly LongWorkShown[];
  timeZone: string;
}) {
  const wrong = checks.filter(({ ok }) => !ok);
  const old = stands && (stands.backup_age_seconds === null || stands.backup_age_seconds > BACKUP_OLD_S);
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
      <section aria-labelledby="stands-on">
        <h2 id="stands-on" className="border-b border-ink pb-1">
          {wrong.length ? `${wrong.length} of ${checks.length} not as it should be` : 'It can do its work'}
        </h2>
        <ul>
          {checks.map(({ name, ok, words }) => (
            <li
              key={name}
              data-check={name}
              className={`flex gap-3 border-b border-rule py-2 ${ok ? '' : 'hatch px-3'}`}
            >
              <span
                className="w-6 shrink-0 font-bold"
                aria-label={ok ? 'in order' : 'not in order'}
                role="img"
              >
                {ok ? '✓' : '✗'}
              </span>
              <span>
                <span className="font-semibold">{CHECK_NAMES[name]}</span>: {words}
              </span>
            </li>
          ))}
        </ul>
        <h2 className="mt-8 border-b border-ink pb-1">What takes long</h2>
        <LongWorkList works={works} timeZone={timeZone} />
        <h2 className="mt-8 border-b border-ink pb-1">Backups</h2>
        {old && (
          <p className="hatch mt-2 px-3 py-2 font-medium">
            {backups.length
              ? `The newest is ${age(stands.backup_age_seconds)} old: npm run backup makes one, each evening.`
              : 'There is none in the data folder: npm run backup makes one, each evening.'}
          </p>
        )}
        <ul>
          {backups.slice(0, 14).map(({ name, at, bytes }) => (
            <li key={name} className="flex flex-wrap justify-between gap-x-4 border-b border-rule py-1.5">
              <span className="wrap-anywhere">{name}</span>
              <span className="figure text-soft">
                {shopMoment(at, timeZone)}, {megabytes(bytes)}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="in-it">
        <h2 id="in-it" className="border-b border-ink pb-1">
          What stands in it
        </h2>
        {stands ? (
          <Figures
            of={[
              ['Entries', stands.entries],
              ['Chains: orders, and the shop’s own', stands.chains],
              ['Longest chain, entries', stands.longest_chain],
              ['Pictures', stands.pictures],
              ['Messages waiting to leave', stands.messages_waiting],
              ['Messages somebody hands on', stands.messages_by_hand],
              ['The shop’s machine went round', `${age(stands.last_round_seconds)} ago`],
            ]}
          />
        ) : (
          <Nothing>The database did not answer.</Nothing>
        )}
        <h2 className="mt-8 border-b border-ink pb-1">This server</h2>
        <Figures
          of={[
            ['Running for', spanText(here.upSeconds * 1000)],
            ['Memory', `${here.memoryMb} MB`],
            [
              'Waits for the database, nine in ten within',
              here.waits ? milliseconds(here.waits.nineInTen) : 'none yet',
            ],
            ...here.outcomes.map(({ name, count }) => [`Commands ${name}`, count] as const),
          ]}
        />
      </section>
      <section aria-labelledby="asked">
        <h2 id="asked" className="border-b border-ink pb-1">
          Asked of this server
        </h2>
        <CountedTable
          head="Part"
          rows={here.areas.slice(0, 20).map((one) => ({ ...one, words: one.name }))}
        />
      </section>
      <section aria-labelledby="given">
        <h2 id="given" className="border-b border-ink pb-1">
          Commands given here
        </h2>
        <CountedTable
          head="Command"
          rows={here.commands
            .slice(0, 20)
            .map((one) => ({ ...one, words: contractOf(one.name as CommandName).title }))}
        />
      </section>
    </div>
  );
}
