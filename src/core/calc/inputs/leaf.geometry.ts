import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive, point } from '../fields';
import { type LeafGeometryInput, leafOnShackle } from '../leaf.geometry';

const pose = () => Joi.object({ camber: anyNumber().required(), shackle: positive().required() }).required();

export const leafGeometry = calculator({
  name: 'leaf.geometry',
  summary: 'Lift, axle shift and shackle angles of a leaf spring for another camber or shackle.',
  principle:
    'Chord = S − 8h²/(3S) for a shallow arch; the rear eye lies where the chord and the shackle reach each other.',
  input: Joi.object<LeafGeometryInput>({
    arcLength: positive().required(),
    frontFraction: Joi.number().unsafe().greater(0).less(1).required(),
    pivot: point().required(),
    from: pose(),
    to: pose(),
    shackleType: Joi.valid('hanging', 'standing'),
  }),
  run: leafOnShackle,
});
