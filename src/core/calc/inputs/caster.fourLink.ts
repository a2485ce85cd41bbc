import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive, point } from '../fields';
import { type CasterFourLinkInput, casterOnFourLinks } from '../caster.fourLink';

export const casterFourLink = calculator({
  name: 'caster.fourLink',
  summary: 'Caster in degrees of a four-link axle after a lift or with other links, against the frame.',
  principle:
    'A four-bar in the side view: both links keep their length while the axle sinks below the frame.',
  input: Joi.object<CasterFourLinkInput>({
    axleLower: point().required(),
    axleUpper: point().required(),
    frameLower: point().required(),
    frameUpper: point().required(),
    casterBefore: anyNumber().required(),
    lift: anyNumber().required(),
    newLowerLength: positive(),
    newUpperLength: positive(),
    targetCaster: anyNumber(),
  }),
  run: (input) => casterOnFourLinks(input),
});
