import 'server-only';
import { Refusal } from '@/core/refusal';
import { type WalkPlace, type WalkTold, verifyEverything } from '../entries/verify';
import { type LongWork, isUnderWay, leaveLongWork, longWorkOf, tellLongWork } from './long-work';

const shareOf = ({ done, of }: Pick<LongWork, 'done' | 'of'>) => Math.floor((done / of) * 100);

export const underWay = (walk: LongWork) =>
  new Refusal('under-way', `The record is being walked already: ${shareOf(walk)} % of it is done.`, 'ask');

/**
 * Walks the whole record and tells how far it is. One that was killed on its way goes on where it was, unless it is to begin
 * anew.
 * @returns the first thing wrong, or null; and in words what was walked
 * @throws Refusal where a walk is under way
 */
export async function walkRecord({
  anew = false,
  by,
  goesOn = () => undefined,
  at = () => undefined,
}: {
  anew?: boolean;
  by: LongWork['by'];
  goesOn?: (share: number) => void;
  at?: (told: WalkTold) => void;
}): Promise<{ broken: string | null; words: string }> {
  const before = longWorkOf('verify');
  if (isUnderWay(before))
    throw new Refusal(
      'under-way',
      `The record is being walked already: ${shareOf(before!)} % of it is done.`,
    );
  const cut = !anew && before && !before.endedAt && before.place ? before : null;
  if (cut) goesOn(shareOf(cut));
  const work = tellLongWork('verify', { before: cut, by });
  let words = '';
  try {
    const broken = await verifyEverything(
      (text) => (words = text),
      (cut?.place as WalkPlace | undefined) ?? null,
      (place, told) => {
        work.at(told.done, told.of, told.words, place);
        at(told);
      },
    );
    work.end(!broken, broken ?? words);
    return { broken, words };
  } catch (error) {
    leaveLongWork('verify', `It could not be walked to its end: ${(error as Error).message}`);
    throw error;
  }
}
