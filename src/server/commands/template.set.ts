import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import {
  CHANNELS,
  type Channel,
  MESSAGE_STAGES,
  type MessageStage,
  TEMPLATE_NAMES,
} from '../messages/templates';
import { command } from './command';
import { line } from './fields';

/** The shop's own words for one message. */
export const templateSet = command({
  name: 'template.set',
  who: ['lead'],
  input: Joi.object<{ stage: MessageStage; channel: Channel; words: string }>({
    stage: Joi.valid(...MESSAGE_STAGES).required(),
    channel: Joi.valid(...CHANNELS).required(),
    words: line(600).required(),
  }),
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
