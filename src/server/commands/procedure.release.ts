import { type Role, holdsRole } from '@/core/ledger/roles';
import type { OrderState } from '@/core/ledger/order-state';
import { Refusal } from '@/core/refusal';
import { loadOrder } from '../entries/order';
import { procedureById } from '../procedures';
import type { Row } from '../tables';
import type { CommandContext } from './context';
import { handle } from './handler';
import { keepVersion } from './procedure.save';

/** Who did a step that takes something out or puts it in, in the work of one procedure; null where a step is left. */
function handsOn({ document, run }: OrderState, procedureId: string): Set<string> | null {
  const source = document?.sources.find(({ id }) => id === procedureId);
  if (!source || !document || !run) return null;
  const own = document.steps.filter(({ id }) => id.startsWith(`${source.prefix}/`));
  const left = own.some(
    (step) => step.phase !== 'handoff' && !run.done.has(step.id) && !run.skipped.has(step.id),
  );
  if (left) return null;
  return new Set(
    own.filter((step) => step.out?.length || step.in?.length).map(({ id }) => run.done.get(id)!.personId),
  );
}

async function isLead(ctx: CommandContext, personId: string): Promise<boolean> {
  const person = await ctx.tx.row<{ roles: Role[] }>('SELECT roles FROM person WHERE id = ?', [personId]);
  return person !== null && holdsRole(person.roles, ['lead']);
}

export const procedureRelease = handle('procedure.release', {
  async run(ctx, { procedureId, order }) {
    const newest = await procedureById(ctx.tx, procedureId);
    if (!newest?.procedure.drafted)
      throw new Refusal('no-draft', 'That is no draft of this shop.', 'procedureId');
    if (newest.procedure.drafted.worked)
      throw new Refusal('released', 'It is released already.', 'procedureId');
    const row = await ctx.tx.row<Row<'work_order', 'id'>>('SELECT id FROM work_order WHERE number = ?', [
      order,
    ]);
    const state = row && (await loadOrder(ctx.tx, row.id))?.state;
    if (!state) throw new Refusal('no-order', 'There is no order of that number.', 'order');
    const hands = handsOn(state, procedureId);
    if (!hands) throw new Refusal('not-worked', 'On that order it was not worked to its end.', 'order');
    for (const personId of hands)
      if (!(await isLead(ctx, personId)))
        throw new Refusal(
          'no-lead',
          'On that order no lead took it apart and put it together: a lead works it once first.',
          'order',
        );
    const procedure = {
      ...newest.procedure,
      drafted: { ...newest.procedure.drafted, worked: { order } },
    };
    const version = newest.version + 1;
    await keepVersion(ctx, procedure, version, `Released: a lead worked it on order ${order}.`);
    return { version };
  },
});
