/** A number as a thumb types it: a comma is a point. */
export const typedNumber = (text: string): number => Number(text.replace(',', '.'));
