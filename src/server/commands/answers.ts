import Joi from 'joi';
import { line } from './fields';

/** How a customer's yes or no was taken: in the shop, or by phone with somebody who heard it. */
export const answerFields = {
  yes: Joi.boolean().required(),
  how: Joi.valid('in the shop', 'by phone').required(),
  witness: Joi.when('how', {
    is: 'by phone',
    then: line(80)
      .required()
      .messages({ 'string.empty': 'Say who heard it', 'string.base': 'Say who heard it' }),
    otherwise: Joi.valid(null).default(null),
  }),
};
