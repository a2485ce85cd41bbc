import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { type ReactNode, useState } from 'react';
import { Button } from '@/ui/button';
import { CopyButton } from '@/ui/copy-button';
import { Dialog } from '@/ui/dialog';
import { NumberField, type TypedFigure } from '@/ui/figure-fields';
import { Fold } from '@/ui/fold';
import { Form } from '@/ui/form';
import { HeightPad } from '@/ui/height-pad';
import { Sortable, UpDown, moved, useLine } from '@/ui/lines';
import { Needs, StillMissing } from '@/ui/needs';
import { Link } from '@/ui/link';
import { Notices } from '@/ui/notices';
import { notice } from '@/ui/notice';
import { PersonPin } from '@/ui/person-pin';
import { PickMany } from '@/ui/pick-many';
import { Send } from '@/ui/send';
import { Slider } from '@/ui/slider';
import { Failed } from '@/ui/states';
import { TabList, TabPanel, Tabs } from '@/ui/tabs';
import { TextField } from '@/ui/text-field';
import { AreaField } from '@/ui/text-field';
import { went } from '../support/navigation';

/** What a form, a sheet, a list and a pad do under a hand. */

const NOTE = { note: '', pin: '' };
const kept = () => Object.keys(localStorage).filter((key) => key.startsWith('wl-draft'));

function NoteForm({
  onSend = async () => [],
  start = NOTE,
  keeps = false,
}: Partial<Parameters<typeof Form<typeof NOTE>>[0]>) {
  return (
    <Form draft="a note" start={start} onSend={onSend} keeps={keeps} said="Recorded.">
      <AreaField name="note" label="Note" />
      <TextField name="pin" label="Password" type="password" />
      <Send>Record it</Send>
    </Form>
  );
}

describe('what is half typed', () => {
  test('outlives a reload without its secret, says since when, and is thrown away by hand', async () => {
    const hand = userEvent.setup();
    const first = render(<NoteForm />);
    await hand.type(screen.getByLabelText('Note'), 'rust on the left');
    await hand.type(screen.getByLabelText('Password'), 'secret');
    await waitFor(() => expect(kept()).toHaveLength(1));
    expect(localStorage.getItem(kept()[0]!)).not.toContain('secret');
    first.unmount();

    render(<NoteForm />);
    expect(await screen.findByText(/^Half typed here on/)).toBeVisible();
    expect(screen.getByLabelText('Note')).toHaveValue('rust on the left');
    expect(screen.getByLabelText('Password')).toHaveValue('');
    await hand.click(screen.getByRole('button', { name: 'Throw it away' }));
    expect(screen.getByLabelText('Note')).toHaveValue('');
    expect(kept()).toEqual([]);
  });

  test('is gone once it was taken, and the form is empty for the next', async () => {
    const hand = userEvent.setup();
    const sent: unknown[] = [];
    render(<NoteForm onSend={async (_, values) => (sent.push({ ...values }), [])} />);
    await hand.type(screen.getByLabelText('Note'), 'rust');
    await hand.click(screen.getByRole('button', { name: 'Record it' }));
    expect(await screen.findByText('Recorded.')).toBeVisible();
    expect(sent).toEqual([{ note: 'rust', pin: '' }]);
    expect(screen.getByLabelText('Note')).toHaveValue('');
    expect(kept()).toEqual([]);
  });

  test('a link of ours asks before it leaves, and goes where it was to go', async () => {
    const hand = userEvent.setup();
    render(
      <>
        <Link href="/cars">Cars</Link>
        <NoteForm />
      </>,
    );
    await hand.type(screen.getByLabelText('Note'), 'rust');
    await hand.click(screen.getByText('Cars'));
    await hand.click(await screen.findByRole('button', { name: 'Go on typing' }));
    expect(went).toEqual([]);
    await hand.click(screen.getByText('Cars'));
    await hand.click(await screen.findByRole('button', { name: 'Leave it half typed' }));
    expect(went).toEqual(['/cars']);
    const unload = new Event('beforeunload', { cancelable: true });
    window.dispatchEvent(unload);
    expect(unload.defaultPrevented).toBe(true);
  });

  test('what comes anew from the server goes into fields nobody typed in', async () => {
    const hand = userEvent.setup();
    const { rerender } = render(<NoteForm start={{ note: 'as it was', pin: '' }} keeps />);
    expect(screen.getByLabelText('Note')).toHaveValue('as it was');
    rerender(<NoteForm start={{ note: 'as Ilse wrote it', pin: '' }} keeps />);
    expect(screen.getByLabelText('Note')).toHaveValue('as Ilse wrote it');
    await hand.type(screen.getByLabelText('Note'), ', and I');
    rerender(<NoteForm start={{ note: 'anew', pin: '' }} keeps />);
    expect(screen.getByLabelText('Note')).toHaveValue('as Ilse wrote it, and I');
  });

  test('while it is on its way the button rests; a secret that was not taken is typed anew', async () => {
    const hand = userEvent.setup();
    let answer: (errors: { field: string; code: string; message: string }[]) => void = () => undefined;
    render(<NoteForm onSend={() => new Promise((resolve) => (answer = resolve))} />);
    await hand.type(screen.getByLabelText('Password'), '1111');
    await hand.click(screen.getByRole('button', { name: 'Record it' }));
    expect(screen.getByRole('button', { name: 'Writing…' })).toBeDisabled();
    await act(async () => answer([{ field: 'pin', code: 'pin', message: 'That is not it.' }]));
    expect(await screen.findByText('That is not it.')).toBeVisible();
    expect(screen.getByLabelText('Password')).toHaveValue('');
  });

  test('what no field stands for is said below, in the same sight', async () => {
    const hand = userEvent.setup();
    render(
      <NoteForm onSend={async () => [{ field: 'orderId', code: 'closed', message: 'It is closed.' }]} />,
    );
    await hand.click(screen.getByRole('button', { name: 'Record it' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('It is closed.');
  });
});

test('what has to be filled in is marked, counted in words, and gone to', async () => {
  const hand = userEvent.setup();
  render(
    <Form draft={null} start={{ plate: '', name: '' }} onSend={async () => []}>
      {(typed) => (
        <Needs
          needs={[
            { name: 'plate', words: 'plate', given: typed.plate !== '' },
            { name: 'name', words: 'the customer’s name', given: typed.name !== '' },
          ]}
        >
          <TextField name="plate" label="Plate" />
          <TextField name="name" label="Name" />
          <StillMissing />
        </Needs>
      )}
    </Form>,
  );
  expect(screen.getByLabelText('Plate')).toBeRequired();
  expect(screen.getByText(/2 things are missing/).parentElement).toHaveTextContent(
    '2 things are missing: plate, the customer’s name.',
  );
  await hand.type(screen.getByLabelText('Plate'), 'KLM');
  expect(screen.getByText(/One thing is missing/)).toBeVisible();
  await hand.click(screen.getByRole('button', { name: 'Go to the first' }));
  expect(screen.getByLabelText('Name')).toHaveFocus();
  await hand.type(screen.getByLabelText('Name'), 'Hollin');
  expect(screen.queryByText(/missing/)).toBeNull();
});

function Sheet({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Open it</Button>
      <Dialog open={open} onClose={() => setOpen(false)} title="A sheet">
        {children}
      </Dialog>
    </>
  );
}

test.each([
  ['by itself', <TextField key="" name="a" label="First" />],
  ['where it asks for the focus', <TextField key="" name="a" label="First" autoFocus />],
])('a sheet opens on its first field %s, and Escape gives the focus back', async (_, field) => {
  const hand = userEvent.setup();
  render(<Sheet>{field}</Sheet>);
  const opener = screen.getByRole('button', { name: 'Open it' });
  for (let round = 0; round < 2; round += 1) {
    await hand.click(opener);
    expect(await screen.findByLabelText('First')).toHaveFocus();
    await hand.keyboard('{Escape}');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(opener).toHaveFocus();
  }
});

test('a form that comes after its sheet has the focus when it is there, unless somebody has moved on', async () => {
  const hand = userEvent.setup();
  function Late() {
    const [there, setThere] = useState(false);
    return (
      <>
        <button type="button" onClick={() => setThere(true)}>
          It comes
        </button>
        {there && <TextField name="a" label="First" />}
      </>
    );
  }
  render(
    <Sheet>
      <Late />
    </Sheet>,
  );
  await hand.click(screen.getByRole('button', { name: 'Open it' }));
  const come = await screen.findByRole('button', { name: 'It comes' });
  await waitFor(() => expect(screen.getByRole('button', { name: 'Close' })).toHaveFocus());
  await act(() => new Promise((resolve) => setTimeout(resolve, 20)));
  act(() => come.click());
  await waitFor(() => expect(screen.getByLabelText('First')).toHaveFocus());
});

test('half typed in a sheet that Escape closed stays, and is there when it opens again', async () => {
  const hand = userEvent.setup();
  render(
    <Sheet>
      <NoteForm />
    </Sheet>,
  );
  await hand.click(screen.getByRole('button', { name: 'Open it' }));
  await hand.type(await screen.findByLabelText('Note'), 'rust');
  await waitFor(() => expect(kept()).toHaveLength(1));
  await hand.keyboard('{Escape}');
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  await hand.click(screen.getByRole('button', { name: 'Open it' }));
  expect(await screen.findByText(/^Half typed here/)).toBeVisible();
  expect(screen.getByLabelText('Note')).toHaveValue('rust');
});

test('tabs are walked by arrows and show one part at a time', async () => {
  const hand = userEvent.setup();
  function Page() {
    const [at, setAt] = useState<'one' | 'two'>('one');
    return (
      <Tabs value={at} onValue={setAt}>
        <TabList
          label="Parts"
          tabs={[
            ['one', 'Steps'],
            ['two', 'Items'],
          ]}
        />
        <TabPanel of="one">the steps</TabPanel>
        <TabPanel of="two">the items</TabPanel>
      </Tabs>
    );
  }
  render(<Page />);
  await hand.tab();
  await hand.keyboard('{ArrowRight}');
  expect(screen.getByRole('tab', { name: 'Items' })).toHaveAttribute('aria-selected', 'true');
  expect(screen.getByText('the items')).toBeVisible();
  expect(screen.queryByText('the steps')).toBeNull();
});

test('a slider goes by its step and stays in its range', async () => {
  const hand = userEvent.setup();
  const all: number[] = [];
  function Page() {
    const [value, setValue] = useState(10);
    return (
      <Slider
        label="Spacer"
        value={value}
        min={5}
        max={12}
        step={1}
        onValue={(next) => {
          all.push(next);
          setValue(next);
        }}
      />
    );
  }
  render(<Page />);
  screen.getByRole('slider').focus();
  await hand.keyboard('{ArrowRight}{ArrowRight}{ArrowRight}{Home}');
  expect(all).toEqual([11, 12, 5]);
});

test('lines are moved by their buttons; the first goes no higher', async () => {
  const hand = userEvent.setup();
  function Line({
    id,
    at,
    all,
    set,
  }: {
    id: string;
    at: number;
    all: string[];
    set: (all: string[]) => void;
  }) {
    const { ref, style, handle } = useLine(id, id);
    return (
      <li ref={ref} style={style}>
        {handle}
        {id}
        <UpDown at={at} count={all.length} label={id} onMove={(from, to) => set(moved(all, from, to))} />
      </li>
    );
  }
  function Page() {
    const [all, set] = useState(['a', 'b', 'c']);
    return (
      <Sortable ids={all} onMove={(from, to) => set(moved(all, from, to))}>
        <ul>
          {all.map((id, at) => (
            <Line key={id} id={id} at={at} all={all} set={set} />
          ))}
        </ul>
      </Sortable>
    );
  }
  render(<Page />);
  const order = () => screen.getAllByRole('listitem').map((item) => item.textContent);
  expect(screen.getByRole('button', { name: 'a: one up' })).toBeDisabled();
  await hand.click(screen.getByRole('button', { name: 'a: one down' }));
  await hand.click(screen.getByRole('button', { name: 'a: one down' }));
  expect(order()).toEqual(['b', 'c', 'a']);
  expect(screen.getByRole('button', { name: 'a: one down' })).toBeDisabled();
  expect(screen.getByRole('button', { name: 'Move a' })).toBeVisible();
});

test('a height is typed, or its sixteenth tapped; what does not read is said', async () => {
  const hand = userEvent.setup();
  function Page() {
    const [value, setValue] = useState('');
    return <HeightPad label="left front" unit="in" value={value} onChange={setValue} />;
  }
  render(<Page />);
  const input = screen.getByLabelText('left front');
  await hand.type(input, '21');
  await hand.click(screen.getByRole('button', { name: '3/16 inch' }));
  expect(input).toHaveValue('21 3/16');
  expect(screen.getByText('538 mm')).toBeVisible();
  await hand.click(screen.getByRole('button', { name: '7/8 inch' }));
  expect(input).toHaveValue('21 7/8');
  await hand.click(screen.getByRole('button', { name: 'no sixteenths' }));
  expect(input).toHaveValue('21');
  await hand.clear(input);
  await hand.type(input, 'low');
  expect(screen.getByRole('alert')).not.toBeEmptyDOMElement();
  expect(input).toHaveAttribute('aria-invalid', 'true');
});

test('several of many are added and removed, and one added is offered no more', async () => {
  const hand = userEvent.setup();
  const all: string[][] = [];
  function Page() {
    const [value, setValue] = useState(['a']);
    return (
      <PickMany
        name="tools"
        label="Tools"
        options={[
          { id: 'a', words: '21 mm socket' },
          { id: 'b', words: 'ball-joint fork' },
        ]}
        value={value}
        onValue={(next) => {
          all.push(next);
          setValue(next);
        }}
      />
    );
  }
  render(<Page />);
  await hand.click(screen.getByRole('button', { name: 'Tools' }));
  expect(screen.queryByRole('option', { name: /socket/ })).toBeNull();
  await hand.click(await screen.findByRole('option', { name: 'ball-joint fork' }));
  await hand.click(screen.getByRole('button', { name: 'Tools: remove 21 mm socket' }));
  expect(all).toEqual([['a', 'b'], ['b']]);
});

test('a PIN is pressed on the pad by one of the people, and sent with them', async () => {
  const hand = userEvent.setup();
  const entered: string[][] = [];
  render(
    <PersonPin
      people={[
        { id: 'i', name: 'Ilse' },
        { id: 't', name: 'Teodor' },
      ]}
      action="Record the check"
      onEnter={async (...given) => {
        entered.push(given);
        return given[1] === '4303' ? [] : [{ field: 'pin', code: 'pin', message: 'That is not Ilse’s PIN.' }];
      }}
    />,
  );
  const send = screen.getByRole('button', { name: 'Record the check' });
  const press = async (keys: string) => {
    for (const key of keys) await hand.click(screen.getByRole('button', { name: key }));
  };
  await press('4304');
  expect(send).toBeDisabled();
  await hand.click(screen.getByRole('radio', { name: 'Ilse' }));
  await hand.click(send);
  expect(await screen.findByText('That is not Ilse’s PIN.')).toBeVisible();
  expect(screen.getByLabelText('PIN')).toHaveValue('');
  await press('439');
  await hand.click(screen.getByRole('button', { name: 'take the last digit back' }));
  await press('03');
  await hand.click(send);
  await waitFor(() =>
    expect(entered).toEqual([
      ['i', '4304'],
      ['i', '4303'],
    ]),
  );
});

test('what was done is said, and put back from there', async () => {
  const hand = userEvent.setup();
  let back = 0;
  render(<Notices />);
  act(() => notice('Part removed.', () => (back += 1)));
  expect(await screen.findByText('Part removed.')).toBeVisible();
  await hand.click(screen.getByRole('button', { name: 'Put it back' }));
  expect(back).toBe(1);
});

test('a copy says whether it was one', async () => {
  const hand = userEvent.setup();
  const copied: string[] = [];
  const write = jest.fn(async (text: string) => void copied.push(text));
  Object.defineProperty(navigator, 'clipboard', { value: { writeText: write }, configurable: true });
  render(<CopyButton text="https://shop" />);
  await hand.click(screen.getByRole('button', { name: 'Copy it' }));
  expect(await screen.findByText('Copied')).toBeVisible();
  expect(copied).toEqual(['https://shop']);
  write.mockRejectedValueOnce(new Error('not a secure address'));
  await hand.click(screen.getByRole('button'));
  expect(await screen.findByText(/Not copied/)).toBeVisible();
});

test('a part of a page is opened by its title, and what failed is asked for again', async () => {
  const hand = userEvent.setup();
  let again = 0;
  render(
    <Fold title="How it was worked out">
      <Failed onAgain={() => (again += 1)} />
    </Fold>,
  );
  expect(screen.queryByRole('alert')).toBeNull();
  await hand.click(screen.getByRole('button', { name: 'How it was worked out' }));
  await hand.click(await screen.findByRole('button', { name: 'Try again' }));
  expect(again).toBe(1);
});

test('a figure held by the page stays as typed where it does not read', async () => {
  const hand = userEvent.setup();
  function Page() {
    const [value, setValue] = useState<TypedFigure>(null);
    // A page that has no room for what does not read.
    return (
      <NumberField
        name="t"
        label="Weight"
        value={typeof value === 'string' ? null : value}
        onValue={setValue}
      />
    );
  }
  render(<Page />);
  await hand.type(screen.getByLabelText('Weight'), '12,');
  expect(screen.getByLabelText('Weight')).toHaveValue('12,');
  await hand.type(screen.getByLabelText('Weight'), '5');
  expect(screen.getByLabelText('Weight')).toHaveValue('12,5');
});
