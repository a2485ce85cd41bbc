import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type SlackFitInput, fitSlack } from '../slack.fit';

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
