/** The four corners of a car. */
export const CORNERS = ['LF', 'RF', 'LR', 'RR'] as const;
export type Corner = (typeof CORNERS)[number];
export type PerCorner<T> = Record<Corner, T>;

export const CORNER_NAMES: PerCorner<string> = {
  LF: 'left front',
  RF: 'right front',
  LR: 'left rear',
  RR: 'right rear',
};

/** Builds a value for each corner. */
export function eachCorner<T>(make: (corner: Corner) => T): PerCorner<T> {
  return { LF: make('LF'), RF: make('RF'), LR: make('LR'), RR: make('RR') };
}

/** The end of the car a corner is of. */
export const endOfCorner = (corner: Corner): 'front' | 'rear' => (corner.endsWith('F') ? 'front' : 'rear');

/** Which side of the middle a corner is on: −1 on the left, as y to the right counts. */
export const sideOfCorner = (corner: Corner): -1 | 1 => (corner.startsWith('L') ? -1 : 1);

/** The same wheel of the other side. */
export const twinCorner = (corner: Corner): Corner =>
  (({ LF: 'RF', RF: 'LF', LR: 'RR', RR: 'LR' }) as const)[corner];
