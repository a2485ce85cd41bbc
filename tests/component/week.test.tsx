import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { workCalendar } from '@/core/schedule/calendar';
import { chancesOf } from '@/core/schedule/chance';
import type { AgreedPhase } from '@/core/schedule/as-agreed';
import { rePlan } from '@/core/schedule/re-plan';
import { solveWeek } from '@/core/schedule/solve';
import type { WeekProblem } from '@/core/schedule/types';
import { WeekView } from '@/features/week/week-view';
import type { WeekFile } from '@/server/week/week-file';
import { no, shopServer, yes } from '../support/shop-server';
import { madeUpWeek } from '../support/weeks';

/** A search that is not done yet: nothing planned anew. */
let mockStillSearching = false;
// The week is worked out in a worker, which a document has none of: here it is worked out at once, by the same core.
jest.mock('@/features/week/use-week', () => ({
  useWorkedWeek: (problem: WeekProblem | null) => {
    if (!problem) return { week: null, busy: false };
    if (mockStillSearching) return { week: null, busy: true };
    const solved = solveWeek(problem, { effort: 0.05 });
    return { week: { ...solved, chances: chancesOf(problem, solved.plan), ms: 12 }, busy: false };
  },
  useRePlan: (problem: WeekProblem, agreed: readonly AgreedPhase[]) => {
    if (!agreed.length) return { again: null, busy: false };
    const again = rePlan(problem, agreed);
    return { again: { ...again, chances: chancesOf(problem, again.plan), ms: 3 }, busy: false };
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
          phone: '555 0100',
          wishedFor: null,
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
  expect(screen.queryByText(/orders of work looked at/)).toBeNull();
  await hand.click(screen.getByRole('button', { name: 'How this was worked out' }));
  expect(screen.getByText(/orders of work looked at in 0\.0 s/)).toBeVisible();
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

test('a car of the list is opened by its name: its phases, its hours, and that it can only be pushed', async () => {
  const file = fileOf();
  const [first, second] = file.problem.jobs;
  file.jobs[first!.id]!.pushOnly = true;
  const bay = first!.phases.find(({ id }) => id === 'bay')!;
  Object.assign(bay, {
    notBefore: 4 * 480,
    waitsFor: 'parts on their way: 3 of 20 such came later than said',
  });
  const { hand } = open({ file });
  const line = screen.getByRole('button', { name: /^1600 · Car 0$/ });
  expect(line).toHaveAttribute('aria-pressed', 'false');
  // What holds it up stands in the list, under its hours.
  const list = within(screen.getByRole('region', { name: 'Jobs of the week' }));
  expect(list.getByText(/Hollin · waits for parts on their way: 3 of 20 such came later/)).toBeVisible();
  await hand.click(line);
  expect(line).toHaveAttribute('aria-pressed', 'true');
  const car = within(screen.getByRole('heading', { name: 'Car 0' }).closest('section')!);
  expect(car.getByText('Hours from the book.')).toBeVisible();
  expect(car.getByText(/can only be pushed: until its work is done two roll it/)).toBeVisible();
  expect(car.getAllByRole('listitem')).toHaveLength(first!.phases.length);
  expect(car.getAllByRole('listitem')[1]!.textContent).toMatch(/^bay Mon 20 Apr, 08:00/);
  await hand.click(screen.getByRole('button', { name: /^1601 · Car 1$/ }));
  expect(screen.queryByText(/can only be pushed/)).toBeNull();
  const other = within(screen.getByRole('heading', { name: 'Car 1' }).closest('section')!);
  expect(other.getAllByRole('listitem')).toHaveLength(second!.phases.length);
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

test('what was said of the week stands there, and a tap takes each back', async () => {
  const file = fileOf(4);
  const [job, rush] = file.problem.jobs;
  file.waits[job!.id] = { untilDay: '2026-04-17', words: 'the left spring', sure: 'likely' };
  file.jobs[rush!.id]!.kind = 'rush';
  file.problem.techs.forEach(({ away }, index) => away.splice(0, 9, ...(index === 1 ? [2] : [])));
  const { server, hand } = open({ file });
  const said = within(
    screen.getByRole('heading', { name: 'What was said of this week' }).closest('section')!,
  );
  expect(said.getByText('1600 Car 0 waits until Fri 17 Apr, likely: the left spring')).toBeVisible();
  expect(said.getByText('Two is away Thu 16 Apr')).toBeVisible();
  await hand.click(said.getByRole('button', { name: 'It is there: wait no longer' }));
  await hand.click(said.getByRole('button', { name: 'Here after all' }));
  await hand.click(said.getByRole('button', { name: 'Take it out of the week' }));
  await waitFor(() => expect(server.inputs('week.rush.end')).toEqual([{ rushId: rush!.id }]));
  expect(server.inputs('week.wait')).toMatchObject([{ jobId: job!.id, untilDay: null }]);
  expect(server.inputs('week.away')).toEqual([
    { personId: file.problem.techs[1]!.id, days: ['2026-04-16'], away: false },
  ]);
});

describe('an agreed plan', () => {
  /** The same week agreed, and then something of it slips. */
  const agreedFile = (slip: (file: WeekFile) => void = () => undefined): WeekFile => {
    const file = fileOf(6);
    for (const job of file.problem.jobs) for (const phase of job.phases) phase.skill = null;
    for (const { away } of file.problem.techs) away.splice(0);
    // Promised right after it is done: whatever comes later breaks it.
    const { plan } = solveWeek(file.problem, { effort: 0.05 });
    file.problem.jobs.forEach((job) => (job.promise = Math.ceil(plan.ends[job.id]! / 30) * 30 + 30));
    const agreed = { ...file, agreed: solveWeek(file.problem, { effort: 0.05 }).plan.placed };
    slip(agreed);
    return agreed;
  };
  /** A job's part comes on the sixth day alone. */
  const partOf = (job: number, words: string) => (file: WeekFile) =>
    Object.assign(file.problem.jobs[job]!.phases[1]!, {
      notBefore: 6 * file.problem.dayMinutes,
      waitsFor: words,
    });
  const calls = () => within(screen.getByRole('region', { name: 'Whom to call' }));
  beforeEach(() => {
    mockStillSearching = false;
  });

  test('that still holds says so, and there is nothing to agree and nobody to call', () => {
    open({ file: agreedFile() });
    expect(screen.getByText('The agreed plan still holds.')).toBeVisible();
    expect(screen.queryByRole('button', { name: /Agree/ })).toBeNull();
    expect(screen.queryByRole('region', { name: 'Whom to call' })).toBeNull();
  });

  test('it is there before anything else was searched for, and says that this is still looked for', async () => {
    mockStillSearching = true;
    const { hand, file } = open({ file: agreedFile(partOf(0, 'the left spring')) });
    expect(screen.getByRole('list', { name: 'What slipped' }).textContent).toContain('1600 Car 0 bay waits');
    expect(within(screen.getAllByRole('table')[0]!).getAllByRole('row')).toHaveLength(
      2 * file.problem.jobs.length + 1,
    );
    expect(screen.queryByText(/Planned anew, /)).toBeNull();
    await hand.click(screen.getByRole('button', { name: 'How this was worked out' }));
    expect(screen.getByText('Looking at other orders of work…')).toBeVisible();
    expect(screen.getByRole('button', { name: 'Agree it as planned from now' })).toBeEnabled();
    await hand.click(screen.getByRole('radio', { name: 'Planned anew' }));
    expect(screen.getByRole('status')).toHaveTextContent('Planning the week…');
    expect(screen.queryByRole('button', { name: /Agree/ })).toBeNull();
  });

  test('a part slips: what slipped, whom to call with the words ready, and nothing recorded before the tap', async () => {
    const { server, hand, file } = open({
      file: agreedFile(partOf(0, 'the left spring')),
      answers: { 'promise.give': yes({ messageId: null, byHand: false }) },
    });
    expect(screen.getByRole('list', { name: 'What slipped' }).textContent).toContain(
      '1600 Car 0 bay waits for the left spring.',
    );
    const call = within(calls().getByRole('listitem', { name: '1600 Car 0' }));
    expect(call.getByRole('link', { name: '555 0100' })).toHaveAttribute('href', 'tel:5550100');
    expect(call.getByText(/It cannot be kept, whatever else waits\./)).toBeVisible();
    const words = call.getByLabelText('What you tell them');
    expect((words as HTMLTextAreaElement).value).toMatch(
      /^Your Car 0: \w+day \d+ April at \d\d:\d\d instead of \w+day \d+ April at \d\d:\d\d\. We are sorry: it waits for the left spring\.$/,
    );
    expect(server.asked).toEqual([]);
    await hand.click(call.getByRole('button', { name: /^Record as told: / }));
    await waitFor(() => expect(server.inputs('promise.give')).toHaveLength(1));
    expect(server.inputs('promise.give')[0]).toMatchObject({
      orderId: file.jobs[file.problem.jobs[0]!.id]!.orderId,
      how: 'by phone',
      cost: 'some',
      words: (words as HTMLTextAreaElement).value,
    });
    await hand.click(screen.getByRole('button', { name: 'Agree it as planned from now' }));
    await waitFor(() => expect(server.inputs('week.accept')).toHaveLength(1));
  });

  test('planned anew is looked at beside it, and agreed only by its own button', async () => {
    const { server, hand } = open({ file: agreedFile() });
    await hand.click(screen.getByRole('radio', { name: 'Planned anew' }));
    expect(screen.queryByText('The agreed plan still holds.')).toBeNull();
    await hand.click(screen.getByRole('button', { name: 'Agree this plan anew' }));
    await waitFor(() => expect(server.inputs('week.accept')).toHaveLength(1));
  });

  test('who may not promise sees whom to call and no button', () => {
    const server = shopServer({});
    const file = agreedFile(partOf(0, 'a part'));
    render(<WeekView file={file} isLead={false} mayAsk={false} />);
    expect(calls().getByText('Hollin')).toBeVisible();
    expect(screen.queryByRole('button', { name: /Record as told/ })).toBeNull();
    expect(server.asked).toEqual([]);
  });
});

test('by person: each has their own hours, also where they only help', async () => {
  const { hand, file } = open({ file: fileOf(8) });
  await hand.click(screen.getByRole('button', { name: 'By person' }));
  const [list] = screen.getAllByRole('list', { name: 'The week, by person' });
  for (const { name } of file.problem.techs)
    expect(within(list!).getByRole('heading', { name })).toBeInTheDocument();
  expect(within(list!).getAllByText(/^\d\d:\d\d–(\w{3} )?\d\d:\d\d$/).length).toBeGreaterThan(8);
});
