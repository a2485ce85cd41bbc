import type { EntryOf } from './entries';

/** Shots worth taking before and after from the same corner and angle. */
export const WALKAROUND_SHOTS = [
  'left side',
  'right side',
  'left front corner',
  'right front corner',
  'left rear corner',
  'right rear corner',
  'nose',
  'tail',
] as const;

export const PHOTO_OCCASIONS = [
  'as it came',
  'during the work',
  'on its wheels',
  'handed over',
  'come-back',
] as const;

const BEFORE: readonly string[] = ['as it came'];
const AFTER: readonly string[] = ['on its wheels', 'handed over', 'come-back'];

export interface PhotoPair {
  shot: string;
  before: EntryOf<'photo'>;
  after: EntryOf<'photo'>;
}

const shotOf = (photo: EntryOf<'photo'>) => (photo.data.shot ?? '').trim().toLowerCase();

/** Pictures of the same shot taken as it came and after the work: the first of the one, the last of the other. */
export function photoPairs(photos: readonly EntryOf<'photo'>[]): PhotoPair[] {
  const shots = [...new Set(photos.map(shotOf).filter(Boolean))];
  return shots.flatMap((shot) => {
    const own = photos.filter((photo) => shotOf(photo) === shot);
    const before = own.find((photo) => BEFORE.includes(photo.data.occasion ?? ''));
    const after = own.filter((photo) => AFTER.includes(photo.data.occasion ?? '')).pop();
    return before && after ? [{ shot, before, after }] : [];
  });
}
