import { Refusal } from '../refusal';
import { judgeDevice, lowersOrDrives, opensOrLoosens } from '../ledger/device-conflicts';
import { judgeStep, stepOf } from '../procedure/engine';
import { asksFigures } from '../ledger/figures';
import { refuseMismatch } from '../ledger/compared';
import { refuseUntried } from '../ledger/trial-loop';
import { type FiguresInput, figuresMove, refuseUnmeasured } from './figures';
import { twinCorner } from '../corners';
import { isCoilCut, turnsCut } from '../procedure/coil-cuts';
import { type Alone, NOBODY_ASKS, askedOfStep, refuseAlone } from '../practice/alone';
import { type MoveEntry, type Mover, type MovingOrder, refuse, refuseOnTheRoad } from './move';

export interface StepDoneInput extends Partial<Omit<FiguresInput, 'stepId'>> {
  stepId: string;
  /** Figures as a line of text: of jobs that began before they were entries. */
  measured?: string;
  note?: string;
  /** Who stands beside. */
  beside?: readonly string[];
}

/** The figures that come with a step. */
const readFigures = (
  order: MovingOrder,
  stepId: string,
  { figures, lengths, ...rest }: Omit<StepDoneInput, 'stepId'>,
) => (figures?.length ? figuresMove(order, { ...rest, stepId, figures, lengths: lengths ?? 'mm' }) : []);

/** A step as done, when the car as it stands, and whoever holds lowering, allow it. @throws Refusal */
export function stepDoneMove(
  { state, document, run }: MovingOrder,
  { stepId, measured, note, beside = [], ...read }: StepDoneInput,
  mover: Mover,
  alone: Alone = NOBODY_ASKS,
): MoveEntry[] {
  if (state.alarms.length)
    throw new Refusal('alarm', `The job is stopped: ${state.alarms[0]!.message}`, 'stepId');
  refuse(judgeStep(document, run, stepId)[0], 'stepId');
  const step = stepOf(document, stepId)!;
  if (step.sets || step.closes?.length || opensOrLoosens(step)) refuseOnTheRoad(state, 'stepId');
  const does = { lowers: lowersOrDrives(run, step), opens: opensOrLoosens(step) };
  refuse(judgeDevice(state.conflicts, mover.deviceId, does, mover.offline), 'stepId');
  refuseAlone(askedOfStep(document, step), alone, mover.personId, beside);
  const figures = readFigures({ state, document, run }, stepId, read);
  if (asksFigures(state)) {
    refuseUnmeasured(
      state,
      step,
      figures.flatMap((entry) => (entry.kind === 'figure' ? entry.data : [])),
    );
    refuseUntried(state, step);
    refuseMismatch(state, step);
  } else if (step.measure?.length && !measured) {
    throw new Refusal(
      'measure',
      `Write down the ${step.measure.map((one) => `${one.what} (${one.unit})`).join(', ')}.`,
      'measured',
    );
  }
  if (isCoilCut(step)) {
    const own = state.cuts.filter((cut) => cut.data.stepId === stepId);
    if (!own.length)
      throw new Refusal('cuts', 'Write each cut down with its measure: none is recorded yet.', 'stepId');
    const where = own[0]!.data.corner;
    const [here, there] = [turnsCut(state.cuts, where), turnsCut(state.cuts, twinCorner(where))];
    if (there > 0 && Math.abs(here - there) > 1e-9)
      throw new Refusal(
        'twins',
        `The other side has had ${there} turns off and this one ${here}: both sides alike.`,
        'stepId',
      );
  }
  if (step.phase === 'road' && step.drive) {
    throw new Refusal(
      'road',
      'The road test is recorded on its own page, with the odometer out and in.',
      'stepId',
    );
  }
  // The step first, so that it is named by the command: figures of a step that opens again are asked anew all the same.
  return [
    {
      kind: 'step.done',
      data: {
        stepId,
        measured: measured || null,
        note: note || null,
        ...(beside.length ? { beside: [...beside] } : {}),
      },
    },
    ...figures,
  ];
}
