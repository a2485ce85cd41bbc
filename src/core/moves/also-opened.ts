import { judgeDevice } from '../ledger/device-conflicts';
import { type OpenedHow, type Typed, actOfOpened, openedThings } from '../procedure/also-opened';
import { withEntryWork } from '../procedure/entry-work';
import { judgeActOnAxle } from '../procedure/on-axle';
import { nextStep } from '../procedure/engine';
import type { RunDocument } from '../procedure/run-state';
import { Refusal } from '../refusal';
import { type MoveEntry, type Mover, type MovingOrder, refuse, refuseOnTheRoad } from './move';

export interface AlsoOpenedInput {
  /** What was picked, by the id of what may be opened; null when it is typed. */
  thing: string | null;
  typed: Typed | null;
  how: OpenedHow;
  /** The step in hand, where one is. */
  stepId: string | null;
  /** It is off already, whatever the axle says against it. */
  already: boolean;
}

/** The step of a procedure it belongs to, as that procedure calls it. */
function ofProcedure(document: RunDocument, stepId: string | null) {
  const source = document.sources.find((one) => stepId?.startsWith(`${one.prefix}/`)) ?? document.sources[0];
  const own = source && stepId?.startsWith(`${source.prefix}/`);
  return { procedureId: source?.id ?? null, stepId: own ? stepId!.slice(source.prefix.length + 1) : null };
}

/**
 * Something opened that no step lists. What would hurt somebody is refused as a step that opens it would be; what is off
 * already is written down all the same, and somebody looks at the car.
 * @throws Refusal
 */
export function alsoOpenedMove(
  { state, document, run }: MovingOrder,
  { thing, typed, how, stepId, already }: AlsoOpenedInput,
  mover: Mover,
): MoveEntry[] {
  refuseOnTheRoad(state, 'thing');
  if (!thing && !typed) throw new Refusal('say-what', 'Say what was opened.', 'typed.name');
  const things = openedThings(document, run, thing ?? typed!, how, mover.commandId);
  if (!things) throw new Refusal('no-thing', 'This car has no such thing: load the page again.', 'thing');
  const isOpen = (id: string) => run.car.open.has(id);
  const isLoose = (id: string) => run.car.loose.get(id) === 'loosened';
  if (things.opens.every(isOpen) && things.loosens.every(isLoose))
    throw new Refusal('open-already', `${things.name} is down as open already.`, 'thing');
  refuse(
    judgeDevice(state.conflicts, mover.deviceId, { lowers: false, opens: true }, mover.offline),
    'thing',
  );
  const against = judgeActOnAxle(withEntryWork(document, things), run, actOfOpened(things)).map(
    ({ message }) => message,
  );
  if (against.length && !already) throw new Refusal('confirm', `Not now. ${against.join(' ')}`, 'already');
  const at = stepId ?? nextStep(document, run)?.step.id ?? null;
  const entry: MoveEntry = {
    kind: 'also.opened',
    data: { how, things, against, ...ofProcedure(document, at) },
  };
  if (!against.length) return [entry];
  const words = `${things.name} was off already when it was written down: look at the car. ${against.join(' ')}`;
  return [
    entry,
    { kind: 'task', data: { taskId: `opened ${mover.commandId}`, about: 'opened', words, move: null } },
  ];
}
