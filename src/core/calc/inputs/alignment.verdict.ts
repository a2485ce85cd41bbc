import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, zeroOrMore } from '../fields';
import { type AlignmentSpec, type AlignmentReadings, judgeAlignment } from '../alignment.verdict';

const range = () => Joi.object({ min: anyNumber(), max: anyNumber() });

const frontWheel = () =>
  Joi.object({ caster: anyNumber(), camber: anyNumber(), toe: anyNumber().required() });

const rearWheel = () => Joi.object({ camber: anyNumber(), toe: anyNumber() });

/** What an alignment spec may hold; also used where one is typed in. */
export const alignmentSpecSchema = Joi.object({
  front: Joi.object({
    caster: range(),
    camber: range(),
    toeTotal: range(),
    crossCaster: zeroOrMore(),
    crossCamber: zeroOrMore(),
    setback: zeroOrMore(),
  }).required(),
  rear: Joi.object({ camber: range(), toeTotal: range(), thrust: zeroOrMore() }),
});

export const alignmentReadingsSchema = Joi.object({
  LF: frontWheel().required(),
  RF: frontWheel().required(),
  LR: rearWheel(),
  RR: rearWheel(),
  setback: anyNumber(),
});

export const alignmentVerdict = calculator({
  name: 'alignment.verdict',
  summary: 'Judges an alignment sheet in degrees against its spec, with cross values, totals and thrust.',
  principle:
    'Cross is left − right, total toe is the sum, thrust half the rear difference; limits hold both ways.',
  input: Joi.object<{ spec: AlignmentSpec; readings: AlignmentReadings }>({
    spec: alignmentSpecSchema.required(),
    readings: alignmentReadingsSchema.required(),
  }),
  run: judgeAlignment,
});
