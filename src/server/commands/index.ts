import { alignmentAccept } from './alignment.accept';
import { alignmentRecord } from './alignment.record';
import { clockOff } from './clock.off';
import { clockOn } from './clock.on';
import { catalogImport } from './catalog.import';
import { findingRecord } from './finding.record';
import { holdEnd } from './hold.end';
import { kitSave } from './kit.save';
import { measureRecord } from './measure.record';
import { offerAnswer } from './offer.answer';
import { offerMake } from './offer.make';
import { partSave } from './part.save';
import { partsCheckin } from './parts.checkin';
import { quoteAnswer } from './quote.answer';
import { quoteMake } from './quote.make';
import { supplyOrder } from './supply.order';
import { vehicleUpdate } from './vehicle.update';
import { supportSet } from './support.set';
import { itemLeave } from './item.leave';
import { cutRecord } from './cut.record';
import { stuckBegin } from './stuck.begin';
import { stuckEnd } from './stuck.end';
import { damageRecord } from './damage.record';
import { watchAdd } from './watch.add';
import { settingRecord } from './setting.record';
import { lessonRecord } from './lesson.record';
import { lessonSettle } from './lesson.settle';
import { clockClose } from './clock.close';
import { helperBack } from './helper.back';
import { toolAdd } from './tool.add';
import { toolRetire } from './tool.retire';
import { wrenchMark } from './wrench.mark';
import { procedureSave } from './procedure.save';
import { runWay } from './run.way';
import { stepAdd } from './step.add';
import { shopSet } from './shop.set';
import { calendarRenew } from './calendar.renew';
import { personAdmit } from './person.admit';
import { bookingSet } from './booking.set';
import { bayBack } from './bay.back';
import { heightsAccept } from './heights.accept';
import { specSave } from './spec.save';
import { rackLeave } from './rack.leave';
import { customerDrove } from './customer.drove';
import { photoMark } from './photo.mark';
import { dateWish } from './date.wish';
import { dateAnswer } from './date.answer';
import { watchAnswer } from './watch.answer';
import { stageClose } from './stage.close';
import { useSet } from './use.set';
import { checkInRecord } from './checkin.record';
import { linkMake } from './link.make';
import { linkSend } from './link.send';
import { linkRevoke } from './link.revoke';
import { templateSet } from './template.set';
import { remindersSet } from './reminders.set';
import { messageAgain } from './message.again';
import { standInSet } from './standin.set';
import { torqueCorrect } from './torque.correct';
import { handoffUnsigned } from './handoff.unsigned';
import type { Command } from './command';
import { entryVoid } from './entry.void';
import { followUpClose } from './followup.close';
import { handoffSign } from './handoff.sign';
import { heightsRecord } from './heights.record';
import { intakeOpen } from './intake.open';
import { odometerReport } from './odometer.report';
import { orderPlace } from './order.place';
import { overrideRecord } from './override.record';
import { personAdd } from './person.add';
import { photoBind } from './photo.bind';
import { planAnswerCommand } from './plan.answer';
import { planPropose } from './plan.propose';
import { roadIn } from './road.in';
import { roadOut } from './road.out';
import { runStart } from './run.start';
import { stepApprove } from './step.approve';
import { stepDone } from './step.done';
import { torqueCheck } from './torque.check';
import { torqueRecord } from './torque.record';
import { valueSet } from './value.set';
import { visitClose } from './visit.close';
import { visitOpen } from './visit.open';
import { wrenchAdd } from './wrench.add';
import { deviceName, sessionEnd } from './session.end';
import { loweringBack, loweringGive, loweringTake } from './lowering';
import { personChange, personLeave, personOwn, personReset } from './person.change';
import { placeSave } from './place.save';
import { shopHours } from './shop.hours';
import { queuedDiscard } from './queued.discard';
import { taskSettle } from './task.settle';
import { weekAccept } from './week.accept';
import { weekAway } from './week.away';
import { weekPin } from './week.pin';
import { weekRush, weekRushEnd } from './week.rush';
import { weekWait } from './week.wait';

/** Every command by its name, with who may give it: the one readable table of what each role may do. */
export const commands: ReadonlyMap<string, Command<never>> = new Map(
  [
    intakeOpen,
    orderPlace,
    heightsRecord,
    planPropose,
    planAnswerCommand,
    runStart,
    stepDone,
    stepApprove,
    overrideRecord,
    valueSet,
    torqueRecord,
    torqueCheck,
    clockOn,
    clockOff,
    alignmentRecord,
    alignmentAccept,
    roadOut,
    roadIn,
    photoBind,
    handoffSign,
    followUpClose,
    odometerReport,
    visitOpen,
    visitClose,
    entryVoid,
    personAdd,
    wrenchAdd,
    catalogImport,
    findingRecord,
    holdEnd,
    kitSave,
    measureRecord,
    offerAnswer,
    offerMake,
    partSave,
    partsCheckin,
    quoteAnswer,
    quoteMake,
    supplyOrder,
    vehicleUpdate,
    supportSet,
    itemLeave,
    cutRecord,
    stuckBegin,
    stuckEnd,
    damageRecord,
    watchAdd,
    settingRecord,
    lessonRecord,
    lessonSettle,
    clockClose,
    helperBack,
    toolAdd,
    toolRetire,
    wrenchMark,
    procedureSave,
    runWay,
    stepAdd,
    shopSet,
    calendarRenew,
    personAdmit,
    bookingSet,
    bayBack,
    heightsAccept,
    specSave,
    rackLeave,
    customerDrove,
    photoMark,
    dateWish,
    dateAnswer,
    watchAnswer,
    stageClose,
    useSet,
    checkInRecord,
    linkMake,
    linkSend,
    linkRevoke,
    templateSet,
    remindersSet,
    messageAgain,
    standInSet,
    torqueCorrect,
    handoffUnsigned,
    personChange,
    personLeave,
    personReset,
    personOwn,
    sessionEnd,
    deviceName,
    placeSave,
    shopHours,
    loweringTake,
    loweringGive,
    loweringBack,
    queuedDiscard,
    taskSettle,
    weekAccept,
    weekPin,
    weekAway,
    weekWait,
    weekRush,
    weekRushEnd,
  ].map((definition) => [definition.name, definition as unknown as Command<never>]),
);
