import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { DRILLS, type DrillId, questionOf } from '@/core/practice/drills';
import { AnyJob } from '@/features/practice/any-job';
import { DebriefPage } from '@/features/practice/debrief-page';
import { DrillSeries } from '@/features/practice/drill-series';
import { ImportScenario } from '@/features/practice/import-scenario';
import { PersonSkills } from '@/features/practice/person-skills';
import type { SkillLine } from '@/features/practice/skill-lines';
import type { Debrief } from '@/practice/debrief';
import { no, shopServer, yes } from '../support/shop-server';
import { went } from '../support/navigation';

// What a page prints at its edges is a sheet of styles that no document here can read.
jest.mock('@/ui/print-strip', () => ({ PrintStrip: () => null }));

const asked = (drill: DrillId) => questionOf(drill, 7);

test.each(DRILLS)('the drill %s is shown, answered, told and goes on to its end', async (drill) => {
  const hand = userEvent.setup();
  const server = shopServer({ '/api/practice/drill': yes({ right: false, answer: '27 3/16 in' }) });
  const question = asked(drill);
  render(<DrillSeries drill={drill} questions={[question]} />);
  expect(screen.getByText(question.ask)).toBeVisible();
  if (question.figure?.kind === 'rows') {
    expect(screen.getAllByRole('row')).toHaveLength(question.figure.rows.length + 1);
  } else if (question.figure) {
    expect(screen.getByRole('img')).toBeVisible();
  }
  const typed = question.options?.[0] ?? '27 1/4';
  if (question.options) await hand.click(screen.getByRole('button', { name: typed }));
  else {
    await hand.type(screen.getByRole('textbox'), typed);
    await hand.click(screen.getByRole('button', { name: 'Answer' }));
  }
  expect(await screen.findByText('✗ It is 27 3/16 in')).toBeVisible();
  expect(server.asked[0]!.body).toEqual({ drill, seed: question.seed, typed });
  await hand.click(screen.getByRole('button', { name: 'To the end' }));
  expect(screen.getByText('0 of 1')).toBeVisible();
  expect(screen.getByRole('link', { name: 'Another series' })).toHaveAttribute(
    'href',
    `/practice/drills/${drill}`,
  );
});

test('what does not read is told at its field and asked again; it is no miss', async () => {
  const hand = userEvent.setup();
  const server = shopServer({
    '/api/practice/drill': no({ field: 'typed', message: 'Type a number of Nm.' }),
  });
  render(<DrillSeries drill="extension" questions={[asked('extension'), asked('extension')]} />);
  await hand.type(screen.getByRole('textbox'), 'zz');
  await hand.click(screen.getByRole('button', { name: 'Answer' }));
  expect(await screen.findByText('Type a number of Nm.')).toBeVisible();
  expect(screen.getByRole('textbox')).toHaveValue('zz');
  server.replies['/api/practice/drill'] = yes({ right: true, answer: '80 Nm' });
  await hand.click(screen.getByRole('button', { name: 'Answer' }));
  expect(await screen.findByText('✓ Right: 80 Nm')).toBeVisible();
  await hand.click(screen.getByRole('button', { name: 'Next' }));
  expect(screen.getByText('2 of 2')).toBeVisible();
  expect(screen.getByRole('textbox')).toHaveValue('');
});

const DEBRIEF: Debrief = {
  score: { points: 61, work: 40, found: 30, lost: [{ what: 'somebody hurt', points: 9 }] },
  faults: [
    {
      key: 'hose-short front.left.brake-hose',
      title: 'A short hose',
      where: 'Left front brake hose',
      shows: 'It reaches 60 mm.',
      mend: 'Hold the wheel higher',
      found: true,
      bit: null,
    },
    {
      key: 'pin-short x',
      title: 'A pin short',
      where: 'Left front top joint',
      shows: 'No pin.',
      mend: 'Put a new pin in',
      found: false,
      bit: { stepId: 's', harm: 'person', words: 'The joint comes apart.', fault: 'pin-short x' },
    },
    {
      key: 'brake-on brake',
      title: 'A reading with the brake on',
      where: 'Park brake and gear',
      shows: 'It is set.',
      mend: 'Brake off',
      found: false,
      bit: null,
    },
  ],
  consequences: [
    { stepId: 's', harm: 'person', words: 'It comes down with something open under it.', fault: null },
    { stepId: 's', harm: 'person', words: 'The joint comes apart.', fault: 'pin-short x' },
  ],
  order: [{ step: 'Strut out', before: 'Hose free' }],
  refused: [{ step: 'Lower it', code: 'ground' }],
  taps: 12,
  looks: 4,
  needless: 1,
  stepsDone: 5,
  stepsAsked: 9,
  minutes: { book: 62.4, taken: 17.2 },
  torques: { all: 3, byHand: 2 },
  photos: { taken: 1, asked: 2 },
  rack: { read: 2, allIn: true },
};
const debrief = (more: Partial<Debrief> = {}, tries = [{ label: '14 Apr', points: 61 }]) =>
  render(
    <DebriefPage
      title="Struts out"
      car="A truck"
      scenarioId="struts"
      procedure="strut-top-spacer"
      mode="lets-happen"
      debrief={{ ...DEBRIEF, ...more }}
      tries={tries}
      paper="letter"
    />,
  );

test('the debrief says what was found and missed, what bit, the order, and what it took', async () => {
  const server = shopServer({ '/api/practice': yes({ id: 'again' }) });
  debrief({}, [
    { label: '13 Apr', points: 20 },
    { label: '14 Apr', points: 61 },
  ]);
  expect(screen.getByText('61 of 100')).toBeVisible();
  expect(
    screen.getByText(
      /40 for the work, 30 for what was found, both as far as the job was done \(5 of 9 steps\), less 9 for somebody hurt/,
    ),
  ).toBeVisible();
  const fault = (key: string) => document.querySelector(`[data-fault="${key}"]`)!;
  expect(fault('hose-short front.left.brake-hose')).toHaveTextContent('✓ Found: Left front brake hose');
  expect(fault('pin-short x')).toHaveTextContent('✗ Missed: Left front top joint');
  expect(fault('pin-short x')).toHaveTextContent('The joint comes apart.');
  // What never came to bite was not missed.
  expect(fault('brake-on brake')).toHaveTextContent('✗ Not found');
  expect(screen.getByRole('heading', { name: 'What the record spoke against' })).toBeVisible();
  expect(screen.getByText('Hose free')).toBeVisible();
  const figures = screen.getByRole('table');
  for (const [name, value] of [
    ['Steps done', '5 of 9'],
    ['By the book', '62 min'],
    ['Taken', '17 min'],
    ['Torques, typed by hand', '2 of 3'],
    ['Read on the rack', '2, the last all in range'],
  ])
    expect(within(figures).getByRole('row', { name: `${name} ${value}` })).toBeVisible();
  expect(screen.getByRole('img', { name: /Points of 2 tries. 13 Apr: 20; 14 Apr: 61/ })).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Once more' }));
  await waitFor(() => expect(went).toEqual(['/practice/again']));
  expect(server.asked[0]!.body).toEqual({ scenario: 'struts', mode: 'lets-happen' });
});

test('a debrief of a car with nothing hidden and nothing done against the record says only that', () => {
  shopServer({});
  debrief({ faults: [], consequences: [], order: [] });
  expect(screen.getByText('Nothing was hidden in this car.')).toBeVisible();
  expect(screen.queryByRole('heading', { name: 'What the record spoke against' })).toBeNull();
  expect(screen.queryByRole('img')).toBeNull();
});

test('any job begins in either mode; what the server refuses is told', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ '/api/practice': no({ message: 'There is no such practice job.' }) });
  render(<AnyJob jobs={[{ id: 'lowering', title: 'Lowering' }]} />);
  await hand.click(screen.getByRole('button', { name: 'As in earnest' }));
  expect(await screen.findByText('There is no such practice job.')).toBeVisible();
  expect(server.asked[0]!.body).toEqual({ procedure: 'lowering', mode: 'refuses' });
  server.replies['/api/practice'] = yes({ id: 'begun' });
  await hand.click(screen.getByRole('button', { name: 'Practice' }));
  await waitFor(() => expect(went).toEqual(['/practice/begun']));
});

test('a practice file: what is no JSON, what is refused by its line, what is kept', async () => {
  const hand = userEvent.setup();
  const server = shopServer({
    '/api/practice/scenario': no({ field: 'faults[0].at', message: 'There is no x to look at.' }),
  });
  render(<ImportScenario />);
  await hand.click(screen.getByText('A practice file of our own'));
  const field = screen.getByLabelText('Practice file, JSON');
  const file = (words: string) => new File([words], 'ours.json', { type: 'application/json' });
  Blob.prototype.text ??= function text(this: Blob) {
    return this.arrayBuffer().then((bytes) => new TextDecoder().decode(bytes));
  };
  await hand.upload(field, file('{ not'));
  expect(await screen.findByText('“ours.json” is not a JSON file.')).toBeVisible();
  expect(server.asked).toHaveLength(0);
  await hand.upload(field, file('{"id":"a"}'));
  expect(await screen.findByText('faults[0].at: There is no x to look at.')).toBeVisible();
  server.replies['/api/practice/scenario'] = yes({ id: 'ours' });
  await hand.upload(field, file('{"id":"ours"}'));
  expect(await screen.findByText('ours is kept and stands in the list.')).toBeVisible();
  expect(went).toEqual(['refresh']);
});

const line = (more: Partial<SkillLine>): SkillLine => ({
  skill: 'springs',
  name: 'springs and struts',
  signed: false,
  holds: false,
  state: 'not signed off',
  facts: [],
  ...more,
});
const LINES = [
  line({ facts: ['practiced: found 2 of 3', 'worked: 4 steps, last Tue 14 Apr'] }),
  line({ skill: 'job lowering', name: 'Lowering', signed: true, holds: true, state: 'signed off' }),
];
const LEADS = [{ id: '00000000-0000-4000-8000-0000000000aa', name: 'Odalys' }];
const ILSE = { id: '00000000-0000-4000-8000-0000000000bb', name: 'Ilse' };

test('whoever is no lead reads who may do what, and signs nothing', () => {
  render(<PersonSkills person={ILSE} lines={LINES} judges={null} />);
  const [kinds, jobs] = screen.getAllByRole('list');
  expect(kinds).toHaveTextContent('practiced: found 2 of 3');
  expect(jobs).toHaveTextContent('Lowering: signed off');
  expect(screen.queryByRole('button')).toBeNull();
});

test('a lead signs somebody off for a job, and ends a sign-off, each with a PIN', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ 'skill.sign': yes({}), 'skill.end': yes({}) });
  const jobs = [{ id: 'lowering', title: 'Lowering' }];
  render(<PersonSkills person={ILSE} lines={LINES} judges={{ leads: LEADS, jobs }} />);
  const pin = async (action: string) => {
    for (const digit of '4711') await hand.click(screen.getByRole('button', { name: digit }));
    await hand.click(screen.getByRole('button', { name: action }));
  };
  await hand.click(screen.getByRole('button', { name: 'Sign off' }));
  await hand.click(screen.getByRole('combobox', { name: 'For' }));
  await hand.click(screen.getByRole('option', { name: 'the job: Lowering' }));
  await pin('Sign it');
  await waitFor(() => expect(server.inputs('skill.sign')).toHaveLength(1));
  expect(server.inputs('skill.sign')[0]).toMatchObject({
    personId: ILSE.id,
    leadId: LEADS[0]!.id,
    pin: '4711',
    skill: 'job lowering',
    untilDay: null,
  });
  await hand.click(screen.getByRole('button', { name: 'End' }));
  await pin('End it');
  await waitFor(() => expect(server.inputs('skill.end')).toHaveLength(1));
  expect(server.inputs('skill.end')[0]).toMatchObject({ personId: ILSE.id, skill: 'job lowering' });
});
