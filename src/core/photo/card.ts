/** The card that is held beside a span to be measured in a photograph: its size, and the four marks by which it is found. */

/** Outside to outside of its marks, mm: it fits a sheet of letter and of A4. */
export const CARD = { width: 180, height: 240 } as const;
export const MARK_MM = 54;
/** Fields of a mark each way, and the dark rim round them. */
export const MARK_FIELDS = 5;

/** The four marks from the top left clockwise, row by row: far from each other and from their own turns. */
export const MARKS = [
  '0110110011100111110110001',
  '0111101110110110100100110',
  '0000101111000010001010100',
  '0001000110001101000101110',
] as const;

export interface Place {
  x: number;
  y: number;
}

/** The top left corner of each mark on the card, mm from the card's own, x to the right and y down. */
export const MARK_AT: readonly Place[] = [
  { x: 0, y: 0 },
  { x: CARD.width - MARK_MM, y: 0 },
  { x: CARD.width - MARK_MM, y: CARD.height - MARK_MM },
  { x: 0, y: CARD.height - MARK_MM },
];

/** The four corners of a mark on the card, clockwise from its top left. */
export const markCorners = (mark: number): Place[] => {
  const { x, y } = MARK_AT[mark]!;
  return [
    { x, y },
    { x: x + MARK_MM, y },
    { x: x + MARK_MM, y: y + MARK_MM },
    { x, y: y + MARK_MM },
  ];
};

/** The dark and light fields of a mark with its rim, as squares of the card in mm: the dark ones. */
export function darkFields(mark: number): { x: number; y: number; side: number }[] {
  const count = MARK_FIELDS + 2;
  const side = MARK_MM / count;
  const { x, y } = MARK_AT[mark]!;
  return Array.from({ length: count * count }, (_, at) => ({
    row: Math.floor(at / count),
    column: at % count,
  }))
    .filter(({ row, column }) => {
      const rim = row === 0 || column === 0 || row === count - 1 || column === count - 1;
      return rim || MARKS[mark]![(row - 1) * MARK_FIELDS + column - 1] === '0';
    })
    .map(({ row, column }) => ({ x: x + column * side, y: y + row * side, side }));
}
