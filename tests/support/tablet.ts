import type { Refusal } from '@/core/refusal';
import type { Entry } from '@/core/ledger/entries';
import { foldOrder } from '@/contracts/fold';
import type { MoveEntry, Mover, MovingOrder } from '@/core/moves/move';
import { stepDoneMove } from '@/core/moves/step-done';
import { compareMove } from '@/core/moves/compare';
import { tryMove } from '@/core/moves/try';
import { figuresToRead, recordsFirst } from '@/core/practice/careful-readings';
import { checkInput } from '@/contracts/check';
import { type MoveWrench, type TorqueInput, torqueMove } from '@/core/moves/torque';
import type { RunDocument } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { entryOf } from './entries';
import { bothEndsRun } from './library';

/** A tablet on a job: what is tapped becomes entries, and the next tap sees them. */
export class Tablet {
  readonly entries: Entry[];
  private taps = 0;
  /** Somebody else stands by and checks what asks for it. */
  checks = true;
  constructor(
    private readonly began: RunDocument = bothEndsRun(),
    rules?: number,
  ) {
    this.entries = [entryOf(1, 'run.start', { documentHash: 'h', planVersion: null, rules })];
  }
  get order(): MovingOrder {
    const state = foldOrder(this.entries, this.began);
    return { state, document: state.document!, run: state.run! };
  }
  /** The run with what its entries brought into it. */
  get document(): RunDocument {
    return this.order.document;
  }
  get mover(): Mover {
    this.taps += 1;
    return { deviceId: 'd', personId: 'p', commandId: `tap-${this.taps}`, offline: false };
  }
  keep(...made: MoveEntry[]): void {
    for (const { kind, data } of made) this.entries.push(entryOf(this.entries.length + 1, kind, data));
  }
  /** Steps as the order of the run has it until one answers to the words. */
  workTo(stop: (step: Step) => boolean): Step {
    for (let guard = 0; guard < 300; guard += 1) {
      const { run, document } = this.order;
      const step = document.steps.find((one) => !run.done.has(one.id))!;
      if (stop(step)) return step;
      this.doStep(step);
    }
    throw new Error('it never came there');
  }
  doStep(step: Step): void {
    for (const id of step.torques ?? []) this.torqueAll(id);
    if (step.irreversible) this.keep({ kind: 'approval', data: { stepId: step.id, approverId: 'l' } });
    for (const [command, input] of recordsFirst(this.order.state, step)) {
      const given = { lengths: 'mm', partId: null, source: 'new', fit: '', photoId: null, ...input };
      this.keep(
        ...(command === 'try.record'
          ? tryMove(this.order, given as never)
          : compareMove(this.order.state, given as never)),
      );
    }
    const figures = figuresToRead(this.order.state, step);
    this.keep(...stepDoneMove(this.order, { stepId: step.id, measured: '4 mm', figures }, this.mover));
  }
  /** Every pass of a fastener, its angle too. */
  torqueAll(id: string): void {
    this.give(id);
    for (let guard = 0; guard < 20 && !this.order.run.fasteners.get(id)!.torqued; guard += 1) {
      try {
        this.torque(id);
      } catch (error) {
        if ((error as Refusal).code !== 'angle') throw error;
        this.torque(id, { angleDeg: this.order.run.fasteners.get(id)!.spec!.angleDeg! });
      }
    }
    if (this.checks && this.order.run.fasteners.get(id)!.owesCheck)
      this.keep({ kind: 'torque.checked', data: { fastenerId: id, place: '', checkerId: 'q' } });
  }
  /** The value the lead would enter, where the procedure leaves it open. */
  give(id: string): void {
    const { document, run } = this.order;
    const fastener = document.fasteners.find((one) => one.id === id)!;
    if (run.fasteners.get(id)!.spec) return;
    this.keep({
      kind: 'value',
      data: {
        fastenerId: id,
        place: fastener.place,
        kind: 'entered',
        nm: 90,
        angleDeg: null,
        source: 'a sheet',
        leadId: 'l',
      },
    });
  }
  torque(id: string, more: Partial<TorqueInput> = {}, wrench: MoveWrench | null = WRENCH) {
    const input: TorqueInput = { ...plainTorque(id), ...more };
    const move = torqueMove(this.order, input, wrench, '2026-04-14');
    this.keep(move.entry);
    return move;
  }
}

const SOME_ID = '00000000-0000-4000-8000-000000000001';
/** A torque that clicked, with everything else as a form leaves it. */
function plainTorque(fastenerId: string): TorqueInput {
  const given = { orderId: SOME_ID, wrenchId: SOME_ID, fastenerId, reading: { clicked: true } };
  const checked = checkInput('torque.record', given);
  if (!checked.ok) throw new Error(checked.errors[0]!.message);
  return checked.input;
}

export const WRENCH: MoveWrench = {
  id: 'w',
  name: 'Long clicker',
  lowNm: 5,
  highNm: 400,
  calibrationDue: '2027-01-01',
  outReason: null,
};
