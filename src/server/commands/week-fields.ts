import Joi from 'joi';

/** A job of the week: an order, a rush job, or a car that comes back. */
export const jobId = () => Joi.string().max(48);
export const phaseId = () => Joi.string().max(20);
export const day = () =>
  Joi.string()
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .messages({ 'string.pattern.base': 'Choose the day', 'string.empty': 'Choose the day' });
