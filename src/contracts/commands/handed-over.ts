import Joi from 'joi';
import { id, line, pin, reason, oneOf } from '../fields';
import { CAR_USES, type CarUse } from '@/core/ledger/kinds/handed-over';
import { area, contract } from '../command';

/** A drawn signature as a data address. */
export const PNG = /^data:image\/png;base64,([A-Za-z0-9+/=]+)$/;

const LARGEST_SIGNATURE = 400_000;

export const handedOver = area('Handed over', {
  /** Says how the car will be used: what works hard comes back sooner. */
  'use.set': contract<{
    orderId: string;
    use: CarUse;
  }>({
    title: 'Say what a car is used for',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      use: oneOf(...CAR_USES.map(([use]) => use)).required(),
    },
  }),
  /** Hands a part over by itself: what it does not hold is deferred by name, and a car not fit to drive is push only. */
  'stage.close': contract<
    {
      orderId: string;
      name: string;
      pushOnly: boolean;
      /** What is deferred, as `code ref`; all that is left when it is not said. */
      left?: string[] | null;
      leadId: string;
      pin: string;
      reason: string;
    },
    { deferred: number }
  >({
    title: 'Close a stage (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      name: line(80).required().messages({ 'string.empty': 'Name the stage' }),
      pushOnly: Joi.boolean().required(),
      left: Joi.array()
        .items(Joi.string().max(200))
        .min(1)
        .allow(null)
        .default(null)
        .messages({ 'array.min': 'Choose what is left to the next stage' }),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /** The customer signs: the packet's data and its PDF are frozen by their hashes, and the come-backs are opened. */
  'handoff.sign': contract<
    {
      orderId: string;
      signer: string;
      /** The drawn signature, a PNG as a data address. */
      signature: string;
    },
    { version: number }
  >({
    title: 'Hand over, signed',
    who: ['advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      signer: line(120).required().messages({ 'string.empty': 'Write the name of who signs' }),
      signature: Joi.string().pattern(PNG).max(LARGEST_SIGNATURE).required().messages({
        'string.empty': 'Have it signed in the box',
        'any.required': 'Have it signed in the box',
        'string.pattern.base': 'The signature did not come through: sign again',
      }),
    },
  }),
  /** Hands over without a signature, by the lead's written reason: the customer is away, the key was posted. */
  'handoff.unsigned': contract<
    {
      orderId: string;
      leadId: string;
      pin: string;
      reason: string;
    },
    { version: number }
  >({
    title: 'Hand over, not signed (the lead’s PIN)',
    who: ['tech', 'advisor'],
    fields: {
      orderId: id().required(),
      leadId: id().required(),
      pin: pin().required(),
      reason: reason().required(),
    },
  }),
  /**
   * Gives the customer's page an address; one it had before stops working. The address itself never passes through
   * here: only its hash does, and nothing of it is kept in the answer.
   */
  'link.make': contract<
    {
      orderId: string;
      tokenHash: string;
    },
    { linkId: string }
  >({
    title: 'Make a customer’s page',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      tokenHash: Joi.string()
        .pattern(/^[0-9a-f]{64}$/)
        .required(),
    },
  }),
  /** Tells the customer of a correction made after signing, in the words as they were shown. */
  'correction.tell': contract<{ orderId: string; version: number; words: string }, { messageId: string }>({
    title: 'Tell the customer of a correction',
    who: ['advisor'],
    fields: {
      orderId: id().required(),
      version: Joi.number().integer().required(),
      words: line(300).required().messages({ 'string.empty': 'Write what the customer is told' }),
    },
  }),
  /** The customer's page gets an address, kept as a hash; sent, it goes out with the message. */
  'link.send': contract<
    {
      orderId: string;
    },
    { messageId: string | null; byHand: boolean }
  >({
    title: 'Send a customer’s page',
    who: ['advisor'],
    fields: { orderId: id().required() },
  }),
  /** Takes the customer's page away: its address stops working at once. */
  'link.revoke': contract<{
    orderId: string;
  }>({
    title: 'Take a customer’s page away',
    who: ['advisor'],
    fields: { orderId: id().required() },
  }),
});
