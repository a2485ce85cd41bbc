import Joi from 'joi';
import type { PlanSearchInput } from '../../plan-search/types';
import { calculator } from '../calculator';
import { anyNumber, zeroOrMore } from '../fields';
import { choosePlans } from '../plan.search';

const ids = () => Joi.array().items(Joi.string());

export const planSearch = calculator({
  name: 'plan.search',
  summary: 'The choices of parts nothing beats on error (mm), cost and minutes.',
  principle:
    'Exact: both halves of the slots are listed whole and met in the middle, pairs of groups passed over when a known choice beats their best corner.',
  input: Joi.object<PlanSearchInput>({
    targets: Joi.object({ front: anyNumber(), rear: anyNumber() }).or('front', 'rear').required(),
    tolerance: zeroOrMore().required(),
    options: Joi.array()
      .items(
        Joi.object({
          id: Joi.string().required(),
          slot: Joi.string().required(),
          lift: Joi.object({ front: anyNumber(), rear: anyNumber() }).required(),
          cost: zeroOrMore().required(),
          minutes: zeroOrMore().required(),
          requires: ids(),
          excludes: ids(),
        }),
      )
      .required(),
  }),
  run: choosePlans,
});
