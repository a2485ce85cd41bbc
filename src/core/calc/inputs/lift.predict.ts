import Joi from 'joi';
import { calculator } from '../calculator';
import { motionRatio, positive } from '../fields';
import { type LiftPredictInput, type LiftPredictOutput, predictLift } from '../lift.predict';

const thick = (kind: string) =>
  Joi.object({ kind: Joi.valid(kind).required(), thickness: positive().required(), remove: Joi.boolean() });

const PART_FIELDS: Record<string, Joi.ObjectSchema> = {
  strutSpacer: thick('strutSpacer'),
  preloadSpacer: thick('preloadSpacer'),
  coilSpacer: thick('coilSpacer'),
  spindle: thick('spindle'),
  bodySpacer: thick('bodySpacer'),
  damperExtension: thick('damperExtension'),
  block: thick('block').keys({ mount: Joi.valid('springOverAxle', 'springUnderAxle').required() }),
  tire: Joi.object({
    kind: Joi.valid('tire').required(),
    oldDiameter: positive().required(),
    newDiameter: positive().required(),
    remove: Joi.boolean(),
  }),
};

/** A part of a stack, its fields chosen by its kind. */
export const liftPart = Joi.object({ kind: Joi.valid(...Object.keys(PART_FIELDS)).required() })
  .unknown()
  .when(Joi.ref('.kind'), {
    switch: Object.entries(PART_FIELDS).map(([kind, then]) => ({ is: kind, then: then.unknown(false) })),
  });

export const liftPredict = calculator<LiftPredictInput, LiftPredictOutput>({
  name: 'lift.predict',
  summary: 'Predicts ride-height change in mm and damper travel left from a stack of parts at one wheel.',
  principle:
    'Each part moves the wheel by its thickness over the motion ratio of what it sits on; effects add.',
  input: Joi.object({
    springMotionRatio: motionRatio().required(),
    damperMotionRatio: motionRatio().required(),
    parts: Joi.array().items(liftPart).required(),
    damper: Joi.object({
      ride: positive().required(),
      collapsed: positive().required(),
      extended: positive().required(),
    }),
  }),
  run: predictLift,
});
