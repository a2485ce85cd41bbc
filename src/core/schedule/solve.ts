import { LatenessBound } from './bound';
import { earliestPromiseFirst, ordersByWorth } from './first-orders';
import { type AgreedPhase, listOfAgreed } from './as-agreed';
import { prepareWeek } from './prepare';
import { type Searched, repairWindows, searchLists } from './search';
import type { WeekPlan, WeekProblem } from './types';
import { type Precedence, WeekBuilder } from './week-builder';

export interface SolvedWeek {
  plan: WeekPlan;
  /** The same week by the rule "earliest promise first": the plan is never worse. */
  rule: WeekPlan;
  /** No plan is less late than this, weighed minutes. */
  bound: number;
  /** Nothing is left to gain: the search stopped there. */
  proven: boolean;
  tried: number;
}

/** Phases put while lists are looked at, at most, and for each phase there is: a small week is soon looked through. */
const PUTS = 1_000_000;
const PUTS_EACH = 12_500;
/** Of them the share put before there is a bound. */
const BEFORE = 0.2;
/** And the share put for each list that the prices lead to, before the best of them is gone on from. */
const EACH_FIRST = 0.1;
/** How warm a search begins: one that is to stay near what it begins from, and one that is to get away from it. */
const WARMTH = 40;
const FAR_WARMTH = 140;
/** A plan so near the bound is the best there is: minutes. */
const NEAR = 1;

export interface SearchWith {
  /** The plan agreed last, as far as it still lies ahead. */
  agreed?: readonly AgreedPhase[];
  /** 1 is the whole search; less puts fewer phases. */
  effort?: number;
  seed?: number;
}

/** What one half of the search found. */
export interface HalfSolved extends Searched {
  /** No plan is less late than this, weighed minutes. */
  bound: number;
}

/** The best list met so far, and lists tried for it. */
class BestList {
  list: Precedence;
  cost: number;
  tried = 0;

  constructor(
    private readonly builder: WeekBuilder,
    first: Precedence,
  ) {
    this.list = first;
    this.cost = builder.costOfList(first);
  }

  consider(list: Precedence, cost = this.builder.costOfList(list, 0, this.cost)): void {
    if (cost < this.cost) [this.list, this.cost] = [list, cost];
  }

  /** Looks for a better one from the best list, or from another. */
  search(how: { puts: number; seed: number; enough: number; warmth?: number }, from = this.list): void {
    const found = searchLists(this.builder, from, { warmth: WARMTH, ...how });
    this.consider(found.list, found.cost);
    this.tried += found.tried;
  }

  repair(enough: number): void {
    const repaired = repairWindows(this.builder, this.list, { enough });
    this.consider(repaired.list, repaired.cost);
    this.tried += repaired.tried;
  }
}

/** The best list that is known without a search. */
function bestKnown(builder: WeekBuilder, agreed: readonly AgreedPhase[]): BestList {
  const { problem } = builder.week;
  const best = new BestList(builder, builder.listOfJobs(earliestPromiseFirst(problem)));
  for (const order of ordersByWorth(problem)) best.consider(builder.listOfJobs(order));
  if (agreed.length) best.consider(listOfAgreed(builder, agreed));
  return best;
}

const putsFor = (builder: WeekBuilder, effort: number) =>
  effort * Math.min(PUTS, PUTS_EACH * builder.phases.length);

/** A search that asks for no prices: goes on from the best list that is known. For a plan that need not be the best. */
export function searchFromKnown(
  problem: WeekProblem,
  { agreed = [], effort = 1, seed = 1 }: SearchWith = {},
): Searched {
  const builder = new WeekBuilder(prepareWeek(problem));
  const best = bestKnown(builder, agreed);
  const bound = builder.weighedAlone();
  best.search({ puts: putsFor(builder, effort), seed, enough: bound + NEAR, warmth: FAR_WARMTH });
  best.repair(bound + NEAR);
  return { list: best.list, cost: best.cost, tried: best.tried };
}

/** The two halves of the search: each with draws of its own; the other has fewer rounds for its prices, and puts more. */
const HALVES = { one: { draws: 0, rounds: 400, share: 1 }, other: { draws: 3, rounds: 200, share: 1.25 } };
export type Half = keyof typeof HALVES;

/**
 * One half of the search: finds a lower bound, goes on from the best list that its prices lead to, and stops where the
 * bound says that nothing is left to gain.
 */
export function searchFromPrices(
  problem: WeekProblem,
  half: Half,
  { agreed = [], effort = 1, seed: first = 1 }: SearchWith = {},
): HalfSolved {
  const { draws, rounds, share } = HALVES[half];
  const seed = first + draws;
  const builder = new WeekBuilder(prepareWeek(problem));
  const best = bestKnown(builder, agreed);
  const puts = putsFor(builder, share * effort);
  // Prices are mended towards a plan: the better it is, the sooner they come to rest.
  best.search({ puts: puts * BEFORE, seed, enough: builder.weighedAlone() + NEAR });
  const prices = new LatenessBound(builder, builder.planOf(best.list));
  const raise = () => {
    if (best.cost > prices.bound + NEAR) prices.raise(best.cost, rounds);
    for (const { list, cost } of prices.lists) best.consider(list, cost);
    return prices.bound + NEAR;
  };
  const enough = raise();
  // Lists that lead to different ends: each is followed a little way, the best of them to its end.
  prices.lists.forEach(({ list }, index) =>
    best.search({ puts: puts * EACH_FIRST, seed: seed + 2 + index, enough, warmth: FAR_WARMTH }, list),
  );
  const left = 1 - BEFORE - EACH_FIRST * prices.lists.length;
  best.search({ puts: puts * left, seed: seed + 1, enough });
  best.repair(enough);
  // A better plan raises the bound once more; one half's is enough.
  if (half === 'one') raise();
  return { list: best.list, cost: best.cost, bound: prices.bound, tried: best.tried };
}

/** What the halves come to, as a plan beside the rule's. Where one proves its plan the best, the other is not asked. */
export function solvedWeek(problem: WeekProblem, halves: readonly HalfSolved[]): SolvedWeek {
  const builder = new WeekBuilder(prepareWeek(problem));
  const best = halves.reduce((better, half) => (half.cost < better.cost ? half : better));
  const rule = builder.planOf(builder.listOfJobs(earliestPromiseFirst(problem)));
  const found = builder.planOf(best.list);
  // Many minutes past a wish outweigh one past a promise where lists are compared; a promise is not broken for it.
  const plan = found.weighed <= rule.weighed ? found : rule;
  const bound = Math.min(plan.weighed, Math.max(...halves.map((half) => half.bound)));
  return {
    plan,
    rule,
    bound,
    proven: plan.weighed <= bound + NEAR,
    tried: halves.reduce((sum, { tried }) => sum + tried, 0),
  };
}

export const isProven = ({ cost, bound }: HalfSolved) => cost <= bound + NEAR;

/**
 * Finds a schedule: changes who chooses first, one thing at a time, from what prices for places and people lead to, sets
 * every small window right, and stops where the bound says that nothing is left to gain. The same problem and seed give
 * the same answer.
 * @returns the best plan met, the rule's plan, and a lower bound on lateness (minutes)
 */
export function solveWeek(problem: WeekProblem, how: SearchWith = {}): SolvedWeek {
  const one = searchFromPrices(problem, 'one', how);
  return solvedWeek(problem, isProven(one) ? [one] : [one, searchFromPrices(problem, 'other', how)]);
}
