/** What was pressed by mistake, and how it is put right: nothing is erased, a new entry says so. */
export const PRESSED_WRONG: readonly (readonly [what: string, cure: string])[] = [
  [
    'A step that is not done',
    'Undo stands right below the next steps. It says what else falls with it before it does.',
  ],
  [
    'A torque on the wrong side, or a wrong reading',
    'Undo on its card; later its number in the trail: Correct, or Take back.',
  ],
  [
    'A second check that was missed',
    'Give it: in the bay, the torque ledger or the handoff, by somebody else, until it is signed.',
  ],
  [
    'Heights of the wrong corner',
    'Measure again: the last set counts. A set that is wrong is taken back by its number in the trail.',
  ],
  ['The odometer', 'Its number in the trail: Correct the dial. What is due is counted anew.'],
  [
    'The wrong person on the tablet',
    'Your name at the top right: Change person. What is half typed waits for whoever typed it.',
  ],
  ['Plate, wheelbase, suspension, customer', 'The car’s page: Put right. Two that are one are merged there.'],
  ['The wrong car taken in', 'Its order: Cancel the order, with a reason, while nothing is opened up.'],
  ['A plan the customer has said yes to', 'Change the plan: another version asks the customer again.'],
  [
    'Anything after it was signed',
    'The lead corrects it: another version of the handoff beside the signed one, told to the customer by a tap.',
  ],
];

/** The words this is read with. */
export const WORDS: readonly (readonly [word: string, meaning: string])[] = [
  ['stripe', 'the sign of a fastener: how far its torque is'],
  ['open', 'taken apart or off, and not closed again'],
  ['loose', 'loosened or only snug: not torqued'],
  ['snug', 'run down by hand; never a torque'],
  ['final on the wheels', 'a rubber bush: torqued only at ride height'],
  ['second check', 'somebody else looks at a torque that holds a life'],
  ['stance', 'how the car stands: four heights by one method'],
  ['target', 'the height or the lift the customer wants'],
  ['predicted', 'what the parts should do to this car; worked out, never a maker’s figure'],
  ['claimed', 'what the box says'],
  ['measured', 'what the tape says'],
  ['way', 'one of several manners to do a procedure'],
  ['hold', 'the car stays whole until something comes'],
  ['extra', 'work the customer said yes to beside the quote'],
  ['watch line', 'something left to look at next time'],
  ['come-back', 'a visit promised at the handoff, with its day'],
  ['handoff', 'the record of the job, signed by the customer'],
  ['trail', 'every entry of an order, in order; nothing is ever edited'],
  ['wheel set', 'wheels a car changes between, each with its torque and dial'],
  ['stand-in', 'plays a device the shop does not have; it says so'],
];
