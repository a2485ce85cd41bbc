import { randomUUID } from 'node:crypto';
import { Refusal } from '@/core/refusal';
import { canonicalJson } from '../entries/canonical';
import { procedureById, procedureHash } from '../procedures';
import { handle } from './handler';

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
    const hash = procedureHash(procedure);
    if (newest?.hash === hash)
      throw new Refusal('same', `It is the same as version ${newest.version}.`, 'procedure');
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
    return { version };
  },
});
