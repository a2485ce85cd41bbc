import type { WheelMoves } from '@/core/alignment/coach';
import { formatTape } from '@/core/calc/tape.format';
import type { TapeUnit } from '@/core/calc/tape.parse';
import { eachCorner } from '@/core/corners';
import { type AlignmentRow, alignmentRows } from '@/core/ledger/alignment-rows';
import type { CarSetup } from '@/core/planner/measures';
import type { Entry } from '@/core/ledger/entries';
import type { OrderState } from '@/core/ledger/order-state';
import type { MoveEntry } from '@/core/moves/move';
import type { MoveWrench } from '@/core/moves/torque';
import { type Consequence, hiddenConsequences, refusedConsequence } from '@/core/practice/consequences';
import type { HiddenCar } from '@/core/practice/hidden-car';
import { type Seen, look, placeAt } from '@/core/practice/looks';
import { type PracticeSheet, PRACTICE_SPEC, gaugesAt, rackAt, setupOf } from '@/core/practice/instruments';
import { type LookWay, type Scenario, faultKey, ownStepId } from '@/core/practice/scenario';
import { type Score, scoreOf } from '@/core/practice/score';
import { judgeStep } from '@/core/procedure/engine';
import { bothOnWheels } from '@/core/procedure/car';
import type { RunDocument } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { Refusal, attempt } from '@/core/refusal';
import { foldOnto, foldOrder } from '@/contracts/fold';
import { type MoveFacts, makeMove } from '@/contracts/moves';
import type { InputOf, OfflineName } from '@/contracts/commands';
import { PractisedHand, practiceEntry, valueOf } from './practised-hand';

/** Refuse what earnest refuses, or let it happen, show it, and go back one step. */
export type PracticeMode = 'refuses' | 'lets-happen';

/** What somebody did on a practice car, in order: all there is to keep of a try. */
export type PracticeAct =
  | { kind: 'move'; id: string; at: string; name: OfflineName; input: object }
  | { kind: 'lead'; id: string; at: string; what: 'approve' | 'value' | 'check'; about: string }
  | { kind: 'look'; at: string; place: string; way: LookWay }
  | { kind: 'mend'; at: string; place: string }
  | { kind: 'gauges'; at: string; lengths: TapeUnit }
  | { kind: 'rack'; at: string; moves: WheelMoves }
  | { kind: 'end'; at: string };

export interface PracticeCar {
  scenario: Scenario;
  document: RunDocument;
  mode: PracticeMode;
  personId: string;
  deviceId: string;
  wrenches: readonly MoveWrench[];
  startedAt: string;
  /** The edition of the rules it is worked by; none said is the first. */
  rules?: number;
  /** How it is hung, and what is drawn of it; absent in what an earlier release began. */
  setup?: CarSetup;
  seed?: number;
}

/** What the rack read, judged, and what can be turned. */
export interface RackRead {
  rows: AlignmentRow[];
  adjusters: PracticeSheet['adjusters'];
}

/** What came of one act. */
export type Outcome =
  | { ok: true; answer: unknown; entries: Entry[]; seen?: Seen; mended?: boolean }
  | { ok: false; code: string; message: string; field: string }
  | { ok: false; happened: Consequence[] };

/** Raising and lowering by hand, which is no step of its own. */
const SUPPORT = 'support';

/** What a car begins with: worked once for each person and moment, since every try of it is read from there. */
const begun = new WeakMap<RunDocument, Map<string, { entries: Entry[]; state: OrderState }>>();

function begunAt(car: PracticeCar): { entries: Entry[]; state: OrderState } {
  const { scenario, document, personId, deviceId, startedAt } = car;
  const known = begun.get(document) ?? new Map<string, { entries: Entry[]; state: OrderState }>();
  begun.set(document, known);
  const key = JSON.stringify([car.rules, scenario.from, personId, deviceId, startedAt]);
  const had = known.get(key);
  if (had) return had;
  const hand = new PractisedHand(document, { personId, deviceId }, car.wrenches[0]!, startedAt, car.rules);
  if (scenario.from) hand.workTo(({ id }) => ownStepId(id) === scenario.from);
  const made = { entries: hand.entries, state: hand.order.state };
  known.set(key, made);
  return made;
}

/** A try on a practice car: what it was begun with, and what has been done since. */
export class PracticeTry {
  readonly entries: Entry[];
  readonly acts: PracticeAct[] = [];
  readonly found = new Set<string>();
  readonly mended = new Set<string>();
  readonly looks: { act: Extract<PracticeAct, { kind: 'look' }>; words: string; fault: string | null }[] = [];
  readonly consequences: Consequence[] = [];
  readonly refused: { stepId: string; code: string }[] = [];
  /** Each sheet the rack gave: whether every angle was in its range. */
  readonly sheets: boolean[] = [];
  needless = 0;
  ended = false;
  private now: OrderState;
  /** The steps it is about. */
  readonly asked: Step[];

  constructor(readonly car: PracticeCar) {
    const { scenario, document } = car;
    const begun = begunAt(car);
    this.entries = [...begun.entries];
    this.now = begun.state;
    const last = scenario.until
      ? document.steps.findIndex(({ id }) => ownStepId(id) === scenario.until)
      : document.steps.findLastIndex(({ phase }) => phase !== 'road' && phase !== 'handoff');
    this.asked = document.steps.filter((step, index) => index <= last && !this.now.run!.done.has(step.id));
  }

  get state(): OrderState {
    return this.now;
  }
  get hidden(): HiddenCar {
    const { document, run } = this.now;
    return { document: document!, run: run!, faults: this.car.scenario.faults, mended: this.mended };
  }
  get stepsLeft(): Step[] {
    const { run } = this.now;
    return this.asked.filter(({ id }) => !run!.done.has(id) && !run!.skipped.has(id));
  }
  get score(): Score {
    return scoreOf({
      faults: this.car.scenario.faults,
      found: this.found,
      consequences: this.consequences,
      refused: this.refused.length,
      idleLooks: this.looks.filter(({ fault }) => fault === null).length,
      needless: this.needless,
      stepsDone: this.asked.length - this.stepsLeft.length,
      stepsAsked: this.asked.length,
    });
  }

  private keep(moves: readonly MoveEntry[], { id, at }: { id: string; at: string }): Entry[] {
    const { personId, deviceId } = this.car;
    const fresh = moves.map((move, index) =>
      practiceEntry(this.entries.length + 1 + index, move, {
        id: index ? `${id}.${index + 1}` : id,
        at,
        personId,
        deviceId,
      }),
    );
    this.entries.push(...fresh);
    this.now = foldOnto(this.now, fresh) ?? foldOrder(this.entries, this.car.document);
    return fresh;
  }

  /** Does something, and keeps that it was done; a move that is refused is kept as tried. */
  act(act: PracticeAct): Outcome {
    if (this.ended) return { ok: false, code: 'ended', message: 'This try has ended.', field: '' };
    const outcome = this.work(act);
    this.acts.push(act);
    return outcome;
  }

  private work(act: PracticeAct): Outcome {
    switch (act.kind) {
      case 'look':
        return this.lookAt(act);
      case 'mend':
        return this.mend(act);
      case 'gauges': {
        const read = gaugesAt(this.hidden, this.seed + this.acts.length);
        return {
          ok: true,
          answer: eachCorner((corner) => formatTape(read[corner], act.lengths)),
          entries: [],
        };
      }
      case 'rack':
        return this.onRack(act);
      case 'lead':
        return this.byLead(act);
      case 'end':
        this.ended = true;
        return { ok: true, answer: {}, entries: [] };
      case 'move':
        return this.move(act);
    }
  }

  private lookAt(act: Extract<PracticeAct, { kind: 'look' }>): Outcome {
    const place = placeAt(this.hidden.document, act.place);
    if (!place)
      return { ok: false, code: 'no-place', message: 'There is no such place on this car.', field: 'place' };
    const seen = look(this.hidden, place, act.way);
    const fault = seen.fault && faultKey(seen.fault);
    if (fault && !this.bit(fault)) this.found.add(fault);
    this.looks.push({ act, words: seen.words, fault });
    return { ok: true, answer: {}, entries: [], seen };
  }

  private bit = (fault: string): boolean => this.consequences.some((one) => one.fault === fault);

  /** Puts a place right: what was seen to be wrong there is; what was right is only handled. */
  private mend({ place }: Extract<PracticeAct, { kind: 'mend' }>): Outcome {
    const seen = this.looks.filter(({ act, fault }) => act.place === place && fault !== null);
    const open = seen.filter(({ fault }) => !this.mended.has(fault!));
    for (const { fault } of open) this.mended.add(fault!);
    if (!open.length) this.needless += 1;
    return { ok: true, answer: {}, entries: [], mended: open.length > 0 };
  }

  private get seed(): number {
    return this.car.seed ?? 1;
  }

  private onRack({ moves }: Extract<PracticeAct, { kind: 'rack' }>): Outcome {
    if (!bothOnWheels(this.now.run!.car.support))
      return {
        ok: false,
        code: 'support',
        message: 'A rack reads a car that stands on its wheels.',
        field: '',
      };
    const read = attempt(() => rackAt(this.hidden, this.car.setup ?? setupOf({}), this.seed, moves));
    if (!read.ok)
      return { ok: false, code: read.refusal.code, message: read.refusal.message, field: 'moves' };
    const { before, after, adjusters } = read.value;
    const rows = alignmentRows(PRACTICE_SPEC, before, after);
    this.sheets.push(rows.every(({ verdict }) => verdict === 'in' || verdict === 'not judged'));
    return { ok: true, answer: { rows, adjusters } satisfies RackRead, entries: [] };
  }

  private byLead(act: Extract<PracticeAct, { kind: 'lead' }>): Outcome {
    const move = this.byLeadMove(act);
    if (!move) return { ok: false, code: 'no-thing', message: 'This job has no such thing.', field: 'about' };
    return { ok: true, answer: {}, entries: this.keep([move], act) };
  }

  private byLeadMove({ what, about }: Extract<PracticeAct, { kind: 'lead' }>): MoveEntry | null {
    const { document } = this.now;
    const { personId } = this.car;
    if (what === 'approve')
      return document!.steps.some(({ id }) => id === about)
        ? { kind: 'approval', data: { stepId: about, approverId: personId } }
        : null;
    const fastener = document!.fasteners.find(({ id }) => id === about);
    if (!fastener) return null;
    return what === 'value'
      ? valueOf(fastener, personId)
      : {
          kind: 'torque.checked',
          data: { fastenerId: fastener.id, place: fastener.place, checkerId: 'somebody else' },
        };
  }

  private move(act: Extract<PracticeAct, { kind: 'move' }>): Outcome {
    const { document, run } = this.now;
    const { stepId } = { stepId: null, ...act.input } as { stepId: string | null };
    const step = act.name === 'step.done' ? document!.steps.find(({ id }) => id === stepId) : undefined;
    const lets = this.car.mode === 'lets-happen';
    const judged = step && judgeStep(document!, run!, step.id)[0];
    if (step && judged) this.refused.push({ stepId: step.id, code: judged.code });
    if (step && judged && lets) {
      const one = refusedConsequence(step.id, judged);
      this.consequences.push(one);
      return { ok: false, happened: [one] };
    }
    let made: ReturnType<typeof makeMove>;
    try {
      made = makeMove(act.name, this.now, act.input as InputOf<OfflineName>, this.facts(act));
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (act.name !== 'support.set')
        return { ok: false, code: error.code, message: error.message, field: error.field };
      this.refused.push({ stepId: SUPPORT, code: error.code });
      if (!lets) return { ok: false, code: error.code, message: error.message, field: error.field };
      const one = refusedConsequence(SUPPORT, error);
      this.consequences.push(one);
      return { ok: false, happened: [one] };
    }
    // A step that is done by raising or lowering bites as it would by its own tap.
    const happened = made.entries.flatMap((entry) => {
      if (entry.kind !== 'step.done') return [];
      const done = document!.steps.find(({ id }) => id === entry.data.stepId);
      return done ? hiddenConsequences(this.hidden, done) : [];
    });
    // It counts once; what would happen again is shown again.
    this.consequences.push(...happened.filter(({ fault }) => fault === null || !this.bit(fault)));
    // Shown at once and gone back one step; else it happens unseen, as on a customer's car.
    if (happened.length && lets) return { ok: false, happened };
    return { ok: true, answer: made.answer, entries: this.keep(made.entries, act) };
  }

  private facts(act: Extract<PracticeAct, { kind: 'move' }>): MoveFacts {
    const { wrenchId, uploadHash } = { wrenchId: null, uploadHash: null, ...act.input } as {
      wrenchId: string | null;
      uploadHash: string | null;
    };
    const { personId, deviceId, wrenches } = this.car;
    return {
      mover: { personId, deviceId, commandId: act.id, offline: false },
      day: act.at.slice(0, 10),
      wrench: wrenches.find(({ id }) => id === wrenchId) ?? null,
      picture: uploadHash ? { photoId: act.id, sha256: uploadHash } : null,
      backTo: null,
      coilStepTurns: 0.25,
      overlaps: false,
    };
  }
}

/** A try as its acts left it. */
export function replay(car: PracticeCar, acts: readonly PracticeAct[]): PracticeTry {
  const one = new PracticeTry(car);
  for (const act of acts) one.act(act);
  return one;
}
