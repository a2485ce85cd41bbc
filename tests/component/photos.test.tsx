import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MarkPhoto } from '@/features/photos/mark-photo';
import { PhotoField } from '@/features/photos/photo-field';
import { PhotoMany } from '@/features/photos/photo-many';
import { KeepPhotoContext, PhotoButton } from '@/features/photos/photo-upload';
import { StandInCamera } from '@/features/photos/stand-in-camera';
import { Form } from '@/ui/form';
import { Send } from '@/ui/send';
import { ORDER } from '../support/bay';
import { no, shopServer, yes } from '../support/shop-server';

const PHOTO = '00000000-0000-4000-8000-0000000000aa';
const TARGET = { stepId: 'C/look', corner: null, occasion: null, caption: 'the left shackle' };

/** Pictures go out by a request of their own, that tells how far it is; what answers it is given here. */
function pictures(answer: (name: string) => object | 'lost') {
  const sent: string[] = [];
  class Request {
    upload: { onprogress?: (event: object) => void } = {};
    responseText = '';
    onload?: () => void;
    onerror?: () => void;
    open() {}
    send(body: FormData) {
      const { name } = body.get('file') as File;
      sent.push(name);
      setTimeout(() => {
        this.upload.onprogress?.({ lengthComputable: true, loaded: 1, total: 2 });
        const reply = answer(name);
        if (reply === 'lost') return this.onerror?.();
        this.responseText = JSON.stringify(reply);
        return this.onload?.();
      }, 5);
    }
  }
  Object.assign(globalThis, { XMLHttpRequest: Request });
  return sent;
}
const picture = (name: string) => new File(['jpg'], name, { type: 'image/jpeg' });
const chooser = () => document.querySelector<HTMLInputElement>('input[type=file]')!;

test('one tap keeps a picture and binds it to its step', async () => {
  const sent = pictures(() => yes({ photoId: PHOTO }));
  const server = shopServer({ 'photo.bind': yes({}) });
  const kept: string[] = [];
  render(<PhotoButton orderId={ORDER} target={TARGET} label="Photo" onKept={(id) => kept.push(id)} />);
  await userEvent.upload(chooser(), picture('a.jpg'));
  await waitFor(() => expect(kept).toEqual([PHOTO]));
  expect(sent).toEqual(['a.jpg']);
  expect(server.inputs('photo.bind')).toEqual([{ orderId: ORDER, photoId: PHOTO, ...TARGET }]);
  expect(screen.getByRole('button')).toHaveTextContent('Photo');
});

test('one that did not get through says so, and is tried again', async () => {
  let lost = true;
  pictures(() => (lost ? 'lost' : yes({ photoId: PHOTO })));
  const server = shopServer({ 'photo.bind': yes({}) });
  render(<PhotoButton orderId={ORDER} target={TARGET} label="Photo" />);
  await userEvent.upload(chooser(), picture('a.jpg'));
  expect(await screen.findByRole('alert')).toHaveTextContent('The picture did not get through: try again.');
  expect(server.asked).toEqual([]);
  lost = false;
  await userEvent.upload(chooser(), picture('a.jpg'));
  await waitFor(() => expect(server.inputs('photo.bind')).toHaveLength(1));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
});

test('where the page works without network it is kept on the device', async () => {
  pictures(() => 'lost');
  shopServer({});
  const here: string[] = [];
  render(
    <KeepPhotoContext.Provider
      value={async (file, target) => {
        here.push(`${file.name}, ${target.caption}`);
        return { ok: true, answer: {} };
      }}
    >
      <PhotoButton orderId={ORDER} target={TARGET} label="Photo" />
    </KeepPhotoContext.Provider>,
  );
  await userEvent.upload(chooser(), picture('a.jpg'));
  await waitFor(() => expect(here).toEqual(['a.jpg, the left shackle']));
  expect(screen.queryByRole('alert')).toBeNull();
});

test('a form sends the picture that goes with it', async () => {
  pictures(() => yes({ photoId: PHOTO }));
  shopServer({ 'photo.bind': yes({}) });
  const sent: unknown[] = [];
  render(
    <Form
      draft={null}
      start={{ photoId: null as string | null }}
      onSend={async (_, values) => {
        sent.push({ ...values });
        return [];
      }}
    >
      <PhotoField orderId={ORDER} target={TARGET} />
      <Send>Record it</Send>
    </Form>,
  );
  await userEvent.upload(chooser(), picture('a.jpg'));
  await screen.findByRole('button', { name: 'Another photo' });
  await userEvent.click(screen.getByRole('button', { name: 'Record it' }));
  await waitFor(() => expect(sent).toEqual([{ photoId: PHOTO }]));
});

test('several go one after another, each with its own fate; one that failed goes again without being chosen anew', async () => {
  const failing = new Set(['b.jpg']);
  const sent = pictures((name) =>
    failing.has(name) ? no({ message: 'Too large: 40 MB.' }) : yes({ photoId: PHOTO }),
  );
  const server = shopServer({ 'photo.bind': yes({}) });
  const hand = userEvent.setup();
  render(<PhotoMany orderId={ORDER} steps={[{ id: 'C/look', text: 'Look at the front' }]} />);
  await hand.click(screen.getByRole('combobox', { name: 'Corner' }));
  await hand.click(screen.getByRole('option', { name: 'left front' }));
  await hand.click(screen.getByRole('button', { name: 'Step' }));
  await hand.click(await screen.findByRole('option', { name: 'Look at the front' }));
  await hand.type(screen.getByLabelText('Words under it'), 'as it came');
  await hand.upload(screen.getByTestId('photo-files'), [
    picture('a.jpg'),
    picture('b.jpg'),
    picture('c.jpg'),
  ]);
  expect(await screen.findByText('Too large: 40 MB.')).toBeVisible();
  await waitFor(() => expect(screen.getAllByText('kept')).toHaveLength(2));
  expect(sent).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
  expect(server.inputs('photo.bind')[0]).toMatchObject({
    stepId: 'C/look',
    corner: 'LF',
    caption: 'as it came',
  });
  failing.clear();
  await hand.click(screen.getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(screen.getAllByText('kept')).toHaveLength(3));
  expect(sent.at(-1)).toBe('b.jpg');
});

test('marks are drawn over a picture by pressing and letting go; words without words are none', async () => {
  const server = shopServer({ 'photo.mark': yes({}) });
  const hand = userEvent.setup();
  render(<MarkPhoto orderId={ORDER} photoEntryId="e9" photoId={PHOTO} marks={[]} />);
  await hand.click(screen.getByRole('button', { name: 'Draw on it' }));
  const board = await screen.findByTestId('mark-board');
  board.getBoundingClientRect = () => ({ left: 0, top: 0, width: 400, height: 200 }) as DOMRect;
  const draw = (from: [number, number], to: [number, number]) => {
    for (const [type, [clientX, clientY]] of [
      ['pointerDown', from],
      ['pointerMove', to],
      ['pointerUp', to],
    ] as const) {
      const event = new MouseEvent(type.toLowerCase(), { bubbles: true, clientX, clientY });
      fireEvent(board, event);
    }
  };
  draw([100, 100], [200, 150]);
  await hand.click(screen.getByRole('radio', { name: 'Words' }));
  draw([10, 10], [10, 10]);
  await hand.click(screen.getByRole('radio', { name: 'Measured line' }));
  await hand.type(screen.getByLabelText('What it measures'), '14 mm');
  draw([0, 0], [4000, 100]);
  draw([0, 0], [10, 10]);
  await hand.click(screen.getByRole('button', { name: 'Last one away' }));
  await hand.click(screen.getByRole('button', { name: 'Record the marks' }));
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(server.inputs('photo.mark')).toEqual([
    {
      orderId: ORDER,
      photoEntryId: 'e9',
      marks: [
        { kind: 'arrow', from: [0.25, 0.5], to: [0.5, 0.75], text: '' },
        // Past the edge is the edge.
        { kind: 'line', from: [0, 0], to: [1, 0.5], text: '14 mm' },
      ],
    },
  ]);
});

test('the stand-in camera keeps what was chosen under its shot; what was not kept leaves it open', async () => {
  let lost = true;
  pictures(() => (lost ? 'lost' : yes({ photoId: PHOTO })));
  const server = shopServer({ 'photo.bind': yes({}), '/api/camera': {} });
  const ask = globalThis.fetch;
  globalThis.fetch = (async (to: string, init?: RequestInit) =>
    to.includes('/api/camera') ? { blob: async () => new Blob(['jpg']) } : ask(to, init)) as typeof fetch;
  const hand = userEvent.setup();
  render(<StandInCamera orderId={ORDER} />);
  await hand.click(screen.getByRole('button', { name: 'Stand-in camera' }));
  const choose = () => hand.click(screen.getByRole('button', { name: /left side, lifted/ }));
  await choose();
  expect(await screen.findByText(/did not get through/)).toBeVisible();
  expect(screen.getByRole('dialog')).toBeVisible();
  lost = false;
  await choose();
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  expect(server.inputs('photo.bind')[0]).toMatchObject({ occasion: 'on its wheels', shot: 'left side' });
});
