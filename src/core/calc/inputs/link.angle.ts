import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type LinkAngleInput, angleOfLink } from '../link.angle';

export const linkAngle = calculator({
  name: 'link.angle',
  summary: 'Angle in degrees and change of length in mm of a shaft or link at another height.',
  principle: 'The outer end sinks by the lift while the run across stays.',
  input: Joi.object<LinkAngleInput>({
    run: positive().required(),
    drop: anyNumber().required(),
    lift: anyNumber().required(),
    innerLowered: anyNumber(),
    limitDeg: positive(),
  }),
  run: angleOfLink,
});
