import { render, screen, within } from '@testing-library/react';
import { HowItRuns } from '@/features/running/how-it-runs';
import type { Check, CheckName } from '@/server/running/readiness';

const CHECKS: CheckName[] = ['database', 'schema', 'disk', 'clock', 'messages', 'rounds'];
type Props = Parameters<typeof HowItRuns>[0];

const CHECKED: Check[] = CHECKS.map((name) => ({ name, ok: true, words: `${name} as it should be.` }));
const STANDS: NonNullable<Props['stands']> = {
  entries: 1290,
  chains: 12,
  longest_chain: 340,
  messages_waiting: 2,
  messages_by_hand: 1,
  oldest_message_seconds: 30,
  pictures: 77,
  backup_age_seconds: 3600,
  last_round_seconds: 61,
};
const HERE: Props['here'] = {
  upSeconds: 7320,
  memoryMb: 210,
  areas: [
    { name: 'bay', count: 40, nineInTen: 0.05 },
    { name: 'today', count: 3, nineInTen: null },
  ],
  commands: [{ name: 'step.done', count: 9, nineInTen: 0.02 }],
  outcomes: [
    { name: 'taken', count: 8, nineInTen: 0.02 },
    { name: 'refused', count: 1, nineInTen: 0.01 },
  ],
  waits: { name: '', count: 90, nineInTen: 0.005 },
};
const BACKUPS: Props['backups'] = [
  { name: 'shop-2026-04-14.sql.gz', at: '2026-04-14T02:30:00.000Z', bytes: 3_145_728 },
];
const show = (more: Partial<Props> = {}) =>
  render(
    <HowItRuns
      checks={CHECKED}
      stands={STANDS}
      here={HERE}
      backups={BACKUPS}
      works={[]}
      timeZone="America/Denver"
      {...more}
    />,
  );
const figure = (name: string) => screen.getByRole('row', { name: new RegExp(`^${name} `) });

test('a server that can do its work: what it stands on, what is in it, what it answered and how fast', () => {
  show();
  expect(screen.getByRole('heading', { name: 'It can do its work' })).toBeVisible();
  expect(screen.getAllByRole('img', { name: 'in order' })).toHaveLength(CHECKS.length);
  expect(figure('Entries')).toHaveTextContent('1290');
  expect(figure('The shop’s machine went round')).toHaveTextContent('1 min ago');
  expect(figure('Running for')).toHaveTextContent('2 h 02');
  expect(figure('Waits for the database, nine in ten within')).toHaveTextContent('5 ms');
  expect(figure('Commands refused')).toHaveTextContent('1');
  const asked = within(screen.getByRole('region', { name: 'Asked of this server' }));
  expect(asked.getByRole('row', { name: 'bay 40 50 ms' })).toBeVisible();
  expect(asked.getByRole('row', { name: 'today 3 over 10 s' })).toBeVisible();
  // A command is named as the shop names it.
  expect(screen.getByRole('row', { name: 'Do a step 9 20 ms' })).toBeVisible();
  expect(screen.getByText('shop-2026-04-14.sql.gz').closest('li')).toHaveTextContent('3.0 MB');
  expect(screen.queryByText(/npm run backup/)).toBeNull();
});

test('what is not as it should be stands out with what to do; a backup too old, and none', () => {
  const checks = CHECKED.map((one) =>
    one.name === 'disk' ? { ...one, ok: false, words: '12 MB free, make room.' } : one,
  );
  const { unmount } = show({ checks, stands: { ...STANDS, backup_age_seconds: 40 * 3600 } });
  expect(screen.getByRole('heading', { name: '1 of 6 not as it should be' })).toBeVisible();
  const disk = document.querySelector('[data-check="disk"]')!;
  expect(disk).toHaveTextContent('Room on the disk: 12 MB free, make room.');
  expect(within(disk as HTMLElement).getByRole('img', { name: 'not in order' })).toBeVisible();
  expect(screen.getByText(/The newest is 40 h 00 old: npm run backup/)).toBeVisible();
  unmount();
  show({ stands: { ...STANDS, backup_age_seconds: null }, backups: [] });
  expect(screen.getByText(/There is none in the data folder: npm run backup/)).toBeVisible();
});

test('just started, and a database that does not answer', () => {
  show({
    stands: null,
    here: { ...HERE, areas: [], commands: [], outcomes: [], waits: null },
    backups: [],
  });
  expect(screen.getByText('The database did not answer.')).toBeVisible();
  expect(screen.getAllByText('Nothing yet since it was started.')).toHaveLength(2);
  expect(figure('Waits for the database, nine in ten within')).toHaveTextContent('none yet');
});
