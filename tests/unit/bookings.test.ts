import fc from 'fast-check';
import { AWAY, Bookings, SOMEBODY, spansOfDays } from '@/core/schedule/bookings';

const AXIS = 400;
const LEAST = 5;

/** One seat minute by minute: who has it, null where it is free. */
class Minutes {
  readonly owners: (number | null)[] = Array.from({ length: AXIS * 20 }, () => null);

  isFree(from: number, length: number): boolean {
    return this.owners.slice(from, from + length).every((owner) => owner === null);
  }

  nextFree(from: number, length: number): number {
    let start = from;
    while (!this.isFree(start, length)) start += 1;
    return start;
  }

  take(from: number, to: number, owner: number): void {
    this.owners.fill(owner, from, to);
  }
}

const wish = fc.record({
  seat: fc.integer({ min: 0, max: 2 }),
  from: fc.integer({ min: 0, max: AXIS }),
  length: fc.integer({ min: LEAST, max: 40 }),
});
const wishes = fc.array(wish, { maxLength: 60 });
const shut = [[], [0, 2], [1]].map((days) => spansOfDays(days, 50));

function seats(owner: (index: number) => number) {
  const bookings = new Bookings([70, 70, 70], [LEAST, LEAST, LEAST]);
  const minutes = [new Minutes(), new Minutes(), new Minutes()];
  const take = (seat: number, from: number, to: number, whose: number) => {
    bookings.take(seat, from, to, whose);
    minutes[seat]!.take(from, to, whose);
  };
  shut.forEach((spans, seat) => spans.forEach(([from, to]) => take(seat, from, to, AWAY)));
  return {
    bookings,
    minutes,
    book: (all: { seat: number; from: number; length: number }[]) =>
      all.forEach(({ seat, from, length }, index) => {
        const start = bookings.nextFree(seat, from, length);
        expect(start).toBe(minutes[seat]!.nextFree(from, length));
        take(seat, start, start + length, owner(index));
      }),
  };
}

test('whosever it is, the next free minutes are those that a look at every minute finds', () => {
  fc.assert(
    fc.property(wishes, wishes, (all, asked) => {
      const { bookings, minutes, book } = seats(() => SOMEBODY);
      book(all);
      for (const { seat, from, length } of asked) {
        expect(bookings.isFree(seat, from, length)).toBe(minutes[seat]!.isFree(from, length));
        expect(bookings.nextFree(seat, from, length)).toBe(minutes[seat]!.nextFree(from, length));
      }
      const worked = (seat: number) =>
        all.filter((one) => one.seat === seat).reduce((sum, { length }) => sum + length, 0);
      expect([...bookings.loads]).toEqual([worked(0), worked(1), worked(2)]);
    }),
  );
});

test('with names: who has a seat, how many minutes of a span are taken, and how long it stands idle', () => {
  fc.assert(
    fc.property(wishes, wishes, (all, asked) => {
      const { bookings, minutes, book } = seats((index) => index);
      book(all);
      for (const { seat, from, length } of asked) {
        const span = minutes[seat]!.owners.slice(from, from + length);
        expect(bookings.takenIn(seat, from, from + length)).toBe(span.filter((one) => one !== null).length);
        expect(bookings.ownerIn(seat, from, length)).toBe(
          span.find((one) => one !== null && one !== AWAY) ?? null,
        );
      }
      minutes.forEach(({ owners }, seat) => {
        const last = owners.findLastIndex((one) => one !== null && one !== AWAY);
        expect(bookings.idle(seat)).toBe(owners.slice(0, last + 1).filter((one) => one === null).length);
      });
    }),
  );
});

test('what was kept comes back whole, whatever was booked after it', () => {
  fc.assert(
    fc.property(wishes, wishes, wishes, (before, after, again) => {
      const { bookings, book } = seats(() => SOMEBODY);
      book(before);
      const kept = bookings.copy();
      const fresh = seats(() => SOMEBODY);
      fresh.book(before);
      for (const { seat, from, length } of after) {
        const start = bookings.nextFree(seat, from, length);
        bookings.take(seat, start, start + length, SOMEBODY);
      }
      bookings.backTo(kept);
      const other = new Bookings([70, 70, 70], [LEAST, LEAST, LEAST]).copy();
      bookings.copyInto(other);
      expect(other).toEqual(kept);
      for (const { seat, from, length } of again) {
        const start = bookings.nextFree(seat, from, length);
        expect(start).toBe(fresh.bookings.nextFree(seat, from, length));
        bookings.take(seat, start, start + length, SOMEBODY);
        fresh.bookings.take(seat, start, start + length, SOMEBODY);
      }
    }),
  );
});
