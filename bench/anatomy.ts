import { readFileSync, readdirSync } from 'node:fs';
import type { Anatomy } from '../src/core/anatomy/types';
import { assembleRun } from '../src/core/procedure/assemble';
import { checkProcedure } from '../src/core/procedure/check';
import { draftsFor } from '../src/core/procedure/draft';
import { RULES_EDITION, type RunDocument, nextSteps } from '../src/core/procedure/engine';
import type { Procedure } from '../src/core/procedure/types';
import { bayPropsOf, stateOf } from '../src/features/bay/bay-bundle';
import { NOW, bayOf } from '../tests/support/bay';
import { Tablet } from '../tests/support/tablet';

const read = <T>(folder: string, name: string) =>
  JSON.parse(readFileSync(`${folder}/${name}.json`, 'utf8')) as T;
const anatomies = readdirSync('anatomy').map((name) => read<Anatomy>('anatomy', name.replace('.json', '')));
const chosen = ['strut-top-spacer', 'rear-lift-block'].map((id) => ({
  procedure: read<Procedure>('procedures', id),
  hash: id,
  prefix: id,
  ways: [],
}));
const bare: RunDocument = { ...assembleRun(chosen, {}), carried: { open: [], loose: {} } };
const proved: RunDocument = {
  ...assembleRun(chosen, {}, undefined, anatomies),
  carried: { open: [], loose: {} },
};

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;
/** Two things timed by turns, so that neither finds the machine warmer than the other. */
function timedBoth(one: () => void, other: () => void, rounds = 400): [number, number] {
  const took = (what: () => void) => {
    const began = performance.now();
    what();
    return performance.now() - began;
  };
  for (let warm = 0; warm < 200; warm += 1) took(warm % 2 ? one : other);
  const all = Array.from({ length: rounds }, () => [took(one), took(other)] as const);
  return [median(all.map(([first]) => first)), median(all.map(([, second]) => second))];
}

/** What a tap in the bay asks: the car's record folded with it, all that the screen shows of it, and what comes next. */
function tap(document: RunDocument): () => void {
  const tablet = new Tablet(document);
  Object.assign(tablet.entries[0]!.data, { rules: RULES_EDITION });
  const half = document.steps[document.steps.length >> 1]!;
  tablet.workTo((step) => step.id === half.id);
  const bundle = bayOf(tablet);
  return () => {
    const state = stateOf({ ...bundle });
    bayPropsOf(bundle, state, NOW);
    nextSteps(document, state.run!);
  };
}

console.log(
  `a merged run of ${bare.steps.length} steps, with and without what holds what on its axles, same run`,
);
const [checked, walked] = timedBoth(
  () => checkProcedure(proved),
  () => checkProcedure(bare),
);
console.log(
  `checked: ${checked.toFixed(2)} ms against ${walked.toFixed(2)} ms (${(checked / walked).toFixed(1)} times)`,
);
const [onAxles, without] = timedBoth(tap(proved), tap(bare));
console.log(
  `a tap in the bay in the middle of the job: ${onAxles.toFixed(2)} ms against ${without.toFixed(2)} ms (${(onAxles / without).toFixed(2)} times)`,
);

const plans = anatomies.flatMap((anatomy) =>
  anatomy.ends.flatMap((end) =>
    [...new Set(anatomy.waysOut.map(({ body }) => body))].map(
      (body) => () => draftsFor(anatomy, { end, out: [body], putsIn: '', equipment: { compressor: true } }),
    ),
  ),
);
const drafted = plans.map((draft) => {
  const began = performance.now();
  draft();
  return performance.now() - began;
});
console.log(
  `a draft, over all ${plans.length} things that come off: ${median(drafted).toFixed(1)} ms, the slowest ${Math.max(...drafted).toFixed(0)} ms (${(median(drafted) / checked).toFixed(1)} times the check of that run)`,
);
