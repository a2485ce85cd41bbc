/** What can be promised with the week as it stands. */
export interface WeekOffer {
  /** The earliest day by whose end it is done so often; null where that lies beyond what is planned. */
  day: string | null;
  /** The end of that day. */
  promiseFor: string;
  /** When half of such weeks have it done. */
  likely: string;
  /** How likely it is done by the end of the wished day; null where none was named. */
  wished: number | null;
  /** How often the earliest day holds. */
  holds: number;
}
