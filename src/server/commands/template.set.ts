import { Refusal } from '@/core/refusal';
import { TEMPLATE_NAMES } from '../messages/templates';
import { handle } from './handler';

export const templateSet = handle('template.set', {
  async run(ctx, { stage, channel, words }) {
    const odd = [...words.matchAll(/\{(\w*)\}/g)].find(
      ([, name]) => !(TEMPLATE_NAMES as readonly string[]).includes(name!),
    );
    if (odd)
      throw new Refusal(
        'name',
        `${odd[0]} stands for nothing: use ${TEMPLATE_NAMES.map((name) => `{${name}}`).join(', ')}.`,
        'words',
      );
    if (stage === 'link' && !words.includes('{link}'))
      throw new Refusal('link', 'Without {link} they cannot reach their page.', 'words');
    await ctx.tx.run(
      'INSERT INTO message_template (stage, channel, words) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE words = VALUES(words)',
      [stage, channel, words],
    );
    await ctx.appendShop('message words', `${stage} ${channel}`, { words });
    return {};
  },
});
