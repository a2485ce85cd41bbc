import 'server-only';
import { randomInt, randomUUID } from 'node:crypto';
import type { MoveWrench } from '@/core/moves/torque';
import { plantFaults } from '@/core/practice/plant';
import { setupOf } from '@/core/practice/instruments';
import { placesToLook } from '@/core/practice/looks';
import { type Scenario, checkScenario, faultKey } from '@/core/practice/scenario';
import { RULES_EDITION } from '@/core/procedure/engine';
import { assembleRun } from '@/core/procedure/assemble';
import type { RunDocument } from '@/core/procedure/run-state';
import type { Fastener } from '@/core/procedure/types';
import { Refusal } from '@/core/refusal';
import {
  type Outcome,
  type PracticeAct,
  type PracticeCar,
  type PracticeMode,
  type PracticeTry,
  replay,
} from '@/practice/practice-try';
import { anatomies } from '../anatomies';
import { now } from '../clock';
import { type Db, transaction } from '../database';
import { procedureById } from '../procedures';
import { chosenProcedures } from '../queries/pull-list';
import type { Row } from '../tables';
import { scenarios } from './scenarios';

/** What is asked to be practiced: a scenario, or a job of the library or the shop with faults planted anew. */
export interface Asked {
  scenario: string | null;
  procedure: string | null;
  ways: string[];
  mode: PracticeMode;
  /** Kinds of faults to be taken first: of what went wrong on a real job. */
  kinds: Scenario['faults'][number]['kind'][];
}

/** The wrench that hangs beside a practice car. */
const WRENCH: MoveWrench = {
  id: '00000000-0000-4000-8000-0000000000e1',
  name: 'Practice wrench',
  lowNm: 5,
  highNm: 400,
  calibrationDue: '2099-01-01',
  outReason: null,
};
/** Nobody practices by a real value: where none is known one is made up, and says so. */
const PRACTICE_NM = 90;
const valued = (fastener: Fastener): Fastener =>
  fastener.spec
    ? fastener
    : { ...fastener, spec: { nm: PRACTICE_NM, source: 'made up to practice with', madeUp: true } };

async function runOf(tx: Db, procedure: string, ways: string[]): Promise<RunDocument> {
  const chosen = await chosenProcedures(tx, [{ id: procedure, ways }]);
  const run = assembleRun(chosen, {}, undefined, await anatomies());
  return { ...run, fasteners: run.fasteners.map(valued), carried: { open: [], loose: {} } };
}

/** Keeps a scenario of the shop's own, or a new version of one. @throws Refusal where it speaks of what its job has not */
export async function keepScenario(personId: string, scenario: Scenario): Promise<{ id: string }> {
  return transaction(async (tx) => {
    const document = await runOf(tx, scenario.procedure, scenario.ways);
    checkScenario(scenario, document.steps, new Set(placesToLook(document).map(({ at }) => at)));
    await tx.run('REPLACE INTO practice_scenario (id, content, person_id, kept_at) VALUES (?, ?, ?, ?)', [
      scenario.id,
      JSON.stringify(scenario),
      personId,
      now(),
    ]);
    return { id: scenario.id };
  });
}

async function scenarioOf(tx: Db, asked: Asked): Promise<{ scenario: Scenario; document: RunDocument }> {
  if (asked.scenario) {
    const scenario = (await scenarios(tx)).find(({ id }) => id === asked.scenario);
    if (!scenario) throw new Refusal('no-scenario', 'There is no such practice job.', 'scenario');
    return { scenario, document: await runOf(tx, scenario.procedure, scenario.ways) };
  }
  if (!asked.procedure) throw new Refusal('say-what', 'Say what is to be practiced.', 'procedure');
  const document = await runOf(tx, asked.procedure, asked.ways);
  const { title } = document.sources[0]!;
  const scenario: Scenario = {
    format: 'wrenchwise-practice/1',
    id: `job ${asked.procedure}`,
    title,
    task: 'The whole job, as on a customer’s car. Something on it is not as it should be.',
    car: 'A car to practice on',
    procedure: asked.procedure,
    ways: asked.ways,
    from: null,
    until: null,
    faults: plantFaults(document, randomInt(2 ** 31), 2, asked.kinds),
  };
  return { scenario, document };
}

/** Begins a try. @returns its id */
export async function beginTry(
  who: { personId: string; deviceId: string },
  asked: Asked,
): Promise<{ id: string }> {
  return transaction(async (tx) => {
    const { scenario, document } = await scenarioOf(tx, asked);
    const startedAt = now();
    const car: PracticeCar = {
      scenario,
      document,
      mode: asked.mode,
      ...who,
      wrenches: [WRENCH],
      startedAt: startedAt.toISOString(),
      rules: RULES_EDITION,
      setup: setupOf((await procedureById(tx, scenario.procedure))?.procedure.fits ?? {}),
      seed: randomInt(2 ** 31),
    };
    const id = randomUUID();
    await tx.run(
      `INSERT INTO practice_try (id, person_id, scenario_id, title, begun, acts, mode, started_at, faults)
       VALUES (?, ?, ?, ?, ?, '[]', ?, ?, ?)`,
      [
        id,
        who.personId,
        scenario.id,
        scenario.title,
        JSON.stringify(car),
        asked.mode,
        startedAt,
        scenario.faults.length,
      ],
    );
    return { id };
  });
}

/** Tries in hand on this server: read from their acts anew where they are not the ones that were kept. */
const inHand = new Map<string, PracticeTry>();
const MOST_IN_HAND = 40;

function tryFrom(id: string, begun: string, acts: string): PracticeTry {
  const kept = JSON.parse(acts) as PracticeAct[];
  const known = inHand.get(id);
  if (known && JSON.stringify(known.acts) === acts) return known;
  const made = replay(known ? known.car : (JSON.parse(begun) as PracticeCar), kept);
  inHand.set(id, made);
  for (const oldest of inHand.keys()) {
    if (inHand.size <= MOST_IN_HAND) break;
    inHand.delete(oldest);
  }
  return made;
}

const notYours = () => new Refusal('no-try', 'There is no such practice of yours.', 'id');

async function readRow(tx: Db, id: string, lock: boolean) {
  return tx.row<Row<'practice_try', 'person_id' | 'begun' | 'acts'>>(
    `SELECT person_id, begun, acts FROM practice_try WHERE id = ?${lock ? ' FOR UPDATE' : ''}`,
    [id],
  );
}

/** A try as it stands. A lead may read anybody's. @throws Refusal when it is not theirs to see */
export async function readTry(
  tx: Db,
  id: string,
  who: { personId: string; isLead: boolean },
): Promise<PracticeTry> {
  const row = await readRow(tx, id, false);
  if (!row || (row.person_id !== who.personId && !who.isLead)) throw notYours();
  return tryFrom(id, row.begun, row.acts);
}

/** Does something on a practice car of one's own, and keeps it. */
export async function actOnTry(id: string, personId: string, act: PracticeAct): Promise<Outcome> {
  return transaction<Outcome>(async (tx) => {
    const row = await readRow(tx, id, true);
    if (!row || row.person_id !== personId) throw notYours();
    const one = tryFrom(id, row.begun, row.acts);
    // The same tap sent twice is one tap.
    if (act.kind === 'move' && one.acts.some((done) => done.kind === 'move' && done.id === act.id))
      return { ok: true, answer: {}, entries: one.entries.filter((entry) => entry.id.startsWith(act.id)) };
    const wasOver = one.ended;
    const outcome = one.act(act);
    if (wasOver) return outcome;
    const { points } = one.score;
    await tx.run('UPDATE practice_try SET acts = ?, found = ?, points = ?, ended_at = ? WHERE id = ?', [
      JSON.stringify(one.acts),
      one.found.size,
      one.ended ? points : null,
      one.ended ? now() : null,
      id,
    ]);
    if (one.ended) await keepAnswers(tx, personId, one);
    return outcome;
  }).catch((error: unknown) => {
    // What was worked on and not kept is not what stands.
    inHand.delete(id);
    throw error;
  });
}

/** Each fault of an ended try as known or missed: what was missed comes again sooner. */
async function keepAnswers(tx: Db, personId: string, one: PracticeTry): Promise<void> {
  for (const fault of one.car.scenario.faults)
    await tx.run(
      `INSERT INTO practice_answer (person_id, about, seed, typed, correct, answered_at) VALUES (?, ?, 0, '', ?, ?)`,
      [personId, `fault ${fault.kind}`, one.found.has(faultKey(fault)), now()],
    );
}

export interface TryLine {
  id: string;
  scenarioId: string;
  title: string;
  mode: PracticeMode;
  startedAt: string;
  endedAt: string | null;
  points: number | null;
  faults: number;
  found: number;
}

/** A person's tries, newest first. */
export async function triesOf(tx: Db, personId: string): Promise<TryLine[]> {
  const rows = await tx.rows<
    Row<
      'practice_try',
      'id' | 'scenario_id' | 'title' | 'mode' | 'started_at' | 'ended_at' | 'points' | 'faults' | 'found'
    >
  >(
    `SELECT id, scenario_id, title, mode, started_at, ended_at, points, faults, found FROM practice_try
      WHERE person_id = ? ORDER BY started_at DESC LIMIT 200`,
    [personId],
  );
  return rows.map((row) => ({
    id: row.id,
    scenarioId: row.scenario_id,
    title: row.title,
    mode: row.mode as PracticeMode,
    startedAt: row.started_at.toISOString(),
    endedAt: row.ended_at?.toISOString() ?? null,
    points: row.points,
    faults: row.faults,
    found: row.found,
  }));
}
