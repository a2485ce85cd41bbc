import Joi from 'joi';
import { calculator } from '../calculator';
import { positive, zeroOrMore } from '../fields';
import { type LaborEstimateInput, estimateLabor } from '../labor.estimate';

export const laborEstimate = calculator({
  name: 'labor.estimate',
  summary: 'Minutes at p50 and p80 for a job, learned from past jobs.',
  principle: 'Log ratios of actual to book, their mean shrunk toward the book by a prior worth some jobs.',
  input: Joi.object<LaborEstimateInput>({
    bookMinutes: positive().required(),
    prior: Joi.object({ jobs: zeroOrMore().required(), sdLog: zeroOrMore().required() }).required(),
    history: Joi.array()
      .items(Joi.object({ book: positive().required(), actual: positive().required() }))
      .required(),
  }),
  run: estimateLabor,
});
