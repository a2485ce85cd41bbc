/** Help by who asks: what each does here in the order of a day. Words live in one place, so that they can be translated. */
export const HELP: { who: string; lines: [title: string, words: string][] }[] = [
  {
    who: 'For whoever has hands on the car',
    lines: [
      [
        'Start at Today',
        'Your car leads with the next thing to do. Tap it, and the bay opens: one step, large, with what it needs and what it may hurt.',
      ],
      [
        'Open, loose, held',
        'What is apart stays in sight until it is closed. Lowering is refused while something the ground would crush is open; driving while something is loose.',
      ],
      [
        'Torque',
        'Choose the wrench, pull, and say that it clicked or type what it read. By feel and power tools are not a torque. A value nobody has stays open, with a name on it.',
      ],
      [
        'Without network',
        'The bay goes on: steps, torque, heights, photos and your clock are kept on the tablet and sent in order when the network is back, each once. “Not sent yet” tells what waits. Open the car once where the network reaches.',
      ],
      [
        'Lowering where there is no network',
        'Take “Lower from this tablet alone” before you go. While you have it, nobody else opens or loosens on that car. Give it back after. The lead can take it back, with a look at the car.',
      ],
      [
        'Something was not taken',
        'It comes back as a task with all you typed. Look at the car, say what you saw, and record it anew if it is so.',
      ],
    ],
  },
  {
    who: 'For whoever talks to the customer',
    lines: [
      [
        'Take a car in',
        'Which car exactly, what it carries, what is wanted in numbers. Heights come before anything is touched.',
      ],
      [
        'Plan, quote, answer',
        'The planner shows what a stack of parts does; the quote says hours with the range the past supports. The customer answers in the shop, by phone with a witness, or on their own page.',
      ],
      [
        'The week',
        'Says when each car is likely done (4 of 5 jobs make it), how surely its promise holds, and what holds it up. Try what a late part does before you call anybody.',
      ],
      [
        'Come-backs',
        'Due by distance or day from the driver’s own pace. Reminders start before; a refusal is recorded too.',
      ],
      [
        'Find anything',
        'Press / anywhere: plate or a scrap of it, name, part, fastener, a word of a note, a photo’s caption.',
      ],
    ],
  },
  {
    who: 'For the lead and the owner',
    lines: [
      [
        'Plan the week',
        'Agree the plan, pin what must be, say who is away. What happened is compared side by side before anything is changed.',
      ],
      [
        'Yes and no',
        'What cannot be undone waits for your PIN. Some things nobody lifts: a ground item open, a loose fastener driven, a reused U-bolt, checking oneself.',
      ],
      [
        'People and devices',
        'Roles, skills, a new password, letting somebody go; open sessions are ended there. Who changed what has a page of its own.',
      ],
      [
        'Keep a copy',
        '“npm run backup” while the shop works; “npm run restore” into an empty place; “npm run verify” walks every chain. How and how often is in the operations page of the documents.',
      ],
    ],
  },
];

export const CAUTION =
  'This says what is recorded as open; what nobody recorded it does not know. It computes figures and never a maker’s specification. The kit maker’s sheet, local code and a qualified technician come before it.';
