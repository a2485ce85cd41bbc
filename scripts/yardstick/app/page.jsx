import { connection } from 'next/server';

/** A page that is drawn anew each time and shows nothing: what the framework alone costs. */
export default async function Empty() {
  await connection();
  return null;
}
