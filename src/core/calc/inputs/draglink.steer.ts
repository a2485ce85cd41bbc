import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, positive } from '../fields';
import { type DragLinkSteerInput, steerByDragLink } from '../draglink.steer';

const link = () => Joi.object({ length: positive().required(), rise: anyNumber().required() });

export const draglinkSteer = calculator({
  name: 'draglink.steer',
  summary: 'How far a lift turns the wheels of a solid steered axle through its drag link, in degrees.',
  principle:
    'Drag link and track bar swing about their frame ends; what they do not share turns the knuckle by its arm.',
  input: Joi.object<DragLinkSteerInput>({
    dragLink: link().required(),
    trackBar: link(),
    sameSide: Joi.boolean(),
    arm: positive().required(),
    lift: anyNumber().required(),
    pitmanDrop: anyNumber(),
    barDrop: anyNumber(),
  }),
  run: steerByDragLink,
});
