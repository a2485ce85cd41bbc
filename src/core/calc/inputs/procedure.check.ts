import Joi from 'joi';
import { type CheckInput, checkProcedure } from '../../procedure/check';
import { ENDS, SUPPORTS } from '../../procedure/types';
import { calculator } from '../calculator';

const ids = () => Joi.array().items(Joi.string());
const support = () => Joi.valid(...SUPPORTS);
const end = () => Joi.valid(...ENDS);

export const procedureCheck = calculator({
  name: 'procedure.check',
  summary: 'Walks a procedure and reports what is unsafe, out of order or forgotten.',
  principle: 'A walk over the steps that keeps the support of each end, what is open and what is loose.',
  input: Joi.object<CheckInput>({
    items: Joi.array().items(
      Joi.object({
        id: Joi.string().required(),
        end: end(),
        closeBefore: Joi.valid('ground', 'drive', 'handoff'),
      }).unknown(),
    ),
    fasteners: Joi.array().items(
      Joi.object({
        id: Joi.string().required(),
        end: end(),
        final: Joi.valid('on-wheels'),
        spec: Joi.object().allow(null),
        mate: Joi.string(),
      }).unknown(),
    ),
    steps: Joi.array()
      .items(
        Joi.object({
          id: Joi.string().required(),
          end: end(),
          after: ids(),
          needs: Joi.array().items(support()),
          sets: support(),
          opens: ids(),
          closes: ids(),
          loosens: ids(),
          snugs: ids(),
          torques: ids(),
          drive: Joi.boolean(),
        }).unknown(),
      )
      .required(),
  }).unknown(),
  run: (input) => ({ problems: checkProcedure(input) }),
});
