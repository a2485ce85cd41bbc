import type Joi from 'joi';
import { Refusal, fieldPath } from '@/core/refusal';
import { sentence } from '@/core/wording';
import { PLAIN_WORDS } from './plain-words';
import { type FieldError, firstOfEach } from './answer';

/** How inputs are looked at: all that is wrong at once, fields called without quotes. */
export const LOOKED_AT: Joi.ValidationOptions = {
  abortEarly: false,
  errors: { wrap: { label: false } },
  messages: PLAIN_WORDS,
};

/** What a schema says is wrong, the first of each field. */
export const fieldErrors = (error: Joi.ValidationError): FieldError[] =>
  firstOfEach(
    error.details.map((detail) => ({
      field: fieldPath(detail.path),
      code: detail.type,
      message: sentence(detail.message),
    })),
  );

/** The first of what a schema says is wrong, where one answer is enough. */
export function firstWrong(error: Joi.ValidationError, within = ''): Refusal {
  const [{ code, message, field }] = fieldErrors(error) as [FieldError];
  return new Refusal(code, message, [within, field].filter(Boolean).join('.'));
}
