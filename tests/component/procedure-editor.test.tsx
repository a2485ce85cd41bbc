import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Procedure } from '@/core/procedure/types';
import { ProcedureEditor } from '@/features/procedures/procedure-editor';
import { Notices } from '@/ui/notices';
import { went } from '../support/navigation';
import { anatomies } from '../support/library';
import { no, shopServer, yes } from '../support/shop-server';

/** A procedure as short as one can be that opens something and closes it again. */
const shipped: Procedure = {
  format: 'wrenchwise-procedure/1',
  id: 'splash-cover',
  title: 'Splash cover off and on',
  summary: 'To look behind it.',
  fits: { front: ['strut'], rear: ['leaf-over'], targets: 'none' },
  ways: [],
  items: [
    {
      id: 'cover',
      name: 'Damper',
      place: 'front.left.damper',
      kind: 'part',
      end: 'front',
      corner: 'LF',
      closeBefore: 'drive',
    },
  ],
  fasteners: [],
  steps: [
    {
      id: 'look',
      phase: 'intake',
      do: 'Look at the cover',
      why: 'Its clips break.',
      end: 'front',
      corner: 'LF',
      tools: [{ kind: 'lamp' }],
      measure: [{ what: 'gap', unit: 'mm', corner: 'LF' }],
      minutes: 4,
    },
    {
      id: 'off',
      phase: 'teardown',
      do: 'Cover off',
      after: ['look'],
      opens: ['cover'],
      tools: [{ kind: 'socket', size: '10 mm', drive: '3/8' }],
      minutes: 5,
    },
    {
      id: 'clean',
      phase: 'fit',
      do: 'Clean behind it',
      after: ['off'],
      consumables: ['brake cleaner'],
      minutes: 5,
    },
    { id: 'on', phase: 'reassemble', do: 'Cover on', after: ['clean'], closes: ['cover'], minutes: 5 },
  ],
};
const open = (procedure: Procedure = shipped, mayEdit = true) => {
  const view = render(
    <>
      <ProcedureEditor
        shipped={procedure}
        version={3}
        anatomies={anatomies}
        mayEdit={mayEdit}
        why="A lead edits procedures."
      />
      <Notices />
    </>,
  );
  return { ...view, hand: userEvent.setup() };
};
const steps = () => within(screen.getByRole('list', { name: 'Steps' })).getAllByRole('listitem');
const step = () => within(screen.getByRole('group', { name: 'The step' }));

async function save(hand: ReturnType<typeof userEvent.setup>) {
  const server = shopServer({ 'procedure.save': yes({ version: 4 }) });
  await hand.type(screen.getByLabelText('What changed, and why'), 'as we do it here');
  await hand.click(screen.getByRole('button', { name: 'Save the version' }));
  await waitFor(() =>
    expect({
      asked: server.asked.length,
      wrong: screen.queryAllByRole('alert').map((one) => one.textContent),
    }).toEqual({
      asked: 1,
      wrong: [],
    }),
  );
  return server.inputs('procedure.save')[0] as unknown as {
    procedure: Procedure;
    basedOn: number;
    note: string;
  };
}

test('minutes stay as they are typed, and the saved version has them', async () => {
  const { hand } = open();
  const minutes = step().getByLabelText('Minutes');
  await hand.clear(minutes);
  for (const [letter, shown] of [
    ['1', '1'],
    ['2', '12'],
    ['.', '12.'],
    ['5', '12.5'],
  ] as const) {
    await hand.type(minutes, letter);
    expect(minutes).toHaveValue(shown);
  }
  const sent = await save(hand);
  expect(sent).toMatchObject({ basedOn: 3, note: 'as we do it here' });
  expect(sent.procedure.steps[0]!.minutes).toBe(12.5);
  // Nothing else was touched.
  expect({ ...sent.procedure, steps: sent.procedure.steps.slice(1) }).toEqual({
    ...shipped,
    steps: shipped.steps.slice(1),
  });
  await waitFor(() => expect(went).toContain(`/procedures/${shipped.id}`));
  expect(Object.keys(localStorage).filter((key) => key.includes('procedure'))).toEqual([]);
});

test('tools, measures and pictures are rows: picked, typed, removed', async () => {
  const { hand } = open();
  const tools = () => within(step().getByRole('group', { name: 'Tools' }));
  const before = shipped.steps[0]!.tools ?? [];
  await hand.click(tools().getByRole('button', { name: 'Another, typed' }));
  await hand.type(tools().getByLabelText(`Tools ${before.length + 1}, tool`), 'crowfoot');
  await hand.type(tools().getByLabelText(`Tools ${before.length + 1}, size`), '24 mm');
  await hand.click(tools().getByRole('button', { name: 'Add a tool of this procedure' }));
  await hand.keyboard('10 mm');
  await hand.click(await screen.findByRole('option', { name: /socket/ }));
  const pictures = within(step().getByRole('group', { name: 'Pictures' }));
  await hand.click(pictures.getByRole('button', { name: 'Add a picture' }));
  await hand.type(pictures.getAllByRole('textbox').at(-1)!, 'the left shackle');
  // One that is only begun is no tool.
  await hand.click(tools().getByRole('button', { name: 'Another, typed' }));
  const { procedure } = await save(hand);
  expect(procedure.steps[0]!.tools).toEqual([
    ...before,
    { kind: 'crowfoot', size: '24 mm' },
    { kind: 'socket', size: '10 mm', drive: '3/8' },
  ]);
  expect(procedure.steps[0]!.photo!.at(-1)).toMatchObject({ shot: 'the left shackle' });
});

test('a measure keeps the corner it was for when another is added', async () => {
  const { hand } = open();
  const measures = within(step().getByRole('group', { name: 'Measures' }));
  await hand.click(measures.getByRole('button', { name: 'Another, typed' }));
  await hand.type(measures.getByLabelText('Measures 2, what is measured'), 'clips');
  await hand.type(measures.getByLabelText('Measures 2, unit'), 'count');
  await hand.type(measures.getByLabelText('Measures 1, unit'), '{Backspace}{Backspace}in');
  const { procedure } = await save(hand);
  expect(procedure.steps[0]!.measure).toEqual([
    { what: 'gap', unit: 'in', corner: 'LF' },
    { what: 'clips', unit: 'count', corner: 'LF' },
  ]);
});

test('two steps added in a row have ids of their own, and stand where they were asked for', async () => {
  const { hand } = open();
  const add = () => step().getByRole('button', { name: 'Add a step after it' });
  await hand.click(add());
  await hand.click(add());
  expect(steps()).toHaveLength(shipped.steps.length + 2);
  const { procedure } = await save(hand);
  const [first, one, two] = procedure.steps;
  expect(first!.id).toBe(shipped.steps[0]!.id);
  expect(one!.id).not.toBe(two!.id);
  expect([one!.do, two!.do]).toEqual(['A new step', 'A new step']);
});

test('a step that is removed leaves its problems at the steps that need it, and is put back as it was', async () => {
  const { hand } = open();
  const says = () => document.querySelector('[role=status]')!.textContent;
  expect(says()).toBe('No errors, all variants checked');
  await hand.click(within(steps()[1]!).getByText('Cover off'));
  await hand.click(step().getByRole('button', { name: 'Remove it' }));
  expect(says()).toMatch(/\d problems?/);
  const wrong = steps().filter((one) => one.querySelector('.hatch-word'));
  expect(wrong.map((one) => one.textContent)).toEqual(
    expect.arrayContaining([expect.stringContaining('Cover on')]),
  );
  // The same is seen along the tape of all steps.
  expect(screen.getByTestId('steps-tape').querySelectorAll('.bg-danger')).toHaveLength(wrong.length);
  await hand.click(await screen.findByRole('button', { name: 'Put it back' }));
  expect(says()).toBe('No errors, all variants checked');
  expect(steps()[1]).toHaveTextContent('Cover off');
});

test('a step is moved by its buttons and chosen on the tape', async () => {
  const { hand } = open();
  const [first, second] = shipped.steps;
  await hand.click(screen.getByRole('button', { name: `“${first!.do}”: one down` }));
  expect(steps()[0]).toHaveTextContent(second!.do);
  const ticks = screen.getByTestId('steps-tape').querySelectorAll('[title]');
  expect(ticks).toHaveLength(shipped.steps.length);
  await hand.click(ticks[3]!);
  expect(step().getByLabelText('What is done')).toHaveValue(shipped.steps[3]!.do);
});

test('what was half edited is there again on this device, and is thrown away by the shipped one', async () => {
  const first = open();
  const why = step().getByLabelText('Why');
  await first.hand.clear(why);
  await first.hand.type(why, 'so that it holds');
  await waitFor(() => expect(JSON.stringify({ ...localStorage })).toContain('so that it holds'));
  first.unmount();
  open();
  await waitFor(() => expect(step().getByLabelText('Why')).toHaveValue('so that it holds'));
});

test('what the shop refuses is said at its field, and the draft stays', async () => {
  const { hand } = open();
  await hand.type(step().getByLabelText('Why'), ' Often.');
  const server = shopServer({
    'procedure.save': no({ field: 'id', code: 'taken', message: 'That name is taken.' }),
  });
  // Looked through before it is sent: a version without a word of what changed goes nowhere.
  const note = screen.getByLabelText('What changed, and why');
  await hand.click(screen.getByRole('button', { name: 'Save the version' }));
  await waitFor(() => expect(note).toHaveAttribute('aria-invalid', 'true'));
  expect(server.asked).toEqual([]);
  await hand.type(note, 'they break often');
  await hand.click(screen.getByRole('button', { name: 'Save the version' }));
  expect(await screen.findByText('That name is taken.')).toBeVisible();
  expect(screen.getByLabelText('Saved under')).toHaveFocus();
  expect(step().getByLabelText('Why')).toHaveValue('Its clips break. Often.');
});

test('who may not edit reads it, and is told who does', () => {
  open(shipped, false);
  expect(screen.getByText('A lead edits procedures.')).toBeVisible();
  expect(screen.queryByRole('button', { name: 'Save the version' })).toBeNull();
  expect(step().getByLabelText('What is done')).toBeDisabled();
});
