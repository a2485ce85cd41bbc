import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, point } from '../fields';
import { type CamberLiftInput, camberByLift } from '../camber.lift';

const KINDS: Record<string, Joi.ObjectSchema> = {
  strut: Joi.object({
    kind: Joi.valid('strut').required(),
    armPivot: point().required(),
    ballJoint: point().required(),
    top: point().required(),
    lift: anyNumber().required(),
    topDrop: anyNumber(),
  }),
  wishbone: Joi.object({
    kind: Joi.valid('wishbone').required(),
    lowerPivot: point().required(),
    lowerJoint: point().required(),
    upperPivot: point().required(),
    upperJoint: point().required(),
    lift: anyNumber().required(),
  }),
};

export const camberLift = calculator<CamberLiftInput, { camberChange: number; trackChange: number }>({
  name: 'camber.lift',
  summary: 'Change of camber in degrees and track in mm at another ride height.',
  principle:
    'The lower joint swings on its arm; the line from it to the strut top, or to where upper arm and knuckle meet, gives the lean.',
  input: Joi.object({ kind: Joi.valid('strut', 'wishbone').required() })
    .unknown()
    .when(Joi.ref('.kind'), {
      switch: Object.entries(KINDS).map(([kind, then]) => ({ is: kind, then: then.unknown(false) })),
    }),
  run: camberByLift,
});
