import { Refusal } from '@/core/refusal';
import { type OrderState, isClosed } from '@/core/ledger/order-state';
import type { Entry, EntryKind } from '@/core/ledger/entries';
import type { AnswerOf, InputOf, OfflineName } from '@/contracts/commands';
import { type Made, type MoveFacts, makeMove, runningJob } from '@/contracts/moves';
import type { Mover } from '@/core/moves/move';
import { lateThings, describeLate } from '@/core/ledger/device-conflicts';
import { holdsRole } from '@/core/ledger/roles';
import type { Db } from '../database';
import {
  type EntryDraft,
  type Head,
  type NewEntry,
  SHOP_CHAIN,
  appendEntries,
  lockHead,
} from '../entries/append';
import { sha256 } from '../entries/canonical';
import { type WholeOrder, advance, keepState, loadOrder, wholeOrder } from '../entries/order';
import { mustHavePhoto } from '../photos/must-have';
import type { Person } from '../sessions/sessions';
import { refuseOfOlderState } from './meanwhile';
import type { Later } from './rehearsal';
import type { Row } from '../tables';

/** An order loaded under its lock. */
export type LockedOrder = WholeOrder;
interface HeldOrder {
  order: LockedOrder;
  head: Head;
}

/** What a command works with: who asks, when, and how to append. Everything happens in one transaction. */
export class CommandContext {
  /** Orders whose entries changed; what is derived from them is rewritten before the commit. */
  readonly touched = new Map<string, Set<EntryKind> | 'all'>();
  private entryCount = 0;
  private freshCount = 0;
  /** Orders under their lock, each as it stands with what this command has appended. */
  private readonly held = new Map<string, HeldOrder>();
  /** What was appended, by its chain. */
  readonly written = new Map<string, Entry[]>();

  readonly commandId: string;
  readonly person: Person;
  readonly deviceId: string;
  readonly deviceSeq: number;
  readonly at: Date;
  readonly receivedAt: Date;
  /** It waited on its device before it came. */
  readonly queued: boolean;
  /** In a rehearsal: what takes long is put here, to be worked out when nothing is locked. Nothing else of it stays. */
  readonly later: Later | null;
  /** It may ask to be rehearsed once more, rather than work out under the lock what takes long. */
  readonly mayGoAgain: boolean;
  /** How far the page it was tapped on knew the order; null when it does not say. */
  private readonly seen: number | null;
  /** Whose PIN was given with it and was right. */
  private readonly voucher: Person | null;

  constructor(
    readonly tx: Db,
    given: Pick<CommandContext, 'commandId' | 'person' | 'deviceId' | 'deviceSeq' | 'at' | 'receivedAt'> &
      Partial<Pick<CommandContext, 'queued' | 'later' | 'mayGoAgain'>> & {
        voucher?: Person | null;
        seen?: number | null;
      },
  ) {
    this.commandId = given.commandId;
    this.person = given.person;
    this.deviceId = given.deviceId;
    this.deviceSeq = given.deviceSeq;
    this.at = given.at;
    this.receivedAt = given.receivedAt;
    this.queued = given.queued ?? false;
    this.later = given.later ?? null;
    this.mayGoAgain = given.mayGoAgain ?? false;
    this.seen = given.seen ?? null;
    this.voucher = given.voucher ?? null;
  }

  /** Who vouches for it by PIN. @throws Refusal when nobody does */
  vouchedBy(field: string): Person {
    if (!this.voucher) throw new Refusal('no-pin', 'Somebody says yes to this with a PIN.', field);
    return this.voucher;
  }

  /** The lead who gives a yes, known by their own PIN. @throws Refusal when the person is no lead */
  lead(): Person {
    const lead = this.vouchedBy('leadId');
    if (!holdsRole(lead.roles, ['lead']))
      throw new Refusal('not-lead', `${lead.name} is not a lead.`, 'leadId');
    return lead;
  }

  /** Who moves the car, for what judges a move. */
  get mover(): Mover {
    return {
      deviceId: this.deviceId,
      personId: this.person.id,
      commandId: this.commandId,
      offline: false,
    };
  }

  /** Locks and loads a work order, once. @throws Refusal when there is none */
  async order(orderId: string): Promise<LockedOrder> {
    const known = this.held.get(orderId);
    if (known) return known.order;
    const row = await this.tx.row<Row<'work_order', 'number' | 'vehicle_id'>>(
      'SELECT number, vehicle_id FROM work_order WHERE id = ?',
      [orderId],
    );
    if (!row) throw new Refusal('no-order', 'There is no such work order.', 'orderId');
    // One car, one state: whoever works on any of its orders waits at the car, then at the order.
    await this.tx.row('SELECT id FROM vehicle WHERE id = ? FOR UPDATE', [row.vehicle_id]);
    const head = await lockHead(this.tx, orderId, this.receivedAt);
    const folded = (await loadOrder(this.tx, orderId, head.hash))!;
    const order = { id: orderId, number: row.number, vehicleId: row.vehicle_id, ...folded };
    this.held.set(orderId, { order, head });
    return order;
  }

  /** A work order as it stands with what this command has appended, held or not. */
  async whole(orderId: string): Promise<WholeOrder> {
    return this.held.get(orderId)?.order ?? wholeOrder(this.tx, orderId);
  }

  /** Locks and loads a work order that is still open. @throws Refusal when it has been handed over or closed */
  async openOrder(orderId: string): Promise<LockedOrder> {
    const order = await this.order(orderId);
    if (order.state.cancelled)
      throw new Refusal('closed', 'This order was cancelled: nothing more is done on it.', 'orderId');
    if (isClosed(order.state)) {
      throw new Refusal(
        'closed',
        'This order has been handed over: only the lead may correct it now.',
        'orderId',
      );
    }
    return order;
  }

  /** An order whose run has started. @throws Refusal when none has */
  async runningOrder(orderId: string) {
    const order = await this.openOrder(orderId);
    return { ...order, ...runningJob(order.state) };
  }

  /** What a move makes of an order as it stands, of the facts found beside it; nothing of it is kept yet. */
  judge<N extends OfflineName>(
    name: N,
    { state }: LockedOrder,
    input: InputOf<N>,
    facts: Partial<Omit<MoveFacts, 'mover'>> = {},
  ): Made<AnswerOf<N>> {
    const none = {
      day: '',
      wrench: null,
      picture: null,
      backTo: null,
      overlaps: false,
      coilStepTurns: 0,
    };
    return makeMove(name, state, input, { ...none, ...facts, mover: this.mover });
  }

  /** Keeps what a move made. @returns its answer */
  async keep<Answer>(order: LockedOrder, { entries, answer }: Made<Answer>): Promise<Answer> {
    for (const { data } of entries)
      if ('photoId' in data && data.photoId) await mustHavePhoto(this.tx, data.photoId);
    await this.append(order.id, ...entries);
    return answer;
  }

  /** An id for a thing this command makes: the same one when the same command is gone through again. */
  freshId(): string {
    this.freshCount += 1;
    const hex = sha256(`${this.commandId} makes ${this.freshCount}`);
    const parts = [hex.slice(0, 8), hex.slice(8, 12), `8${hex.slice(13, 16)}`, `a${hex.slice(17, 20)}`];
    return [...parts, hex.slice(20, 32)].join('-');
  }

  private nextEntryId(): string {
    this.entryCount += 1;
    return this.entryCount === 1 ? this.commandId : `${this.commandId}.${this.entryCount}`;
  }

  private author() {
    const { person, deviceId, deviceSeq, at, receivedAt } = this;
    return { personId: person.id, deviceId, deviceSeq, at, receivedAt };
  }

  /** Appends to a work order's chain, and folds it onto the order that is held. @returns the entries as written */
  async append(orderId: string, ...drafts: NewEntry[]): Promise<Entry[]> {
    const held = this.held.get(orderId);
    const late = this.queued && held ? this.tasksOfLate(held.order.state, drafts) : [];
    const first = !this.written.has(orderId);
    if (this.seen !== null && held && first)
      await refuseOfOlderState(this.tx, held.order, drafts, { seen: this.seen, deviceId: this.deviceId });
    const all = [...drafts, ...late];
    this.touch(orderId, all);
    const named = all.map((draft) => ({ ...draft, id: this.nextEntryId() }) as EntryDraft);
    const { written, head } = await appendEntries(this.tx, orderId, named, this.author(), held?.head ?? null);
    this.written.set(orderId, [...(this.written.get(orderId) ?? []), ...written]);
    if (held) {
      const folded = await advance(this.tx, held.order, written);
      keepState(orderId, head.hash, folded);
      this.held.set(orderId, { order: { ...held.order, ...folded }, head });
    }
    return written.slice(0, drafts.length);
  }

  private touch(orderId: string, drafts: NewEntry[]): void {
    const before = this.touched.get(orderId) ?? new Set<EntryKind>();
    if (before === 'all' || drafts.some((draft) => draft.corrects || draft.kind === 'void'))
      this.touched.set(orderId, 'all');
    else this.touched.set(orderId, new Set([...before, ...drafts.map((draft) => draft.kind)]));
  }

  /** What came after another tablet's entry on the same thing: the less safe stands, and somebody looks. */
  private tasksOfLate(state: OrderState, drafts: NewEntry[]): NewEntry[] {
    const stamp = {
      at: this.at.toISOString(),
      receivedAt: this.receivedAt.toISOString(),
      deviceId: this.deviceId,
    };
    const late = drafts.flatMap((draft) => [...lateThings(state, { ...draft, ...stamp } as Entry)]);
    if (!late.length) return [];
    const what = describeLate(state.document, late);
    return [
      {
        kind: 'task',
        data: {
          taskId: `late ${this.commandId}`,
          about: 'late',
          words: `${what}: recorded on one tablet, touched since on another. The less safe of the two stands: look at the car.`,
          move: null,
        },
      },
    ];
  }

  /** Appends to the shop's own chain what belongs to no work order. */
  async appendShop(what: string, id: string, facts: Record<string, unknown>): Promise<void> {
    const draft = { id: this.nextEntryId(), kind: 'shop.change', data: { what, id, facts } } as EntryDraft;
    const { written } = await appendEntries(this.tx, SHOP_CHAIN, [draft], this.author());
    this.written.set(SHOP_CHAIN, [...(this.written.get(SHOP_CHAIN) ?? []), ...written]);
  }
}
