import { Refusal } from '../refusal';

/** What may be wrong with a practice car: faults that real ones have. */
export const FAULT_KINDS = [
  'bolt-tight',
  'lead-on',
  'hose-short',
  'bushing-alike',
  'sides-swapped',
  'wrench-unit',
  'value-missing',
  'nut-stuck',
  'brake-on',
  'cam-unmarked',
  'pin-short',
  'box-short',
  'spring-unseated',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

/** A fault of a practice car: where it sits, since when, and the step whose doing finds it out the hard way. */
export interface Fault {
  kind: FaultKind;
  /** A place of the car (`front.left.brake-hose`), or `brake`, `wrench`, `sheet`, `box`. */
  at: string;
  /** The step that made it, by its id in the procedure; null where the car came with it. */
  since: string | null;
  /** The step at which it bites while nobody has put it right. */
  bites: string;
  /** Wheel drop a short hose reaches, mm. */
  reach?: number;
}

/** A job to practice, on a car that does not stand in the shop. */
export interface Scenario {
  format: 'wrenchwise-practice/1';
  id: string;
  title: string;
  /** What is to be done; nothing of what is wrong. */
  task: string;
  car: string;
  procedure: string;
  ways: string[];
  /** It begins before this step, all before it done; null from the first. */
  from: string | null;
  /** It ends with this step done; null with the last before the road. */
  until: string | null;
  faults: Fault[];
}

/** A fault by its name in one scenario. */
export const faultKey = ({ kind, at }: Pick<Fault, 'kind' | 'at'>): string => `${kind} ${at}`;

/** How something is looked into. */
export const WAYS = ['eyes', 'hand', 'rule'] as const;
export type LookWay = (typeof WAYS)[number];
export const WAY_WORDS: Record<LookWay, string> = { eyes: 'Look', hand: 'Try it by hand', rule: 'Measure' };

/** A step of the procedure by its own id, whatever the run calls it. */
export const ownStepId = (id: string): string => id.slice(id.indexOf('/') + 1);

/** Checks that a scenario speaks of steps its procedure has. @throws Refusal that names what is missing */
export function checkScenario(
  scenario: Scenario,
  steps: readonly { id: string }[],
  places: ReadonlySet<string>,
): void {
  const known = new Set(steps.map(({ id }) => ownStepId(id)));
  const ask = (id: string | null, field: string) => {
    if (id !== null && !known.has(id))
      throw new Refusal('no-step', `The procedure ${scenario.procedure} has no step ${id}.`, field);
  };
  ask(scenario.from, 'from');
  ask(scenario.until, 'until');
  for (const [index, fault] of scenario.faults.entries()) {
    ask(fault.since, `faults[${index}].since`);
    ask(fault.bites, `faults[${index}].bites`);
    if (!places.has(fault.at))
      throw new Refusal('no-place', `There is no ${fault.at} to look at.`, `faults[${index}].at`);
    if (fault.kind === 'hose-short' && fault.reach === undefined)
      throw new Refusal('no-reach', 'Say how far the short hose reaches.', `faults[${index}].reach`);
  }
}
