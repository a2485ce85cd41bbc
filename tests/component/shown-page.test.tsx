import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Desk } from '@/contracts/shown';
import { ShownPage } from '@/features/shell/shown-page';
import { forgetShown } from '@/features/transport/shown';
import { useRefresh } from '@/features/transport/use-command';
import { went } from '../support/navigation';
import { SILENT, shopServer } from '../support/shop-server';

const desk: Desk = { viewer: { id: 'p-1', name: 'Odalys', roles: ['owner'] }, people: [] };
const shows = (words: string | null) => ({ desk, shown: words === null ? null : { words } });
const FROM = '/api/shown/day';
const QUIET = { '/api/live': { ok: true, answer: [] } };

function Page({ words }: { words: string }) {
  const refresh = useRefresh();
  return (
    <>
      <p>{words}</p>
      <button onClick={refresh}>Read it again</button>
    </>
  );
}
const show = () =>
  render(<ShownPage<{ words: string }> from={FROM}>{({ words }) => <Page words={words} />}</ShownPage>);
const asked = (server: ReturnType<typeof shopServer>) =>
  server.asked.filter(({ url }) => url === FROM).length;

afterEach(forgetShown);

test('its head stands at once, what it shows comes; who looks is named then', async () => {
  shopServer({ ...QUIET, [FROM]: shows('Twelve cars') });
  show();
  expect(screen.getByRole('navigation', { name: 'Main' })).toBeVisible();
  expect(screen.getByRole('status')).toHaveTextContent('Looking…');
  expect(screen.queryByRole('button', { name: /Odalys/ })).toBeNull();
  expect(await screen.findByText('Twelve cars')).toBeVisible();
  expect(screen.getByRole('button', { name: 'Odalys, owner: change person' })).toBeVisible();
  expect(screen.queryByRole('status')).toBeNull();
});

test('read again it asks its own route, and no page of the server', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ ...QUIET, [FROM]: shows('Twelve cars') });
  show();
  await screen.findByText('Twelve cars');
  server.replies[FROM] = shows('Eleven cars');
  await hand.click(screen.getByText('Read it again'));
  expect(await screen.findByText('Eleven cars')).toBeVisible();
  expect(asked(server)).toBe(2);
  expect(went).not.toContain('refresh');
});

test('of two answers that cross, the one asked for last stands', async () => {
  const hand = userEvent.setup();
  const answers: ((words: string) => void)[] = [];
  shopServer({
    ...QUIET,
    [FROM]: () => new Promise((done) => answers.push((words) => done(shows(words)))),
  });
  show();
  act(() => answers[0]!('as it was'));
  await screen.findByText('as it was');
  await hand.click(screen.getByText('Read it again'));
  await hand.click(screen.getByText('Read it again'));
  act(() => answers[2]!('the newer'));
  expect(await screen.findByText('the newer')).toBeVisible();
  await act(async () => answers[1]!('the older'));
  await new Promise((done) => setTimeout(done, 20));
  expect(screen.getByText('the newer')).toBeVisible();
});

test('where it cannot be read it says so, keeps what stood there, and asks again', async () => {
  const hand = userEvent.setup();
  const server = shopServer({ ...QUIET, [FROM]: SILENT });
  show();
  expect(await screen.findByRole('alert')).toHaveTextContent('did not answer. Nothing is lost by it.');
  server.replies[FROM] = shows('Twelve cars');
  await hand.click(screen.getByRole('button', { name: 'Try again' }));
  await screen.findByText('Twelve cars');
  expect(screen.queryByRole('alert')).toBeNull();
  server.replies[FROM] = { status: 503, failed: 'The record could not be read. In the log it is number 41.' };
  await hand.click(screen.getByText('Read it again'));
  expect(await screen.findByRole('alert')).toHaveTextContent(
    'number 41. What stands here is as it was before.',
  );
  expect(screen.getByText('Twelve cars')).toBeVisible();
});

test.each(['/pin', '/sign-in', '/first-owner'])('whoever may not look is sent to %s', async (wayIn) => {
  shopServer({ ...QUIET, [FROM]: { status: 401, wayIn } });
  show();
  await waitFor(() => expect(went).toContain(wayIn));
  expect(screen.queryByRole('button', { name: /change person/ })).toBeNull();
});

test('there is no such page', async () => {
  shopServer({ ...QUIET, [FROM]: { status: 404, ...shows(null) } });
  show();
  expect(await screen.findByRole('heading', { name: 'There is nothing here' })).toBeVisible();
});

test('come back to, it stands there at once and is read again; not for somebody else', async () => {
  let answer: (shown: object) => void = () => undefined;
  const server = shopServer({ ...QUIET, [FROM]: shows('Twelve cars') });
  const first = show();
  await screen.findByText('Twelve cars');
  first.unmount();
  server.replies[FROM] = () => new Promise((done) => (answer = done));
  const second = show();
  expect(screen.getByText('Twelve cars')).toBeVisible();
  await act(async () => answer(shows('Ten cars')));
  expect(await screen.findByText('Ten cars')).toBeVisible();
  second.unmount();
  forgetShown();
  show();
  expect(screen.queryByText('Ten cars')).toBeNull();
  expect(screen.getByRole('status')).toBeVisible();
});
