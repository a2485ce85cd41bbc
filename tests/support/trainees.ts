import { drawsFrom } from '@/core/draws';
import { bestOrder } from '@/core/practice/best-order';
import { placesToLook } from '@/core/practice/looks';
import { WAYS } from '@/core/practice/scenario';
import { nextSteps } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { figuresToRead, recordsFirst } from '@/core/practice/careful-readings';
import { CLICKED } from '@/practice/practised-hand';
import type { PracticeAct, PracticeTry } from '@/practice/practice-try';

/** People who practice, made up: what each taps next is all they are. */

let count = 0;
const AT = '2026-04-14T16:00:00.000Z';
const id = () => `00000000-0000-4000-8000-${String((count += 1)).padStart(12, '0')}`;
/** Ids for taps made by hand. */
export const practiceIds = (): string[] => [id(), id()];

const move = (name: string, input: object): PracticeAct => ({
  kind: 'move',
  id: id(),
  at: AT,
  name: name as never,
  input: { orderId: 'practice', ...input },
});

/** All passes of a step's fasteners, with whatever a lead has to say first. */
function torqued(one: PracticeTry, step: Step): void {
  for (const fastenerId of step.torques ?? []) {
    const now = () => one.state.run!.fasteners.get(fastenerId)!;
    if (!now().spec) one.act({ kind: 'lead', id: id(), at: AT, what: 'value', about: fastenerId });
    for (let guard = 0; guard < 20 && !now().torqued; guard += 1) {
      const input = { ...CLICKED, fastenerId, wrenchId: one.car.wrenches[0]!.id };
      const out = one.act(move('torque.record', input));
      if (!out.ok && 'code' in out && out.code === 'angle')
        one.act(move('torque.record', { ...input, angleDeg: now().spec!.angleDeg }));
    }
    if (now().owesCheck) one.act({ kind: 'lead', id: id(), at: AT, what: 'check', about: fastenerId });
  }
}

/** Does one step as a careful hand does it. @returns whether it went */
export function doneStep(one: PracticeTry, step: Step): boolean {
  torqued(one, step);
  if (step.irreversible) one.act({ kind: 'lead', id: id(), at: AT, what: 'approve', about: step.id });
  for (const [name, input] of recordsFirst(one.state, step))
    one.act(move(name, { lengths: 'mm', partId: null, source: 'new', fit: '', photoId: null, ...input }));
  return one.act(
    move('step.done', {
      stepId: step.id,
      measured: '4 mm',
      note: '',
      figures: figuresToRead(one.state, step),
      lengths: 'mm',
      by: 'hand',
      sheet: [],
      confirmed: true,
    }),
  ).ok;
}

/** The places a step is about: what it undoes, closes and torques, and what stands beside it. */
function placesOf(one: PracticeTry, step: Step): string[] {
  const { document } = one.hidden;
  const ids = new Set([
    ...(step.opens ?? []),
    ...(step.closes ?? []),
    ...(step.loosens ?? []),
    ...(step.snugs ?? []),
    ...(step.torques ?? []),
  ]);
  const own = [...document.items, ...document.fasteners].flatMap((thing) =>
    ids.has(thing.id) && thing.place ? [thing.place] : [],
  );
  return own;
}

/** Looks at a place in every way that is offered, and puts right what is seen to be wrong. */
function lookedAt(one: PracticeTry, at: string): void {
  const place = placesToLook(one.hidden.document).find((candidate) => candidate.at === at);
  for (const way of place?.ways ?? []) {
    const out = one.act({ kind: 'look', at: AT, place: at, way });
    if (out.ok && out.seen?.fault) one.act({ kind: 'mend', at: AT, place: at });
  }
}

const byWords = (step: Step): string[] => [
  ...(/kit|count|box/i.test(step.do) || step.phase === 'plan' ? ['box', 'sheet'] : []),
  ...(step.torques?.length ? ['wrench', 'sheet'] : []),
  ...(step.sets || /settle|roll/i.test(step.do) ? ['brake'] : []),
];

type Order = (allowed: readonly Step[], one: PracticeTry) => Step;

/** A step that could be done by the record now, but for what its own doing brings: its torque, its value, the lead’s yes. */
const BROUGHT = ['untorqued', 'approval', 'value', 'check'];

/** Does the steps in an order of its own; before each looks, with this diligence, at what it is about and what it moves. */
function careful(one: PracticeTry, order: Order, diligence: number, seed: number): PracticeTry {
  const roll = drawsFrom(seed);
  const { document } = one.hidden;
  for (let guard = 0; guard < 200 && one.stepsLeft.length; guard += 1) {
    const left = new Set(one.stepsLeft.map(({ id }) => id));
    const allowed = nextSteps(one.state.document!, one.state.run!)
      .filter(({ step, refused }) => left.has(step.id) && refused.every(({ code }) => BROUGHT.includes(code)))
      .map(({ step }) => step);
    const step = allowed.length ? order(allowed, one) : one.stepsLeft[0]!;
    const moves = Boolean(step.drops?.length || step.sets || step.out?.length || step.in?.length);
    const side = step.corner && (step.corner.startsWith('L') ? '.left.' : '.right.');
    const near = moves
      ? placesToLook(document).flatMap(({ at }) => (!side || at.includes(side) ? [at] : []))
      : [];
    for (const at of new Set([...byWords(step), ...placesOf(one, step), ...near]))
      if (roll() < diligence) lookedAt(one, at);
    doneStep(one, step);
  }
  one.act({ kind: 'end', at: AT });
  return one;
}

/** Follows the procedure as it is listed. */
export const byProcedure = (one: PracticeTry, diligence: number, seed = 1): PracticeTry =>
  careful(one, ([first]) => first!, diligence, seed);

/** Follows the cheapest draft of the axle where it speaks of a step, the list elsewhere. */
export function byDraft(one: PracticeTry, diligence: number, seed = 1): PracticeTry {
  const ranks = bestOrder(one.hidden.document, one.asked);
  return careful(
    one,
    (allowed) =>
      allowed.reduce((best, step) =>
        (ranks.get(step.id) ?? Infinity) < (ranks.get(best.id) ?? Infinity) ? step : best,
      ),
    diligence,
    seed,
  );
}

/** Does every step as listed and never looks; what bites is looked at then and put right. */
export function unseeing(one: PracticeTry): PracticeTry {
  for (let guard = 0; guard < 300 && one.stepsLeft.length; guard += 1) {
    const bitten = one.consequences.length;
    if (doneStep(one, one.stepsLeft[0]!)) continue;
    for (const { fault } of one.consequences.slice(bitten))
      if (fault) lookedAt(one, fault.slice(fault.indexOf(' ') + 1));
  }
  one.act({ kind: 'end', at: AT });
  return one;
}

/** Taps whatever is on the screen. */
export function atRandom(one: PracticeTry, seed: number, length = 4): PracticeTry {
  const roll = drawsFrom(seed);
  const pick = <T>(things: readonly T[]): T => things[Math.floor(roll() * things.length)]!;
  const { document } = one.hidden;
  for (let tap = 0; tap < one.asked.length * length && one.stepsLeft.length; tap += 1) {
    const what = roll();
    const place = pick(placesToLook(document));
    if (what < 0.25) one.act({ kind: 'look', at: AT, place: place.at, way: pick(WAYS) });
    else if (what < 0.35) one.act({ kind: 'mend', at: AT, place: place.at });
    else doneStep(one, pick(one.stepsLeft));
  }
  one.act({ kind: 'end', at: AT });
  return one;
}
