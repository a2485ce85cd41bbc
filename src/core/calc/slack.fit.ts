import Joi from 'joi';
import { calculator } from './calculator';
import { positive, zeroOrMore } from './fields';

export interface SlackFitInput {
  length: number;
  spans: number[];
  margin?: number;
}

/**
 * Whether a hose or lead is long enough for the widest span it must cover. Lengths in mm.
 * @returns what is needed, the slack (negative when short), by how much to extend, and whether it is enough
 */
export function fitSlack({ length, spans, margin = 20 }: SlackFitInput) {
  const needed = Math.max(...spans) + margin;
  const slack = length - needed;
  return { needed, slack, extend: Math.max(0, -slack), ok: slack >= 0 };
}

export const slackFit = calculator({
  name: 'slack.fit',
  summary: 'Slack in mm of a hose or lead over its spans at ride, droop and lock.',
  principle: 'The longest span and a margin must fit in the free length.',
  input: Joi.object<SlackFitInput>({
    length: positive().required(),
    spans: Joi.array().items(positive()).min(1).required(),
    margin: zeroOrMore(),
  }),
  run: fitSlack,
});
