/** Millimetres in an inch, exactly: the inch is defined by it. */
export const MM_PER_INCH = 25.4;
