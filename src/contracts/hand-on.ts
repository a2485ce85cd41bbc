/** A message as somebody hands it on: its words, whom it is for, and the ways a telephone or a mail program opens it. */
export interface HandOnWords {
  customer: string;
  phone: string;
  email: string;
  words: string;
  mailto: string;
  sms: string;
  /** The same as a code to photograph, SVG. */
  picture: string;
  /** The address customers are given begins with this. */
  base: string;
}
