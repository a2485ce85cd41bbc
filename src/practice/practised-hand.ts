import type { Entry } from '@/core/ledger/entries';
import type { MoveEntry, Mover, MovingOrder } from '@/core/moves/move';
import { compareMove } from '@/core/moves/compare';
import { stepDoneMove } from '@/core/moves/step-done';
import { type MoveWrench, type TorqueInput, torqueMove } from '@/core/moves/torque';
import { tryMove } from '@/core/moves/try';
import { figuresToRead, recordsFirst } from '@/core/practice/careful-readings';
import { isCoilCut } from '@/core/procedure/coil-cuts';
import type { RunDocument } from '@/core/procedure/engine';
import type { Step } from '@/core/procedure/types';
import { Refusal } from '@/core/refusal';
import { foldOnto, foldOrder } from '@/contracts/fold';
import type { OrderState } from '@/core/ledger/order-state';

/** An entry of a car that stands in no shop. */
export function practiceEntry(
  seq: number,
  move: MoveEntry,
  { id, at, personId, deviceId }: { id: string; at: string; personId: string; deviceId: string },
): Entry {
  return {
    ...move,
    id,
    chain: 'practice',
    seq,
    at,
    receivedAt: at,
    personId,
    deviceId,
    deviceSeq: seq,
    corrects: null,
    why: null,
  } as Entry;
}

const CUT = { turns: 0.25, freeMm: 388 };
/** A torque that clicked, with everything else as a form leaves it. */
export const CLICKED: Omit<TorqueInput, 'fastenerId'> = {
  reading: { clicked: true },
  how: 'wrench',
  by: 'hand',
  extension: null,
  angleDeg: null,
  newHardware: true,
  moved: false,
  movedDeg: null,
  nut: 'all',
  confirmed: true,
};

/** Works a job as it is listed, reads what is asked, torques what is to be torqued: a hand that makes no mistake. */
export class PractisedHand {
  readonly entries: Entry[] = [];
  private state: OrderState;
  constructor(
    private readonly began: RunDocument,
    private readonly who: { personId: string; deviceId: string },
    private readonly wrench: MoveWrench,
    private readonly at: string,
    rules?: number,
  ) {
    this.state = foldOrder([], began);
    this.keep({
      kind: 'run.start',
      data: { documentHash: 'practice', planVersion: null, ...(rules ? { rules } : {}) },
    });
  }
  get order(): MovingOrder {
    return { state: this.state, document: this.state.document!, run: this.state.run! };
  }
  private get mover(): Mover {
    return { ...this.who, commandId: `before-${this.entries.length + 1}`, offline: false };
  }
  keep(...made: MoveEntry[]): void {
    const fresh = made.map((move, index) =>
      practiceEntry(this.entries.length + 1 + index, move, {
        id: `before-${this.entries.length + 1 + index}`,
        at: this.at,
        ...this.who,
      }),
    );
    this.entries.push(...fresh);
    this.state = foldOnto(this.state, fresh) ?? foldOrder(this.entries, this.began);
  }
  /** Steps in the order of the run until one answers; that one is left. */
  workTo(stop: (step: Step) => boolean): void {
    const { document } = this.order;
    for (const step of document.steps) {
      if (stop(step)) return;
      if (!this.order.run.done.has(step.id)) this.doStep(step);
    }
  }
  doStep(step: Step): void {
    for (const id of step.torques ?? []) this.torqueAll(id);
    if (step.irreversible)
      this.keep({ kind: 'approval', data: { stepId: step.id, approverId: this.who.personId } });
    if (isCoilCut(step)) this.keep({ kind: 'cut', data: { stepId: step.id, ...CUT, corner: step.corner! } });
    for (const [name, input] of recordsFirst(this.order.state, step)) {
      const given = { lengths: 'mm', partId: null, source: 'new', fit: '', photoId: null, ...input };
      this.keep(
        ...(name === 'try.record'
          ? tryMove(this.order, given as never)
          : compareMove(this.order.state, given as never)),
      );
    }
    const figures = figuresToRead(this.order.state, step);
    this.keep(...stepDoneMove(this.order, { stepId: step.id, measured: '4 mm', figures }, this.mover));
  }
  private torqueAll(id: string): void {
    const fastener = this.order.document.fasteners.find((one) => one.id === id)!;
    if (!this.order.run.fasteners.get(id)!.spec) this.keep(valueOf(fastener, this.who.personId));
    for (let guard = 0; guard < 20 && !this.order.run.fasteners.get(id)!.torqued; guard += 1) {
      const torque = (more: Partial<TorqueInput> = {}) =>
        this.keep(
          torqueMove(this.order, { ...CLICKED, fastenerId: id, ...more }, this.wrench, this.at.slice(0, 10))
            .entry,
        );
      try {
        torque();
      } catch (error) {
        if (!(error instanceof Refusal) || error.code !== 'angle') throw error;
        torque({ angleDeg: this.order.run.fasteners.get(id)!.spec!.angleDeg! });
      }
    }
    if (this.order.run.fasteners.get(id)!.owesCheck)
      this.keep({
        kind: 'torque.checked',
        data: { fastenerId: id, place: fastener.place, checkerId: 'somebody else' },
      } as MoveEntry);
  }
}

/** The value a lead would enter from a sheet where the file leaves it open. */
export const valueOf = (fastener: { id: string; place: string }, leadId: string): MoveEntry =>
  ({
    kind: 'value',
    data: {
      fastenerId: fastener.id,
      place: fastener.place,
      kind: 'entered',
      nm: 90,
      angleDeg: null,
      source: 'practice: made up',
      leadId,
    },
  }) as MoveEntry;
