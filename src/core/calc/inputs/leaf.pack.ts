import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type LeafPackInput, comparePacks } from '../leaf.pack';

const pack = () =>
  Joi.array()
    .items(Joi.object({ rate: positive().required(), camber: anyNumber().required() }))
    .min(1)
    .required();

export const leafPack = calculator({
  name: 'leaf.pack',
  summary: 'Lift in mm and rates in N/mm from leaves put in or taken out.',
  principle: 'Leaves only push: the load is the sum of rate times what each is bent below its own camber.',
  input: Joi.object<LeafPackInput>({ load: positive().required(), before: pack(), after: pack() }),
  run: comparePacks,
});
