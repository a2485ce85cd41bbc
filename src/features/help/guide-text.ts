import { PRESSED_WRONG, WORDS } from './key-and-words';

/** The guide: the first hour by role, a step at a time, each with its picture. Pages open it at the step that is theirs. */

export interface GuideStep {
  id: string;
  title: string;
  /** What stands on a button or a page as it is written there is between stars. */
  words: string;
  /** What of `docs/screenshots` shows it. */
  picture: string;
}
export interface GuidePart {
  id: string;
  title: string;
  intro: string;
  steps: readonly GuideStep[];
}

export const GUIDE: readonly GuidePart[] = [
  {
    id: 'open-the-shop',
    title: 'Open a shop: an hour before the first car',
    intro:
      'For the owner or the lead. The console that started the server shows a one-time code; with it the first page makes you the owner: name, password, a PIN of 4 to 6 digits, the shop’s time zone, currency and units.',
    steps: [
      {
        id: 'set-up',
        title: 'Set up, seven things',
        words:
          'Name, paper and money; people with their roles, password and PIN; lifts and floor bays; torque wrenches with range and the day the calibration runs out; the tool board, which begins with what the procedures ask for; the hours the shop is open; the first part you fit. Welcome walks through them, and each is under Shop later. Give every person a PIN: a second check and a change of person need one.',
        picture: 'day',
      },
      {
        id: 'values',
        title: 'Torque values come from your sheet',
        words:
          'None ships. Once a job has begun, its torque page has *Value sheet: all on one page*: the source once, every fastener of the job on one page, both sides at once, typed, pasted or from a CSV. They are kept for this kit and platform, so the next job has them. What the sheet does not give is asked from the maker, or bridged by a temporary value with its source.',
        picture: 'values',
      },
      {
        id: 'procedures',
        title: 'Procedures are yours to change',
        words:
          'Procedures, then one of them: steps, tools, items and ways are edited in place; every problem is said at its step. Saved, it is your own version; jobs that run keep theirs. For a job nobody has written down, *Draft a procedure from the car*: you work it once, then release it.',
        picture: 'procedure',
      },
      {
        id: 'agree-week',
        title: 'Agree the week',
        words:
          'Week says in one sentence what will probably be missed. Pin what must stay, say who is out, try what a late part would do; *Agree this plan* makes it what everybody works by. When something slips later, the same page says which promises break, whom to call and with which words; nobody is told anything before you tap it.',
        picture: 'week',
      },
    ],
  },
  {
    id: 'counter',
    title: 'At the counter: from the door to a yes',
    intro: 'For whoever talks to the customer.',
    steps: [
      {
        id: 'take-in',
        title: 'Take a car in',
        words:
          '*Take a car in* stands on Today. The plate first: a car that is known brings its customer. A full dot marks what cannot be left out, and the line above the button says what is still missing. What is wanted is a height or a lift: 571 or +50.',
        picture: 'intake',
      },
      {
        id: 'heights',
        title: 'Measure it as it came',
        words:
          'Four corners by one method, before anything is touched, with the pressure set, the floor level and the steering straight. Type whole and sixteenths or tap them; a corner that looks like a slip is asked about once.',
        picture: 'heights',
      },
      {
        id: 'look-over',
        title: 'Look it over',
        words:
          'Grade each area on its line; *I looked at the other* … grades what is left in one tap. What is not sound gets words and a photo, and can be offered to the customer at once. Measures for the plan have a page of their own, reached from here.',
        picture: 'look-over',
      },
      {
        id: 'plan',
        title: 'Plan the lift',
        words:
          'Add parts to each axle, or let *Find me parts* search the catalog. The drawing shows what they do to this car, and below it what else changes. Safety points to fix come before the customer is asked. *Record this plan*, then write the quote.',
        picture: 'plan',
      },
      {
        id: 'yes',
        title: 'Quote, and one yes',
        words:
          'The quote has parts, likely work and the high side on one page. *Send it* on the handoff page gives the customer a page of their own, where they say yes to plan and price; or record their answer in the shop, or by phone with who heard it. Without a mail server the message waits to be handed on: copy it, or open it in mail or text.',
        picture: 'customer',
      },
      {
        id: 'promise',
        title: 'Promise a day that holds',
        words:
          '*What can be promised?* stands where a car is taken in and on the order’s Quote page: the earliest day that nine weeks in ten would keep with the week as it is, beside the day that is wished for. Say what a broken promise would cost the customer. A time they were told changes only with how they were told, and in which words.',
        picture: 'intake',
      },
      {
        id: 'parts',
        title: 'Check the boxes in',
        words:
          'On Parts: *All here, good* on each line, or *Short or wrong* with a count and a photo. What is short holds the job: the car stays whole until it comes, or the lead goes on without it.',
        picture: 'order',
      },
      {
        id: 'come-back',
        title: 'Bring it back',
        words:
          'Come-backs has what is due by distance or day. *It is here* opens the visit; its page has the re-torque as steps. A refusal, or that it was done elsewhere, is recorded under *More*.',
        picture: 'come-backs',
      },
    ],
  },
  {
    id: 'hands',
    title: 'With hands on the car',
    intro: 'For the tech, in the bay, with gloves.',
    steps: [
      {
        id: 'pull-list',
        title: 'Lay out before take-down',
        words:
          'Work shows what to lay out: sockets, tools, what is used up. *We have it* puts a tool on the board. Start makes the procedures one run.',
        picture: 'pull-list',
      },
      {
        id: 'bay',
        title: 'One step at a time',
        words:
          'The bay shows the step: what to do, why, what it may hurt, what it needs. The big button records it and says what it records. Below: what is open, loose or held, and what that forbids now. How it stands is on the top line: raise and lower there. What you open that no step lists is two taps: *Also opened*, then what it is and how. Crew, wrench, heights and the walk round are behind *More*.',
        picture: 'bay',
      },
      {
        id: 'figures',
        title: 'Measure, try, read, next',
        words:
          'What a step measures is read on one pad, and answered as it is typed: what it should be, and what to do. Off, it is mended, or *The lead leaves it so*. A hole, a seat or a cut is tried: set, down on its wheels, read; the card says what the next one gives and when to stop. Old and new lie side by side before the car is apart. *Height by photograph*, on the heights page, is proof beside a tape, never in its place.',
        picture: 'order',
      },
      {
        id: 'torque',
        title: 'Torque',
        words:
          'Pull the wrench, then the button: Record 131 lbf·ft. Another wrench is a tap on its name. Under *More*, beside it, *Type it* takes a figure: it stands on the button too. One that looks wrong is asked about once: *Pull again*, or *It did read* … By feel and power tools are not a torque.',
        picture: 'torque',
      },
      {
        id: 'second-check',
        title: 'Second check',
        words:
          'Steering and brakes are looked at by somebody else, with a PIN: on the card, in the torque ledger or at the handoff, until it is signed. It is not driven without.',
        picture: 'torque',
      },
      {
        id: 'offline',
        title: 'No network',
        words:
          'A line at the top says so; the work goes on, and *not sent yet* shows what waits. Take *Lower from this tablet alone* before you carry it out of reach. Later all is sent in order; what was refused comes back as a task on the car: look, and say what you saw.',
        picture: 'offline',
      },
      {
        id: 'alignment',
        title: 'Alignment and road',
        words:
          'The rack is booked on the alignment page; its sheet is taken from the file or typed where the wheels stand; each thing the rack sets is answered, moved or untouched. Out of range it goes back to the bay, or the lead passes it with a reason. The road test has its own page: out, back, what was felt.',
        picture: 'alignment',
      },
      {
        id: 'hand-over',
        title: 'Hand over',
        words:
          'Handoff says what is missing, by kind, each with the place to go. When nothing is, the customer reads it and signs. After that nobody changes it quietly: the lead corrects it with another version, told to the customer by a tap.',
        picture: 'handoff',
      },
    ],
  },
];

/** The same as a document. */
export const guideDocument = (): string =>
  [
    '# The guide',
    '',
    'The first hour, by who you are. In the application it stands under **Help**, opens at the line of the page one is on, and prints.',
    ...GUIDE.flatMap((part) => [
      '',
      `## ${part.title}`,
      '',
      part.intro,
      ...part.steps.flatMap((step, at) => [
        '',
        `### ${at + 1}. ${step.title}`,
        '',
        step.words.replace(/\*/g, '**'),
        '',
        `![${step.title}](screenshots/${step.picture}.png)`,
      ]),
    ]),
    '',
    '## Pressed the wrong thing?',
    '',
    ...PRESSED_WRONG.map(([what, cure]) => `- **${what}**: ${cure}`),
    '',
    '## Twenty words',
    '',
    ...WORDS.map(([word, meaning]) => `- **${word}**: ${meaning}`),
    '',
    'Keys: `/` finds, `?` shows all, `g` and a letter goes; the first Tab skips to the page.',
    '',
  ].join('\n');
