import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import type { Procedure } from '@/core/procedure/types';
import type { CommandContext } from './context';
import { canonicalJson } from '../entries/canonical';
import { procedureById, procedureHash } from '../procedures';
import { handle } from './handler';

/** Keeps a procedure as the shop's next version of it. */
export async function keepVersion(
  ctx: CommandContext,
  procedure: Procedure,
  version: number,
  note: string,
): Promise<void> {
  const hash = procedureHash(procedure);
  await ctx.tx.run(
    `INSERT INTO procedure_version (id, procedure_id, version, title, hash, content, note, person_id, created_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      randomUUID(),
      procedure.id,
      version,
      procedure.title,
      hash,
      canonicalJson(procedure),
      note,
      ctx.person.id,
      ctx.receivedAt,
    ],
  );
  await ctx.appendShop('procedure', procedure.id, { version, hash, note });
}

/** What was drafted here stays said so, and only an order it was worked on releases it. @throws Refusal */
function refuseOtherDraft(newest: Procedure | null, { drafted }: Procedure): void {
  const had = newest?.drafted;
  if (had && !drafted)
    throw new Refusal(
      'drafted',
      'It was drafted here: that stays said of it. Save it under a name of its own, from a sheet.',
      'procedure.drafted',
    );
  if (drafted?.worked && had?.worked?.order !== drafted.worked.order)
    throw new Refusal(
      'not-worked',
      'It is released by the lead who worked it, with the order it was worked on.',
      'procedure.drafted.worked',
    );
}

export const procedureSave = handle('procedure.save', {
  async run(ctx, { procedure, basedOn, note }) {
    const newest = await procedureById(ctx.tx, procedure.id);
    const version = (newest?.version ?? 0) + 1;
    if (basedOn !== 0 && newest && newest.version !== basedOn)
      throw new Refusal(
        'other-version',
        `Version ${newest.version} was saved meanwhile: look at it first, nothing of yours is lost here.`,
        'basedOn',
      );
    refuseOtherDraft(newest?.procedure ?? null, procedure);
    if (newest?.hash === procedureHash(procedure))
      throw new Refusal('same', `It is the same as version ${newest.version}.`, 'procedure');
    await keepVersion(ctx, procedure, version, note);
    return { version };
  },
});
