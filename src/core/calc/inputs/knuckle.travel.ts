import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, point3, positive } from '../fields';
import { type KnuckleTravelInput, travelKnuckle } from '../knuckle.travel';

const MOST_ROWS = 2000;

export const knuckleTravel = calculator({
  name: 'knuckle.travel',
  summary:
    'Camber, toe and caster in degrees, places and lengths in mm of an independent wheel through its travel.',
  principle:
    'The knuckle is one rigid body held by five links that keep their lengths; the travel is the sixth, and each pose continues from ride.',
  input: Joi.object<KnuckleTravelInput>({
    arms: Joi.array().items(
      Joi.object({ front: point3().required(), rear: point3().required(), joint: point3().required() }),
    ),
    links: Joi.array().items(Joi.object({ body: point3().required(), joint: point3().required() })),
    strut: Joi.object({ top: point3().required(), foot: point3().required() }),
    wheel: Joi.object({
      center: point3().required(),
      camber: anyNumber().required(),
      toe: anyNumber().required(),
      radius: positive().required(),
    }).required(),
    fitted: Joi.object({
      arms: Joi.array().items(
        Joi.object({ front: point3(), rear: point3(), frontLength: positive(), rearLength: positive() }),
        Joi.valid(null),
      ),
      links: Joi.array().items(Joi.object({ body: point3(), length: positive() }), Joi.valid(null)),
      strut: Joi.object({ top: point3() }),
    }),
    damper: Joi.object({
      body: point3().required(),
      foot: point3().required(),
      arm: Joi.number().integer().min(0),
    }),
    shaft: Joi.object({ inner: point3().required(), outer: point3().required() }),
    lines: Joi.array().items(Joi.object({ body: point3().required(), knuckle: point3().required() })),
    travel: Joi.array().items(anyNumber()).max(MOST_ROWS).required(),
  }),
  run: travelKnuckle,
});
