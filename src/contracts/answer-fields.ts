import Joi from 'joi';
import { line, oneOf } from './fields';

const witness = () =>
  Joi.string().when('how', {
    is: 'by phone',
    then: line(80)
      .required()
      .messages({ 'string.empty': 'Say who heard it', 'string.base': 'Say who heard it' }),
    otherwise: Joi.valid(null).default(null),
  });

/** How a customer's yes or no was taken: in the shop, or by phone with somebody who heard it. */
export const answerFields = {
  yes: Joi.boolean().required(),
  how: oneOf('in the shop', 'by phone').required(),
  witness: witness(),
};

/** The same, or given by the customer on their own page. */
export const answerFieldsOnLink = {
  ...answerFields,
  how: oneOf('in the shop', 'by phone', 'on the link').required(),
};
