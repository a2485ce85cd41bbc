import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { workCalendar } from '@/core/schedule/calendar';
import { chancesOf } from '@/core/schedule/chance';
import { solveWeek } from '@/core/schedule/solve';
import type { WeekProblem } from '@/core/schedule/types';
import { WeekView } from '@/features/week/week-view';
import type { WeekFile } from '@/server/week/problem';
import { no, shopServer, yes } from '../support/shop-server';
import { madeUpWeek } from '../support/weeks';

// The week is worked out in a worker, which a document has none of: here it is worked out at once, by the same core.
jest.mock('@/features/week/use-week', () => ({
  useWorkedWeek: (problem: WeekProblem | null) => {
    if (!problem) return { week: null, busy: false };
    const solved = solveWeek(problem);
    return { week: { ...solved, chances: chancesOf(problem, solved.plan), ms: 12 }, busy: false };
  },
}));

const uuid = (index: number) => `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`;

/** A made-up week whose people, places and jobs have the ids a shop gives. */
function fileOf(count = 4): WeekFile {
  const made = madeUpWeek(3, count);
  const problem: WeekProblem = {
    ...made,
    days: 10,
    techs: made.techs.map((tech, index) => ({ ...tech, id: uuid(index + 1) })),
    jobs: made.jobs.map((job, index) => ({ ...job, id: uuid(index + 100), label: `Car ${index}, a truck` })),
  };
  const hours = { weekdays: [1, 2, 3, 4, 5], from: 480, to: 1020, restFrom: 720, restMinutes: 60 };
  return {
    problem,
    calendar: workCalendar(hours, 'America/Denver', '2026-04-14'),
    jobs: Object.fromEntries(
      problem.jobs.map((job, index) => [
        job.id,
        {
          orderId: uuid(index + 200),
          number: 1600 + index,
          car: job.label,
          customer: 'Hollin',
          promisedFor: '2026-04-16T22:00:00.000Z',
          kind: 'job' as const,
          hours: 'the book',
        },
      ]),
    ),
    waits: {},
    agreed: [],
  };
}

function open({
  isLead = true,
  file = fileOf(),
  answers = {},
}: { isLead?: boolean; file?: WeekFile; answers?: object } = {}) {
  const server = shopServer({ ...answers, 'week.': yes({}) });
  render(<WeekView file={file} isLead={isLead} mayAsk />);
  return { server, file, hand: userEvent.setup() };
}
const whatIf = () => within(screen.getByRole('heading', { name: 'What if' }).closest('section')!);

test('one sentence comes first, how it was worked out is folded, and the list begins with what misses', async () => {
  const { hand } = open({ file: fileOf(24) });
  const sentence = screen.getByText(/promises? will probably be missed|probably be kept/);
  expect(sentence.textContent).toMatch(/^\d+ of 24 promises will probably be missed\. Worst: 16\d\d /);
  expect(screen.queryByText(/Worked out in/)).toBeNull();
  await hand.click(screen.getByRole('button', { name: 'How this was worked out' }));
  expect(screen.getByText(/Worked out in 0\.0/)).toBeVisible();
  const rows = within(screen.getAllByRole('table')[0]!).getAllByRole('row').slice(1);
  expect(rows[0]!.textContent).toContain(/Worst: (\d+)/.exec(sentence.textContent!)![1]!);
});

test('the lead agrees the plan as it stands, slot by slot', async () => {
  const { server, hand, file } = open();
  await hand.click(screen.getByRole('button', { name: 'Agree this plan' }));
  await waitFor(() => expect(server.inputs('week.accept')).toHaveLength(1));
  const { slots } = server.inputs('week.accept')[0] as {
    slots: { jobId: string; startsAt: string; endsAt: string }[];
  };
  expect(new Set(slots.map(({ jobId }) => jobId))).toEqual(new Set(file.problem.jobs.map(({ id }) => id)));
  for (const { startsAt, endsAt } of slots) expect(Date.parse(endsAt)).toBeGreaterThan(Date.parse(startsAt));
});

test('who is no lead looks, and pins nothing', () => {
  open({ isLead: false });
  expect(screen.queryByRole('button', { name: /Agree this plan/ })).toBeNull();
});

test('a rush job is looked at first, beside the week as it stands, and only then put in', async () => {
  const { server, hand } = open();
  await hand.click(whatIf().getByRole('combobox', { name: 'What if' }));
  await hand.click(screen.getByRole('option', { name: 'a rush job comes in' }));
  await hand.type(whatIf().getByLabelText('Which car'), 'Bent arm');
  await hand.clear(whatIf().getByLabelText('Hours'));
  await hand.type(whatIf().getByLabelText('Hours'), 'a few');
  await hand.click(whatIf().getByRole('button', { name: 'See what it does' }));
  expect(await screen.findByText('Write the hours as a number.')).toBeVisible();
  await hand.clear(whatIf().getByLabelText('Hours'));
  await hand.type(whatIf().getByLabelText('Hours'), '1,5');
  await hand.click(whatIf().getByRole('button', { name: 'See what it does' }));
  const then = within(await screen.findByRole('region', { name: 'What it would do' }));
  expect(then.getByRole('heading', { name: /^Bent arm: 1.5 h, promised for/ })).toBeVisible();
  expect(then.getByText(/Late in all/)).toBeVisible();
  expect(server.asked).toEqual([]);
  await hand.click(then.getByRole('button', { name: 'It is so: plan with it' }));
  await waitFor(() => expect(server.inputs('week.rush')).toHaveLength(1));
  expect(server.inputs('week.rush')[0]).toMatchObject({ label: 'Bent arm', minutes: 90, needsLift: true });
  await waitFor(() => expect(screen.queryByRole('region', { name: 'What it would do' })).toBeNull());
});

test('somebody is out for two days: the days are the shop’s open ones; left as it is nothing is written', async () => {
  const { server, hand, file } = open();
  await hand.click(whatIf().getByRole('combobox', { name: 'What if' }));
  await hand.click(screen.getByRole('option', { name: 'somebody is out' }));
  await hand.clear(whatIf().getByLabelText('Days'));
  await hand.type(whatIf().getByLabelText('Days'), '2');
  await hand.click(whatIf().getByRole('button', { name: 'See what it does' }));
  const look = async () => within(await screen.findByRole('region', { name: 'What it would do' }));
  await hand.click((await look()).getByRole('button', { name: 'Leave it as it is' }));
  expect(server.asked).toEqual([]);
  await hand.click(whatIf().getByRole('button', { name: 'See what it does' }));
  await hand.click((await look()).getByRole('button', { name: 'It is so: plan with it' }));
  await waitFor(() => expect(server.inputs('week.away')).toHaveLength(1));
  const { days, personId } = server.inputs('week.away')[0] as { days: string[]; personId: string };
  expect(personId).toBe(file.problem.techs[0]!.id);
  expect(days).toEqual(file.calendar.days.slice(3, 5));
});

test('a phase is pinned by hand to who, where and when; a refusal stands at its field', async () => {
  const { server, hand, file } = open({
    answers: { 'week.pin': no({ field: 'startsAt', code: 'past', message: 'That is over.' }) },
  });
  const [job] = file.problem.jobs;
  await hand.click(screen.getAllByRole('button', { name: new RegExp(job!.label.split(',')[0]!) })[0]!);
  await screen.findByRole('heading', { name: job!.label.split(',')[0]! });
  await hand.click(screen.getByRole('combobox', { name: 'By' }));
  await hand.click(screen.getByRole('option', { name: file.problem.techs[1]!.name }));
  await hand.type(screen.getByLabelText('Begins'), '2026-04-16 9:00');
  await hand.click(screen.getByRole('button', { name: 'Pin it there' }));
  expect(await screen.findByText('That is over.')).toBeVisible();
  expect(screen.getByLabelText('Begins')).toHaveAttribute('aria-invalid', 'true');
  expect(server.inputs('week.pin')[0]).toMatchObject({
    jobId: job!.id,
    personId: file.problem.techs[1]!.id,
    startsAt: '2026-04-16T15:00:00.000Z',
  });
});
