import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type LoadLeftInput, leftToLoad } from '../load.left';

export const loadLeft = calculator({
  name: 'load.left',
  summary: 'Axle loads with what the car carries, against their ratings, in kg.',
  principle: 'A mass puts its share x over the wheelbase on the rear axle and the rest on the front.',
  input: Joi.object<LoadLeftInput>({
    wheelbase: positive().required(),
    curb: Joi.object({ front: positive().required(), rear: positive().required() }).required(),
    rating: Joi.object({
      front: positive().required(),
      rear: positive().required(),
      gross: positive().required(),
    }).required(),
    masses: Joi.array()
      .items(Joi.object({ kg: anyNumber().required(), x: anyNumber().required() }))
      .required(),
  }),
  run: leftToLoad,
});
