import { Refusal } from '@/core/refusal';
import { anatomies } from '../anatomies';
import { canonicalJson, sha256 } from '../entries/canonical';
import type { Row } from '../tables';
import { handle } from './handler';

export const anatomySave = handle('anatomy.save', {
  async run(ctx, { anatomy, platform, note }) {
    if (!(await anatomies()).some(({ id }) => id === anatomy.id))
      throw new Refusal('no-anatomy', 'It is a copy of one that ships: keep its id.', 'anatomy.id');
    const had = await ctx.tx.row<Row<'anatomy_own', 'version' | 'content'>>(
      'SELECT version, content FROM anatomy_own WHERE anatomy_id = ? AND platform = ? FOR UPDATE',
      [anatomy.id, platform],
    );
    const content = canonicalJson(anatomy);
    if (had?.content === content) throw new Refusal('same', 'It is the same as what is kept.', 'anatomy');
    const version = (had?.version ?? 0) + 1;
    await ctx.tx.run(
      'REPLACE INTO anatomy_own (anatomy_id, platform, version, content, note, person_id, saved_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
      [anatomy.id, platform, version, content, note, ctx.person.id, ctx.receivedAt],
    );
    await ctx.appendShop('anatomy', `${anatomy.id} ${platform}`, { version, hash: sha256(content), note });
    return { version };
  },
});
