import Joi from 'joi';
import { calculator } from '../calculator';
import { readTireSize } from '../tire.size';

export const tireSize = calculator({
  name: 'tire.size',
  summary: 'Reads a tire size into diameter and width in mm and rim in inches.',
  principle:
    'Metric: rim plus two sidewalls of width times aspect. Flotation: diameter and width are written in inches.',
  input: Joi.object<{ size: string }>({ size: Joi.string().required() }),
  run: ({ size }) => ({ ...readTireSize(size) }),
});
