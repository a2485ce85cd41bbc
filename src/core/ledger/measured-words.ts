import { CORNER_NAMES } from '../corners';
import type { TapeUnit } from '../calc/tape.parse';
import { capital } from '../wording';
import { comparedNow, comparedTitle, mismatchWords } from './compared';
import { figureGroups } from './figures';
import type { EntryOf } from './entries';
import type { OrderState } from './order-state';
import { loopOf, setWords, tryLifted } from './trial-loop';

/** What was measured at the work, for papers: one line a thing, however many corners it was read at. */

const place = (what: string, corner: keyof typeof CORNER_NAMES | null, group: string): string => {
  if (corner) return CORNER_NAMES[corner];
  const side = /\b(left|right|front|rear)\b/i.exec(what)?.[1];
  return side ? side.toLowerCase() : what === group ? '' : what;
};

/** `Hub to lip: left rear 22 7/16 in, right rear 22 7/16 in`; what is off says so, and by whose word. */
function figureLines(state: OrderState, all: boolean): string[] {
  return figureGroups(state).flatMap(({ what, figures, handoff }) => {
    if (!all && !handoff) return [];
    const said = figures.map(({ measure, figure, verdict, lifted }) => {
      const where = place(measure.what, figure!.data.corner, what);
      const off =
        verdict && verdict.verdict !== 'within'
          ? ` (too ${verdict.verdict}${lifted ? ', left so by the lead' : ''})`
          : '';
      return `${where} ${figure!.data.text}${off}`.trim();
    });
    return [`${capital(what)}: ${said.join(', ')}`];
  });
}

/** The tries of each loop in a line, with what came of them. */
export function tryLines(state: OrderState): string[] {
  return (state.document?.steps ?? []).flatMap((step) => {
    const loop = loopOf(state, step);
    if (!loop?.tries.length) return [];
    const tries = loop.tries.map(({ data }) => `${setWords(loop.trial.unit, data.set)} read ${data.text}`);
    const last = loop.tries.at(-1)!;
    const end =
      loop.answer?.stop === 'there'
        ? 'there'
        : tryLifted(state, last.id)
          ? 'left so by the lead'
          : 'not there yet';
    const where = loop.corner ? CORNER_NAMES[loop.corner] : loop.end;
    return [`${capital(loop.trial.setting)}, ${where}: ${tries.join('; ')}: ${end}`];
  });
}

const photoValue = ({ data }: EntryOf<'photo.height'>, lengths: TapeUnit): string =>
  data.what === 'shackle angle' || data.what === 'lean'
    ? `${data.value.toFixed(1)}° ± ${data.sd.toFixed(1)}`
    : lengths === 'mm'
      ? `${Math.round(data.value)} mm ± ${data.sd.toFixed(1)}`
      : `${(data.value / 25.4).toFixed(2)} in ± ${(data.sd / 25.4).toFixed(2)}`;

/** A height in a photograph, and whether the tape says so too. */
export function photoHeightLine(entry: EntryOf<'photo.height'>, lengths: TapeUnit): string {
  const { data } = entry;
  const where = data.corner ? `, ${CORNER_NAMES[data.corner]}` : '';
  const tape = data.tape
    ? data.tape.agrees
      ? '; the tape says the same, within both errors'
      : '; the tape says otherwise'
    : '; no tape reading beside it';
  return `${capital(data.what)}${where}: ${photoValue(entry, lengths)}${tape}`;
}

/**
 * What was measured at the work, as notes of a paper.
 * @param all for the crew: every figure; else those the procedures print on the handoff
 */
export function measuredNotes(
  state: OrderState,
  lengths: TapeUnit,
  all = false,
): { title: string; lines: string[] }[] {
  const notes = [
    { title: 'Measured at the work', lines: figureLines(state, all) },
    { title: 'Settings found by trying', lines: tryLines(state) },
    {
      title: 'Old beside new',
      lines: comparedNow(state).map((one) =>
        one.data.fits
          ? `${comparedTitle(one)}: matches where it has to${one.data.source === 'new' ? '' : `; ${one.data.source}, ${one.data.fit}`}`
          : `${comparedTitle(one)}: does not match, ${mismatchWords(one)}`,
      ),
    },
    { title: 'Heights by photograph', lines: state.photoHeights.map((one) => photoHeightLine(one, lengths)) },
  ];
  return notes.filter(({ lines }) => lines.length > 0);
}
