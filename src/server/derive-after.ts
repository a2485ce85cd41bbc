import { CORNER_NAMES } from '@/core/corners';
import { type OrderState, kitsOf } from '@/core/ledger/order-state';
import { slopeWords, slopesOfJob } from '@/core/ledger/kit-slopes';
import type { Db } from './database';
import { loadOrder, type OrderRow } from './entries/order';
import { insertMany } from './insert-many';
import { platformOf } from './queries/platform';
import type { Row } from './tables';

/** What is derived from the entries of aligning, handing over and coming back. */

export async function deriveBookings(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM booking_now WHERE order_id = ?', [order.id]);
  for (const { data } of state.after.bookings.values()) {
    await tx.run(
      'INSERT INTO booking_now (booking_id, order_id, vehicle_id, rack, own, starts_at, minutes, kept) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
      [
        data.bookingId,
        order.id,
        order.vehicle_id,
        data.rack,
        data.own,
        new Date(data.startsAt),
        data.minutes,
        data.kept,
      ],
    );
  }
}

/** The lines an order leaves to be watched, and those of earlier orders it answers. */
export async function deriveWatch(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  const answered = await tx.rows<Row<'watch_now', 'watch_id' | 'answered_order' | 'answer' | 'settled'>>(
    'SELECT watch_id, answered_order, answer, settled FROM watch_now WHERE order_id = ? AND answered_order IS NOT NULL',
    [order.id],
  );
  await tx.run('DELETE FROM watch_now WHERE order_id = ?', [order.id]);
  for (const { data } of state.watches) {
    const kept = answered.find((row) => row.watch_id === data.watchId);
    await tx.run(
      `INSERT INTO watch_now (watch_id, order_id, vehicle_id, words, photo_id, by_day, by_distance, unit, answered_order, answer, settled)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        data.watchId,
        order.id,
        order.vehicle_id,
        data.text,
        data.photoId,
        data.byDay,
        data.byDistance?.distance ?? null,
        data.byDistance?.unit ?? null,
        kept?.answered_order ?? null,
        kept?.answer ?? '',
        Boolean(kept?.settled),
      ],
    );
  }
  await tx.run(
    "UPDATE watch_now SET answered_order = NULL, answer = '', settled = FALSE WHERE answered_order = ?",
    [order.id],
  );
  for (const { data } of state.after.watchAnswers) {
    await tx.run('UPDATE watch_now SET answered_order = ?, answer = ?, settled = ? WHERE watch_id = ?', [
      order.id,
      data.answer,
      data.settled,
      data.watchId,
    ]);
  }
}

export async function deriveWishes(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM date_wish_now WHERE order_id = ?', [order.id]);
  for (const { entry, answer } of state.after.wishes) {
    await tx.run(
      'INSERT INTO date_wish_now (wish_id, order_id, day, words, answer, at) VALUES (?, ?, ?, ?, ?, ?)',
      [
        entry.data.wishId,
        order.id,
        entry.data.day,
        entry.data.words,
        answer?.data.words ?? null,
        new Date(entry.at),
      ],
    );
  }
}

/** The kits a visit speaks of: those its own plan fits, else those of the job it comes back from. */
async function kitsOfVisit(tx: Db, state: OrderState): Promise<string[]> {
  const own = kitsOf(state);
  const from = state.intake?.data.comesBackFrom;
  if (own.length || !from) return own;
  const before = await loadOrder(tx, from);
  return before ? kitsOf(before.state) : [];
}

/** What an order taught about the kits fitted: fasteners found moved, rubs and noises, and what the owner said. */
export async function deriveKitFacts(tx: Db, order: OrderRow, state: OrderState): Promise<void> {
  await tx.run('DELETE FROM kit_fact WHERE order_id = ?', [order.id]);
  const tests = [...state.after.roadTests.map((test) => test.in), ...(state.roadIn ? [state.roadIn] : [])];
  const facts: {
    id: string;
    what: 'moved' | 'foul' | 'check-in' | 'slope';
    words: string;
    detail: object;
    at: string;
  }[] = [
    ...state.torques
      .filter((entry) => entry.data.moved)
      .map((entry) => ({
        id: entry.id,
        what: 'moved' as const,
        words: entry.data.place.replaceAll('.', ' ').replaceAll('-', ' '),
        detail: { place: entry.data.place, movedDeg: entry.data.movedDeg },
        at: entry.at,
      })),
    ...tests.flatMap((entry) =>
      (entry.data.rubs ?? []).map((rub, index) => ({
        id: `${entry.id} ${index}`,
        what: 'foul' as const,
        words: `${CORNER_NAMES[rub.corner]} ${rub.when}, ${rub.gapMm === 0 ? 'touches' : `${rub.gapMm} mm left`}`,
        detail: { ...rub },
        at: entry.at,
      })),
    ),
    ...state.findings
      .filter((entry) => entry.data.when === 'during the work' && entry.data.text)
      .map((entry) => ({
        id: entry.id,
        what: 'foul' as const,
        words: entry.data.text,
        detail: { area: entry.data.area },
        at: entry.at,
      })),
    ...slopesOfJob(state).map((slope) => ({
      id: `slope ${slope.end} ${slope.unit}`,
      what: 'slope' as const,
      words: slopeWords(slope),
      detail: { ...slope },
      at: state.tries.at(-1)!.at,
    })),
    ...(state.after.checkIn
      ? [
          {
            id: state.after.checkIn.id,
            what: 'check-in' as const,
            words: state.after.checkIn.data.words,
            detail: { ...state.after.checkIn.data },
            at: state.after.checkIn.at,
          },
        ]
      : []),
  ];
  if (!facts.length) return;
  const kits = await kitsOfVisit(tx, state);
  const platform = await platformOf(tx, order.vehicle_id);
  await insertMany(
    tx,
    'kit_fact',
    ['fact_id', 'order_id', 'kit', 'platform', 'what', 'words', 'detail', 'at'],
    kits.flatMap((kit, index) =>
      facts.map((fact) => [
        fact.what === 'slope' ? `${index} ${order.id} ${fact.id}` : `${index} ${fact.id}`,
        order.id,
        kit,
        platform,
        fact.what,
        fact.words.slice(0, 500),
        JSON.stringify(fact.detail),
        new Date(fact.at),
      ]),
    ),
  );
}
