import type { CommandName } from '@/contracts/commands';
import { alignmentAccept } from './alignment.accept';
import { alignmentRecord } from './alignment.record';
import { anatomySave } from './anatomy.save';
import { bayBack } from './bay.back';
import { bookingSet } from './booking.set';
import { calendarRenew } from './calendar.renew';
import { catalogImport } from './catalog.import';
import { checkInRecord } from './checkin.record';
import { clockClose } from './clock.close';
import { clockOff } from './clock.off';
import { clockOn } from './clock.on';
import { correctionTell } from './correction.tell';
import { customerDrove } from './customer.drove';
import { compareRecord } from './compare.record';
import { cutRecord } from './cut.record';
import { damageRecord } from './damage.record';
import { dateAnswer } from './date.answer';
import { dateWish } from './date.wish';
import { entryVoid } from './entry.void';
import { followUpClose } from './followup.close';
import { handoffSign } from './handoff.sign';
import { handoffUnsigned } from './handoff.unsigned';
import { heightsAccept } from './heights.accept';
import { heightsRecord } from './heights.record';
import { helperBack } from './helper.back';
import { holdEnd } from './hold.end';
import { intakeOpen } from './intake.open';
import { itemLeave } from './item.leave';
import { kitSave } from './kit.save';
import { lessonRecord } from './lesson.record';
import { lessonSettle } from './lesson.settle';
import { linkMake } from './link.make';
import { linkRevoke } from './link.revoke';
import { linkSend } from './link.send';
import { loweringBack, loweringGive, loweringTake } from './lowering';
import { measureRecord } from './measure.record';
import { messageAgain } from './message.again';
import { messageHanded } from './message.handed';
import { odometerCorrect } from './odometer.correct';
import { odometerReport } from './odometer.report';
import { offerAnswer } from './offer.answer';
import { offerBack } from './offer.back';
import { offerMake } from './offer.make';
import { orderCancel } from './order.cancel';
import { targetsSet } from './targets.set';
import { wheelsetOn } from './wheelset.on';
import { wheelsetSave } from './wheelset.save';
import { carCorrect } from './car.correct';
import { customerCorrect } from './customer.correct';
import { carMerge, customerMerge } from './merge';
import { orderPlace } from './order.place';
import { overrideRecord } from './override.record';
import { partSave } from './part.save';
import { photoHeightRecord } from './photo.height';
import { causeFound } from './cause.found';
import { skillEnd, skillSign } from './skill.sign';
import { droopRead } from './droop.read';
import { partsCheckin } from './parts.checkin';
import { personAdd } from './person.add';
import { personAdmit } from './person.admit';
import { personChange, personLeave, personOwn, personReset } from './person.change';
import { photoBind } from './photo.bind';
import { photoMark } from './photo.mark';
import { placeSave } from './place.save';
import { trialAnswer, trialBegin, trialHeight } from './trial';
import { planAnswerCommand } from './plan.answer';
import { planPropose } from './plan.propose';
import { procedureRelease } from './procedure.release';
import { procedureSave } from './procedure.save';
import { queuedDiscard } from './queued.discard';
import { promiseGive } from './promise.give';
import { proposalAnswer } from './proposal.answer';
import { quoteAnswer } from './quote.answer';
import { quoteMake } from './quote.make';
import { rackLeave } from './rack.leave';
import { remindersSet } from './reminders.set';
import { roadIn } from './road.in';
import { roadOut } from './road.out';
import { runStart } from './run.start';
import { runWay } from './run.way';
import { deviceName, sessionEnd } from './session.end';
import { shopHours } from './shop.hours';
import { shopDetails } from './shop.details';
import { shopSet } from './shop.set';
import { specSave } from './spec.save';
import { stageClose } from './stage.close';
import { standInSet } from './standin.set';
import { stepAdd } from './step.add';
import { stepApprove } from './step.approve';
import { stepDone } from './step.done';
import { supplyOrder } from './supply.order';
import { supplyTold } from './supply.told';
import { supportSet } from './support.set';
import { taskSettle } from './task.settle';
import { templateSet } from './template.set';
import { toolAdd } from './tool.add';
import { toolsAdd } from './tools.add';
import { toolRetire } from './tool.retire';
import { torqueCheck } from './torque.check';
import { torqueCorrect } from './torque.correct';
import { torqueRecord } from './torque.record';
import { useSet } from './use.set';
import { valueSet } from './value.set';
import { valuesKeep } from './values.keep';
import { valuesSet } from './values.set';
import { vehicleUpdate } from './vehicle.update';
import { visitClose } from './visit.close';
import { visitOpen } from './visit.open';
import { watchAnswer } from './watch.answer';
import { weekAccept } from './week.accept';
import { weekAway } from './week.away';
import { weekPin } from './week.pin';
import { weekRush, weekRushEnd } from './week.rush';
import { weekWait } from './week.wait';
import { wrenchAdd } from './wrench.add';
import { wrenchMark } from './wrench.mark';
import { type Handler, moveOnly } from './handler';

/** What the server does with each command. */
export const HANDLERS: { [N in CommandName]: Handler<N> } = {
  'finding.record': moveOnly('finding.record'),
  'watch.add': moveOnly('watch.add'),
  'setting.record': moveOnly('setting.record'),
  'trial.begin': trialBegin,
  'trial.height': trialHeight,
  'trial.answer': trialAnswer,
  'procedure.release': procedureRelease,
  'anatomy.save': anatomySave,
  'figure.record': moveOnly('figure.record'),
  'try.record': moveOnly('try.record'),
  'room.made': moveOnly('room.made'),
  'compare.record': compareRecord,
  'photo.height': photoHeightRecord,
  'droop.read': droopRead,
  'cause.found': causeFound,
  'skill.sign': skillSign,
  'skill.end': skillEnd,
  'also.open': moveOnly('also.open'),
  'stuck.begin': moveOnly('stuck.begin'),
  'stuck.end': moveOnly('stuck.end'),
  'alignment.accept': alignmentAccept,
  'alignment.record': alignmentRecord,
  'bay.back': bayBack,
  'booking.set': bookingSet,
  'calendar.renew': calendarRenew,
  'catalog.import': catalogImport,
  'checkin.record': checkInRecord,
  'clock.close': clockClose,
  'clock.off': clockOff,
  'clock.on': clockOn,
  'correction.tell': correctionTell,
  'customer.drove': customerDrove,
  'cut.record': cutRecord,
  'damage.record': damageRecord,
  'date.answer': dateAnswer,
  'date.wish': dateWish,
  'entry.void': entryVoid,
  'followup.close': followUpClose,
  'handoff.sign': handoffSign,
  'handoff.unsigned': handoffUnsigned,
  'heights.accept': heightsAccept,
  'heights.record': heightsRecord,
  'helper.back': helperBack,
  'hold.end': holdEnd,
  'intake.open': intakeOpen,
  'item.leave': itemLeave,
  'kit.save': kitSave,
  'lesson.record': lessonRecord,
  'lesson.settle': lessonSettle,
  'link.make': linkMake,
  'link.revoke': linkRevoke,
  'link.send': linkSend,
  'lowering.back': loweringBack,
  'lowering.give': loweringGive,
  'lowering.take': loweringTake,
  'measure.record': measureRecord,
  'message.again': messageAgain,
  'message.handed': messageHanded,
  'odometer.correct': odometerCorrect,
  'odometer.report': odometerReport,
  'offer.answer': offerAnswer,
  'offer.back': offerBack,
  'offer.make': offerMake,
  'order.cancel': orderCancel,
  'targets.set': targetsSet,
  'wheelset.on': wheelsetOn,
  'wheelset.save': wheelsetSave,
  'car.correct': carCorrect,
  'customer.correct': customerCorrect,
  'car.merge': carMerge,
  'customer.merge': customerMerge,
  'order.place': orderPlace,
  'override.record': overrideRecord,
  'part.save': partSave,
  'parts.checkin': partsCheckin,
  'person.add': personAdd,
  'person.admit': personAdmit,
  'person.change': personChange,
  'person.leave': personLeave,
  'person.own': personOwn,
  'person.reset': personReset,
  'photo.bind': photoBind,
  'photo.mark': photoMark,
  'place.save': placeSave,
  'plan.answer': planAnswerCommand,
  'plan.propose': planPropose,
  'procedure.save': procedureSave,
  'queued.discard': queuedDiscard,
  'promise.give': promiseGive,
  'proposal.answer': proposalAnswer,
  'quote.answer': quoteAnswer,
  'quote.make': quoteMake,
  'rack.leave': rackLeave,
  'reminders.set': remindersSet,
  'road.in': roadIn,
  'road.out': roadOut,
  'run.start': runStart,
  'run.way': runWay,
  'device.name': deviceName,
  'session.end': sessionEnd,
  'shop.hours': shopHours,
  'shop.details': shopDetails,
  'shop.set': shopSet,
  'spec.save': specSave,
  'stage.close': stageClose,
  'standin.set': standInSet,
  'step.add': stepAdd,
  'step.approve': stepApprove,
  'step.done': stepDone,
  'supply.order': supplyOrder,
  'supply.told': supplyTold,
  'support.set': supportSet,
  'task.settle': taskSettle,
  'template.set': templateSet,
  'tool.add': toolAdd,
  'tools.add': toolsAdd,
  'tool.retire': toolRetire,
  'torque.check': torqueCheck,
  'torque.correct': torqueCorrect,
  'torque.record': torqueRecord,
  'use.set': useSet,
  'value.set': valueSet,
  'values.keep': valuesKeep,
  'values.set': valuesSet,
  'vehicle.update': vehicleUpdate,
  'visit.close': visitClose,
  'visit.open': visitOpen,
  'watch.answer': watchAnswer,
  'week.accept': weekAccept,
  'week.away': weekAway,
  'week.pin': weekPin,
  'week.rush': weekRush,
  'week.rush.end': weekRushEnd,
  'week.wait': weekWait,
  'wrench.add': wrenchAdd,
  'wrench.mark': wrenchMark,
};
