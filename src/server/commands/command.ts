import type Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import type { OrderState } from '@/core/ledger/order-state';
import { isClosed } from '@/core/ledger/order-state';
import type { Entry, EntryKind } from '@/core/ledger/entries';
import type { Mover } from '@/core/moves/move';
import { lateThings, lateWords } from '@/core/ledger/hands';
import { type Role, holdsRole } from '@/core/ledger/roles';
import type { Db } from '../database';
import { type Draft, SHOP_CHAIN, appendEntries, lockHead } from '../entries/append';
import { sha256 } from '../entries/canonical';
import { loadOrder } from '../entries/order';
import type { Person } from '../sessions/sessions';

/** An order loaded under its lock. */
export interface LockedOrder {
  id: string;
  number: number;
  vehicleId: string;
  entries: Entry[];
  state: OrderState;
}

/** An entry without its id, which is given from the command's. */
export type NewEntry = Draft extends infer D ? (D extends Draft ? Omit<D, 'id'> : never) : never;

/** What a command works with: who asks, when, and how to append. Everything happens in one transaction. */
export class CommandContext {
  /** Orders whose entries changed; what is derived from them is rewritten before the commit. */
  readonly touched = new Map<string, Set<EntryKind> | 'all'>();
  private entryCount = 0;
  private freshCount = 0;
  private readonly loaded = new Map<string, OrderState>();

  constructor(
    readonly tx: Db,
    readonly commandId: string,
    readonly person: Person,
    readonly deviceId: string,
    readonly deviceSeq: number,
    readonly at: Date,
    readonly receivedAt: Date,
    /** It waited on its device before it came. */
    readonly queued = false,
    /** Whose PIN was given with it and was right. */
    private readonly voucher: Person | null = null,
    /** In a rehearsal: what takes long is put here, to be worked out when nothing is locked. Nothing else of it stays. */
    readonly rehearsal: (() => Promise<void>)[] | null = null,
  ) {}

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

  /** Locks and loads a work order. @throws Refusal when there is none */
  async order(orderId: string): Promise<LockedOrder> {
    const row = await this.tx.row<{ number: number; vehicle_id: string }>(
      'SELECT number, vehicle_id FROM work_order WHERE id = ?',
      [orderId],
    );
    if (!row) throw new Refusal('no-order', 'There is no such work order.', 'orderId');
    // One car, one state: whoever works on any of its orders waits at the car, then at the order.
    await this.tx.row('SELECT id FROM vehicle WHERE id = ? FOR UPDATE', [row.vehicle_id]);
    await lockHead(this.tx, orderId, this.receivedAt);
    const folded = (await loadOrder(this.tx, orderId))!;
    this.loaded.set(orderId, folded.state);
    return { id: orderId, number: row.number, vehicleId: row.vehicle_id, ...folded };
  }

  /** Locks and loads a work order that is still open. @throws Refusal when it has been handed over or closed */
  async openOrder(orderId: string): Promise<LockedOrder> {
    const order = await this.order(orderId);
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
    const { run, document } = order.state;
    if (!run || !document)
      throw new Refusal('no-run', 'The work on this order has not been started.', 'orderId');
    return { ...order, run, document };
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

  /** Appends to a work order's chain. @returns the entries as written */
  async append(orderId: string, ...drafts: NewEntry[]): Promise<Entry[]> {
    const all = this.queued ? [...drafts, ...this.tasksOfLate(orderId, drafts)] : drafts;
    this.touch(orderId, all);
    const named = all.map((draft) => ({ ...draft, id: this.nextEntryId() }) as Draft);
    return (await appendEntries(this.tx, orderId, named, this.author())).slice(0, drafts.length);
  }

  private touch(orderId: string, drafts: NewEntry[]): void {
    const before = this.touched.get(orderId) ?? new Set<EntryKind>();
    if (before === 'all' || drafts.some((draft) => draft.corrects || draft.kind === 'void'))
      this.touched.set(orderId, 'all');
    else this.touched.set(orderId, new Set([...before, ...drafts.map((draft) => draft.kind)]));
  }

  /** What came after another tablet's entry on the same thing: the less safe stands, and somebody looks. */
  private tasksOfLate(orderId: string, drafts: NewEntry[]): NewEntry[] {
    const state = this.loaded.get(orderId);
    if (!state) return [];
    const stamp = {
      at: this.at.toISOString(),
      receivedAt: this.receivedAt.toISOString(),
      deviceId: this.deviceId,
    };
    const late = drafts.flatMap((draft) => [...lateThings(state, { ...draft, ...stamp } as Entry)]);
    if (!late.length) return [];
    const what = lateWords(state.document, late);
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
    const draft = { id: this.nextEntryId(), kind: 'shop.change', data: { what, id, facts } } as Draft;
    await appendEntries(this.tx, SHOP_CHAIN, [draft], this.author());
  }
}

/** One command: who may give it, what it takes, what it does. Each stands in a file of its own. */
export interface Command<Input, Answer extends object = object> {
  name: string;
  /** Roles that may give it; a lead may all a tech and an advisor may. */
  who: Role[];
  /** May be given on the customer's own page, for the page's own order. */
  onLink?: boolean;
  input: Joi.ObjectSchema<Input>;
  /** Where it may be larger than others, as a file that is pasted in. */
  mostBytes?: number;
  /**
   * What is done before the transaction begins, so that nothing is locked meanwhile: a secret that came with it is looked
   * at, and a wrong try counts whatever becomes of the command; something long is worked out. Who is returned vouches
   * for the command.
   */
  before?(person: Person, input: Input, outside: Db): Promise<Person | null>;
  /**
   * It may seal papers, which say what this very command appends: it is gone through once and taken back, the papers are
   * drawn while nobody waits, and then it is given.
   */
  seals?: boolean;
  run(ctx: CommandContext, input: Input): Promise<Answer>;
}

export function command<Input, Answer extends object>(
  definition: Command<Input, Answer>,
): Command<Input, Answer> {
  return definition;
}
