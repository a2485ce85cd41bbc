import type { OrderState } from './order-state';
import { placedName } from '../procedure/engine';

/** What an order can be found by, besides its number, its plate and its customer's name. */
export type SearchWords = Record<'car' | 'parts' | 'fasteners' | 'notes' | 'photos', string[]>;

const clean = (words: (string | null | undefined)[]) => [
  ...new Set(words.map((word) => word?.trim() ?? '').filter((word) => word.length > 2)),
];

/** The words of an order's record, by what they are; each said once. */
export function searchWords(state: OrderState, car: { label: string }): SearchWords {
  const intake = state.intake?.data;
  const plan = state.plans[state.plans.length - 1]?.data;
  return {
    car: clean([
      car.label,
      intake?.tires,
      intake?.newTires,
      intake?.wheels,
      state.wheels?.data.name,
      state.wheels?.data.tires,
    ]),
    parts: clean([
      ...(plan?.parts ?? []).flatMap((part) => [part.name, part.kit]),
      ...(state.parts.list?.data.lines ?? []).map((line) => line.name),
    ]),
    fasteners: clean((state.document?.fasteners ?? []).map(placedName)),
    notes: clean([
      intake?.wants,
      intake?.carries,
      plan?.note,
      ...state.findings.map((entry) => entry.data.text),
      ...state.offers.map((offer) => offer.entry.data.text),
      ...state.damages.map((entry) => entry.data.text),
      ...state.watches.map((entry) => entry.data.text),
      ...state.lessons.map((entry) => entry.data.text),
      ...state.parts.holds.map((hold) => hold.entry.data.reason),
      state.roadIn?.data.note,
    ]),
    photos: clean(state.photos.map((entry) => entry.data.caption)),
  };
}

/** A plate as it is looked for: letters and digits alone. */
export const plainPlate = (plate: string) => plate.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');

/** Three characters in a row, each once; a scrap of a plate shares them all with it. */
export function gramsOf(plate: string): string[] {
  const plain = plainPlate(plate);
  const grams = new Set<string>();
  for (let at = 0; at + 3 <= plain.length; at += 1) grams.add(plain.slice(at, at + 3));
  return [...grams];
}
