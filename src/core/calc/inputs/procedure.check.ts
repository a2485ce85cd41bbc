import Joi from 'joi';
import { CARRIERS } from '../../anatomy/types';
import { anatomyFile } from '../../anatomy/schema';
import { type CheckInput, checkProcedure } from '../../procedure/check';
import { CORNERS } from '../../corners';
import { ENDS, SUPPORTS } from '../../procedure/types';
import { calculator } from '../calculator';

const ids = () => Joi.array().items(Joi.string());
const support = () => Joi.valid(...SUPPORTS);
const end = () => Joi.valid(...ENDS);
const carry = () =>
  Joi.array().items(Joi.object({ body: Joi.string().required(), by: Joi.valid(...CARRIERS).required() }));

export const procedureCheck = calculator({
  name: 'procedure.check',
  summary: 'Walks a procedure and reports what is unsafe, out of order or forgotten.',
  principle:
    'A walk over the steps that keeps the support of each end, what is open and what is loose; with an anatomy, also what holds what, what carries it and how far it hangs.',
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
    anatomy: Joi.object({ front: Joi.string(), rear: Joi.string() }),
    anatomies: Joi.array().items(anatomyFile).max(60),
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
          marks: ids(),
          out: ids(),
          in: ids(),
          carries: carry(),
          lets: carry(),
          drops: Joi.array().items(
            Joi.object({
              corner: Joi.valid(...CORNERS),
              end: Joi.valid('front', 'rear'),
              mm: Joi.number().min(0).required(),
            }),
          ),
        }).unknown(),
      )
      .required(),
  }).unknown(),
  run: (input) => ({ problems: checkProcedure(input) }),
});
