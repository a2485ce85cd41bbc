import type { TapeUnit } from '../calc/tape.parse';
import type { Corner } from '../corners';
import type { ComparedData } from '../ledger/kinds/measured';
import { COMPARED, comparedPair, pairFits } from '../procedure/compare';
import { readFigureText } from '../procedure/figures';
import { stepOf } from '../procedure/run-state';
import type { CompareKind, OneEnd } from '../procedure/types';
import { Refusal, blaming } from '../refusal';
import type { OrderState } from '../ledger/order-state';
import type { MoveEntry } from './move';

export interface CompareInput {
  stepId: string | null;
  kind: CompareKind;
  corner: Corner | null;
  end: OneEnd;
  /** The part of the plan that is to go on, where it is one of it. */
  partId: string | null;
  pairs: { id: string; old: string; fresh: string }[];
  source: ComparedData['source'];
  fit: string;
  lengths: TapeUnit;
  photoId: string | null;
}

const written = (text: string, unit: string, lengths: TapeUnit) =>
  unit === 'mm' && !/["'a-z]/i.test(text) ? `${text.trim()} ${lengths}` : text.trim();

/** An old part laid beside the one that is to go on: every figure that decides is read on both. @throws Refusal */
export function compareMove(state: OrderState, input: CompareInput): MoveEntry[] {
  const { kind, lengths, stepId } = input;
  const step = stepId === null ? null : state.document && stepOf(state.document, stepId);
  if (stepId !== null && step?.compare?.kind !== kind)
    throw new Refusal('no-step', 'This step compares no such part.', 'stepId');
  const pairs = input.pairs.map(({ id, old, fresh }, index): ComparedData['pairs'][number] => {
    const known = comparedPair(kind, id);
    if (!known) throw new Refusal('no-measure', 'Nothing of this is compared here.', `pairs[${index}].id`);
    if (input.pairs.findIndex((one) => one.id === id) !== index)
      throw new Refusal('twice', `${known.what} is given twice.`, `pairs[${index}].id`);
    const read = (text: string, which: 'old' | 'fresh') =>
      blaming(`pairs[${index}].${which}`, () => {
        const value = readFigureText(text, known.unit, lengths)!;
        if (!(value > 0)) throw new Refusal('bad-value', `${known.what} is more than nothing.`, which);
        return { text: written(text, known.unit, lengths), value };
      });
    const [one, other] = [read(old, 'old'), read(fresh, 'fresh')];
    return {
      id,
      what: known.what,
      unit: known.unit,
      old: one,
      fresh: other,
      fits: pairFits(known, one.value, other.value),
    };
  });
  const owed = COMPARED[kind].pairs.filter(
    (one) => one.within !== null && !pairs.some(({ id }) => id === one.id),
  );
  if (owed.length)
    throw new Refusal(
      'measure',
      `Measure this on both: ${owed.map(({ what }) => what.toLowerCase()).join('; ')}.`,
      'pairs',
    );
  const fit = input.fit.trim();
  if (input.source !== 'new' && !fit)
    throw new Refusal('say-fit', 'Say how it was found to fit: where it is from, its condition.', 'fit');
  return [
    {
      kind: 'compared',
      data: {
        stepId,
        kind,
        corner: input.corner ?? step?.corner ?? null,
        end: input.end,
        partId: input.partId,
        pairs,
        source: input.source,
        fit,
        photoId: input.photoId,
        fits: pairs.every((one) => one.fits !== false),
      },
    },
  ];
}
