import type { TapeUnit } from '../calc/tape.parse';
import { askAbout } from '../doubts';
import type { TryData } from '../ledger/kinds/measured';
import { heldByWeight, isAngle, loopOf, readingWords, saidOf, setWords } from '../ledger/trial-loop';
import { readFigureText, slipBeside } from '../procedure/figures';
import { stepOf } from '../procedure/run-state';
import { Refusal, blaming } from '../refusal';
import type { MoveEntry, MovingOrder } from './move';

export interface TryInput {
  stepId: string;
  set: number;
  /** One reading, or of an end its left and its right. */
  readings: string[];
  lengths: TapeUnit;
  confirmed?: boolean;
}

const SAME = 1e-9;

/** A setting as it was set and what it read, on its wheels. @throws Refusal */
export function tryMove({ state, document, run }: MovingOrder, input: TryInput): MoveEntry[] {
  const { stepId, set, lengths } = input;
  const step = stepOf(document, stepId);
  const loop = step && loopOf(state, step);
  if (!loop) throw new Refusal('no-trial', 'Nothing is tried in this step.', 'stepId');
  const { trial, end, corner } = loop;
  const angle = isAngle(trial.unit);
  if (run.car.support[end] !== 'on-wheels')
    throw new Refusal('support', 'It is read on its wheels: it is in the air.', 'readings');
  if (trial.allowed && !trial.allowed.some((one) => Math.abs(one - set) < SAME))
    throw new Refusal('no-setting', `There is no ${setWords(trial.unit, set)} here.`, 'set');
  if (loop.counted !== null && Math.abs(loop.counted - set) > SAME)
    throw new Refusal(
      'not-cut',
      `By the record ${setWords(trial.unit, loop.counted)}: record the cut first.`,
      'set',
    );
  if (heldByWeight(state, loop, set))
    throw new Refusal(
      'on-weight',
      `It has stood on its wheels since the last reading: ${trial.setting} is not changed under the weight. Raise it, or read it as it was.`,
      'set',
    );
  const read = input.readings.map((text, index) =>
    blaming(`readings[${index}]`, () => {
      const value = readFigureText(text, angle ? 'deg' : 'mm', lengths);
      if (value === null) throw new Refusal('unreadable', 'Type what it reads.', 'text');
      return value;
    }),
  );
  if (!read.length) throw new Refusal('unreadable', 'Type what it reads.', 'readings[0]');
  const value = read.reduce((sum, one) => sum + one, 0) / read.length;
  const beside = angle ? null : (loop.tries.at(-1)?.data.value ?? loop.target);
  const slip = beside === null ? null : slipBeside(value, beside);
  askAbout(
    [
      slip === null
        ? null
        : {
            field: 'readings[0]',
            text: `It reads ${readingWords(trial.unit, value, lengths)} beside ${readingWords(trial.unit, beside!, lengths)}. Was it ${readingWords(trial.unit, slip, lengths)}?`,
          },
    ],
    input.confirmed,
  );
  const unit = angle ? '°' : ` ${lengths}`;
  const data: TryData = {
    stepId,
    corner,
    set,
    text: input.readings
      .map((text) => (/[°"'a-z]/i.test(text) ? text.trim() : text.trim() + unit))
      .join(' and '),
    value,
    target: loop.target ?? value,
    said: saidOf(loop, set),
  };
  return [{ kind: 'try', data }];
}
