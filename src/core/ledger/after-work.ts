import { putDriveAway } from './apart';
import type { BackFrom, CarUse } from './after-work-book';
import type { EntryKind, EntryOf } from './entries';
import type { OrderState } from './order-state';

/** What happened to an order from its first time on the wheels on. */
export interface AfterWork {
  /** The last word on each alignment booked. */
  bookings: Map<string, EntryOf<'booking'>>;
  backs: EntryOf<'back'>[];
  /** Heights off their plan that the lead accepted, by their set. */
  accepted: Map<string, EntryOf<'heights.accepted'>>;
  /** Road tests that sent the car back. */
  roadTests: { out: EntryOf<'road.out'> | null; in: EntryOf<'road.in'> }[];
  drove: EntryOf<'customer.drove'> | null;
  /** The marks over each bound picture, by its entry. */
  marks: Map<string, EntryOf<'photo.marks'>>;
  links: EntryOf<'link'>[];
  wishes: { entry: EntryOf<'date.wish'>; answer: EntryOf<'date.answer'> | null }[];
  watchAnswers: EntryOf<'watch.answer'>[];
  stage: EntryOf<'stage'> | null;
  use: CarUse;
  checkIn: EntryOf<'check-in'> | null;
}

export const noAfterWork = (): AfterWork => ({
  bookings: new Map(),
  backs: [],
  accepted: new Map(),
  roadTests: [],
  drove: null,
  marks: new Map(),
  links: [],
  wishes: [],
  watchAnswers: [],
  stage: null,
  use: 'road',
  checkIn: null,
});

type Folder<K extends EntryKind> = (state: OrderState, entry: EntryOf<K>) => void;

export const afterWorkFolders: { [K in EntryKind]?: Folder<K> } = {
  booking: ({ after }, entry) => {
    after.bookings.set(entry.data.bookingId, entry);
  },
  back: (state, entry) => {
    state.after.backs.push(entry);
    if (entry.data.from === 'road') putDriveAway(state);
  },
  'heights.accepted': ({ after }, entry) => {
    after.accepted.set(entry.data.setId, entry);
  },
  'customer.drove': (state, entry) => {
    state.after.drove = entry;
    if (entry.data.odometer) state.odometers.push({ at: entry.at, entry });
  },
  'photo.marks': ({ after }, entry) => {
    after.marks.set(entry.data.photoEntryId, entry);
  },
  link: ({ after }, entry) => {
    after.links.push(entry);
  },
  'date.wish': ({ after }, entry) => {
    after.wishes.push({ entry, answer: null });
  },
  'date.answer': ({ after }, entry) => {
    const wish = after.wishes.find((one) => one.entry.data.wishId === entry.data.wishId);
    if (wish) wish.answer = entry;
  },
  'watch.answer': ({ after }, entry) => {
    after.watchAnswers.push(entry);
  },
  stage: ({ after }, entry) => {
    after.stage = entry;
  },
  use: ({ after }, entry) => {
    after.use = entry.data.use;
  },
  'check-in': ({ after }, entry) => {
    after.checkIn = entry;
  },
};

/** The last time a page sent the car back to the bay, or null. */
export const lastBack = ({ after }: OrderState, from: BackFrom) =>
  after.backs.filter((entry) => entry.data.from === from).pop() ?? null;

/** Was this piece of evidence the one that sent the car back? */
export const sentBack = ({ after }: OrderState, entryId: string) =>
  after.backs.some((entry) => entry.data.ref === entryId);

/** The next alignment booked and not given up. */
export function nextBooking({ after }: OrderState): EntryOf<'booking'> | null {
  const kept = [...after.bookings.values()].filter((entry) => entry.data.kept);
  return kept.sort((a, b) => a.data.startsAt.localeCompare(b.data.startsAt)).pop() ?? null;
}
