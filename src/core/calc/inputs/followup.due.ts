import Joi from 'joi';
import { calculator } from '../calculator';
import { anyNumber, calendarDay, positive, zeroOrMore } from '../fields';
import { type FollowupDueInput, type FollowupDueOutput, FARTHEST_DAYS, dueFollowup } from '../followup.due';

export const followupDue = calculator<FollowupDueInput, FollowupDueOutput>({
  name: 'followup.due',
  summary: 'When a come-back is due by odometer and by date, from the driver’s own pace.',
  principle:
    'Pace is the least-squares slope of odometer over days; distance divides by it, the earlier day wins.',
  input: Joi.object({
    doneOn: calendarDay().required(),
    odometer: zeroOrMore().required(),
    interval: Joi.object({ distance: positive(), days: Joi.number().integer().min(0).max(FARTHEST_DAYS) })
      .or('distance', 'days')
      .required(),
    readings: Joi.array().items(
      Joi.object({ date: calendarDay().required(), odometer: zeroOrMore().required() }),
    ),
    pacePerDay: anyNumber(),
    tireFactor: positive(),
  }),
  run: dueFollowup,
});
