import Joi from 'joi';
import { Refusal } from '@/core/calc/calculator';
import { THE_CUSTOMER } from '@/core/ledger/roles';
import type { CommandContext } from './command';
import { line } from './fields';

const witness = () =>
  Joi.when('how', {
    is: 'by phone',
    then: line(80)
      .required()
      .messages({ 'string.empty': 'Say who heard it', 'string.base': 'Say who heard it' }),
    otherwise: Joi.valid(null).default(null),
  });

/** How a customer's yes or no was taken: in the shop, or by phone with somebody who heard it. */
export const answerFields = {
  yes: Joi.boolean().required(),
  how: Joi.valid('in the shop', 'by phone').required(),
  witness: witness(),
};

/** The same, or given by the customer on their own page. */
export const answerFieldsOnLink = {
  ...answerFields,
  how: Joi.valid('in the shop', 'by phone', 'on the link').required(),
};

/** Only the customer's own page says "on the link", and it says nothing else. @throws Refusal otherwise */
export function answeredWhere(ctx: CommandContext, how: string): void {
  if ((how === 'on the link') !== (ctx.person.id === THE_CUSTOMER.id))
    throw new Refusal('how', 'Say how they answered: in the shop or by phone.', 'how');
}
