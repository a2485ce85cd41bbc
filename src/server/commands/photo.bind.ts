import { handle } from './handler';

export const photoBind = handle('photo.bind', {
  async run(ctx, input) {
    const order = await ctx.openOrder(input.orderId);
    const photo = await ctx.tx.row<{ id: string; sha256: string }>(
      input.uploadHash
        ? 'SELECT id, sha256 FROM photo WHERE upload_hash = ?'
        : 'SELECT id, sha256 FROM photo WHERE id = ?',
      [input.uploadHash ?? input.photoId],
    );
    const picture = photo && { photoId: photo.id, sha256: photo.sha256 };
    return ctx.keep(order, ctx.judge('photo.bind', order, input, { picture }));
  },
});
