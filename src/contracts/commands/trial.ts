import Joi from 'joi';
import {
  TRIAL_KINDS,
  TRIAL_STANCES,
  type TrialAnswerData,
  type TrialBeginData,
  type TrialStance,
} from '@/core/ledger/kinds/trial';
import { answerFieldsOnLink } from '../answer-fields';
import { type Defaulted, area, contract } from '../command';
import { id, oneOf, text } from '../fields';

export const trial = area('On trial', {
  /** Trial hardware, from the moment it goes on: it is open on the car, nothing of it is driven, and a step takes it off. */
  'trial.begin': contract<
    Defaulted<Pick<TrialBeginData, 'kind' | 'what' | 'end'> & { orderId: string }, 'what'>,
    { trialId: string }
  >({
    title: 'Put trial hardware on',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      kind: oneOf(...TRIAL_KINDS).required(),
      what: text(80),
      end: oneOf('front', 'rear', 'both').required(),
    },
  }),
  /** How it stands on trial: its lowest, its highest, or what was chosen between, with a picture to be shown. */
  'trial.height': contract<
    Defaulted<
      {
        orderId: string;
        which: TrialStance;
        /** As on the tape, hub center to the lip. */
        front: string;
        rear: string;
        unit: 'in' | 'mm';
        missing: string;
        photoId: string | null;
      },
      'front' | 'rear' | 'missing' | 'photoId'
    >,
    { heightId: string }
  >({
    title: 'Record a height on trial',
    who: ['tech'],
    fields: {
      orderId: id().required(),
      which: oneOf(...TRIAL_STANCES).required(),
      front: text(40),
      rear: text(40),
      unit: oneOf('in', 'mm').required(),
      missing: text(200),
      photoId: id().allow(null).default(null),
    },
  }),
  /** The owner's yes or no to a height as it was shown. */
  'trial.answer': contract<TrialAnswerData & { orderId: string }>({
    title: 'Record the owner’s answer to a height on trial',
    who: ['tech', 'advisor'],
    onLink: true,
    fields: {
      orderId: id().required(),
      heightId: Joi.string().max(60).required(),
      ...answerFieldsOnLink,
    },
  }),
});
