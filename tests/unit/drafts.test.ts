import { dropAllDrafts, dropDraft, keepDraft, keepDraftSoon, readDraft, stopKeeping } from '@/ui/draft';

const kept: Record<string, string> = {};

beforeAll(() => {
  // What a browser keeps, as the drafts ask it: its keys are its own, its methods are not.
  const store = Object.create({
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => void (kept[key] = value),
    removeItem: (key: string) => void delete kept[key],
  });
  const keys = new Proxy(store, {
    ownKeys: () => Object.keys(kept),
    getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
  });
  Object.defineProperty(globalThis, 'localStorage', { value: keys, configurable: true });
});
beforeEach(() => {
  jest.useFakeTimers();
  for (const key of Object.keys(kept)) delete kept[key];
});
afterEach(() => {
  dropAllDrafts();
  jest.useRealTimers();
});

const later = () => jest.advanceTimersByTime(5000);

test('what is typed is kept a moment later, once', () => {
  keepDraftSoon('form', { name: 'Ha' });
  keepDraftSoon('form', { name: 'Half' });
  expect(readDraft('form')).toBeNull();
  later();
  expect(readDraft('form')?.values).toEqual({ name: 'Half' });
});

test('what was about to be kept when somebody signs out is kept no more', () => {
  keepDraft('older', { name: 'Half a person' });
  keepDraftSoon('form', { name: 'Half a person' });
  dropAllDrafts();
  later();
  expect(Object.keys(kept)).toEqual([]);
});

test('nor when the form was sent, or is left', () => {
  keepDraftSoon('sent', { name: 'Whole' });
  dropDraft('sent');
  keepDraftSoon('left', { name: 'Half' });
  stopKeeping('left');
  later();
  expect([readDraft('sent'), readDraft('left')]).toEqual([null, null]);
});

test('other things the browser keeps are left alone', () => {
  localStorage.setItem('theirs', 'kept');
  keepDraft('form', { name: 'Half' });
  dropAllDrafts();
  expect(kept).toEqual({ theirs: 'kept' });
});
