import 'server-only';
import { Refusal } from '@/core/refusal';
import { type WalkPlace, type WalkTold, verifyEverything } from '../entries/verify';
import { lotsApart } from './lots-apart';
import { type LongWork, isUnderWay, leaveLongWork, longWorkOf, tellLongWork } from './long-work';

const shareOf = ({ done, of }: Pick<LongWork, 'done' | 'of'>) => Math.floor((done / of) * 100);

/**
 * Begins to tell of a walk, so that whoever looks next sees it, before the first car is read.
 * @param takenOver it is told of already, by whoever hands it over
 * @returns what tells of it, and the walk that is gone on with, or null
 * @throws Refusal where a walk is under way
 */
export function beginTelling(anew: boolean, by: LongWork['by'], takenOver = false) {
  const before = longWorkOf('verify');
  if (!takenOver && isUnderWay(before))
    throw new Refusal(
      'under-way',
      `The record is being walked already: ${shareOf(before!)} % of it is done.`,
      'ask',
    );
  const cut = !anew && before && !before.endedAt && before.place ? before : null;
  return { work: tellLongWork('verify', { before: cut, by }), cut };
}

/**
 * Walks the whole record and tells how far it is. One that was killed on its way goes on where it was, unless it is to begin
 * anew.
 * @param begun a walk that is told of already is taken over
 * @returns the first thing wrong, or null; and in words what was walked
 * @throws Refusal where a walk is under way
 */
export async function walkRecord({
  anew = false,
  by,
  begun = false,
  goesOn = () => undefined,
  at = () => undefined,
}: {
  anew?: boolean;
  by: LongWork['by'];
  begun?: boolean;
  goesOn?: (share: number) => void;
  at?: (told: WalkTold) => void;
}): Promise<{ broken: string | null; words: string }> {
  const { work, cut } = beginTelling(anew, by, begun);
  if (cut) goesOn(shareOf(cut));
  let words = '';
  const lots = lotsApart();
  try {
    const broken = await verifyEverything(
      (text) => (words = text),
      (cut?.place as WalkPlace | undefined) ?? null,
      (place, told) => {
        work.at(told.done, told.of, told.words, place);
        at(told);
      },
      lots.walk,
    );
    work.end(!broken, broken ?? words);
    return { broken, words };
  } catch (error) {
    leaveLongWork('verify', `It could not be walked to its end: ${(error as Error).message}`);
    throw error;
  } finally {
    await lots.end();
  }
}
