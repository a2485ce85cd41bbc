import type { PhotoHeightData } from '../ledger/kinds/measured';
import { type PhotoTapeInput, photoAngle, photoHeight } from './photo-height';

/** What may be read in a photograph with the card in it. */

export const PHOTO_READINGS = ['hub to lip', 'tire gap', 'shackle angle', 'lean'] as const;
export type PhotoReading = PhotoHeightData['what'];

export const isPhotoAngle = (what: PhotoReading) => what === 'shackle angle' || what === 'lean';

/** The two points that are tapped, in the order in which they are. */
export const PHOTO_POINTS: Record<PhotoReading, readonly [string, string]> = {
  'hub to lip': ['hub center', 'fender lip'],
  'tire gap': ['top of the tire', 'fender lip'],
  'shackle angle': ['upper bolt', 'lower bolt'],
  lean: ['left side, the same edge', 'right side, the same edge'],
};

/** What stands out of the card’s plane toward the camera, and is asked for. */
export const PHOTO_PROUD: Record<PhotoReading, string | null> = {
  'hub to lip': 'How far the hub stands out beyond the lip, mm (less: it lies inside)',
  'tire gap': 'How far the tire stands out beyond the lip, mm (less: it lies inside)',
  'shackle angle': null,
  lean: null,
};

export interface ReadPhoto {
  value: number;
  sd: number;
  measured: boolean;
  better: string[];
}

/** How sure corners are: found by themselves to a part of a pixel, set by hand to about one. */
const CORNER_SD = { itself: 0.15, hand: 1.2 } as const;

/**
 * Reads a height or an angle in a photograph.
 * @returns mm, or degrees, with the error; whether it is a measurement, and what to do better where it is none
 * @throws Refusal where the corners are no card, or a point lies behind its plane
 */
export function readPhoto(
  what: PhotoReading,
  {
    foundBy,
    ...input
  }: Omit<PhotoTapeInput, 'cornerSd' | 'pointSd'> & { foundBy: PhotoHeightData['foundBy'] },
): ReadPhoto {
  // A picture of few pixels is tapped no finer than one of many: a finger meets a share of it.
  const long = Math.max(input.picture.width, input.picture.height);
  const given = {
    ...input,
    cornerSd: CORNER_SD[foundBy],
    pointSd: Math.max(1, (2 * Math.min(long, 3200)) / 3200),
  };
  if (isPhotoAngle(what)) return photoAngle(given, what === 'lean' ? 'level' : 'plumb');
  const { value, sd, measured, better } = photoHeight(given);
  return { value, sd, measured, better };
}

/** What a tape misses by, mm. */
const TAPE_SD = 1.6;

/** Do a photograph and a tape say the same, each within its own error? */
export const tapeAgrees = (photo: Pick<ReadPhoto, 'value' | 'sd'>, tapeMm: number): boolean =>
  Math.abs(photo.value - tapeMm) <= photo.sd + TAPE_SD;
