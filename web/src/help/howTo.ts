import type { GlossaryKey } from '@esprel/core';

/** One thing to do on a page; `at` is where on the page, as a selector: the picture has its number there. */
interface HowStep {
  readonly words: string;
  readonly at?: string;
}

/** How a page works, in a few steps. */
export interface HowTo {
  /** Its picture is `/help/ID.jpg`, taken of `demo`. */
  readonly id: string;
  readonly title: string;
  /** Addresses that it belongs to; the first how-to that fits is shown. */
  readonly on: RegExp;
  /** Where the picture is taken, in the demo library. */
  readonly demo: string;
  readonly steps: readonly HowStep[];
  readonly words: readonly GlossaryKey[];
  /** Keys that do something here, as they stand in the list of keys. */
  readonly keys: readonly string[];
}

/** Every how-to; what is narrower stands before what is wider. */
export const HOW_TOS: readonly HowTo[] = [
  {
    id: 'begin',
    title: 'Beginning',
    on: /^\/begin/,
    demo: '/begin',
    steps: [
      { words: 'Press a line to open it. It says what it is good for and leads to the form.', at: '.line[aria-expanded="false"]' },
      { words: 'Come back by the strip above the page, as often as you like.' },
      { words: 'What your library can do without is set aside with “Not for us”.', at: '.more .said' },
    ],
    words: ['lot', 'code', 'undo'],
    keys: ['N', 'P', 'U'],
  },
  {
    id: 'printer',
    title: 'Trying the printer',
    on: /^\/labels\/printer/,
    demo: '/labels/printer',
    steps: [
      { words: 'Choose the sheet that you have, and open the test page.', at: '#tried' },
      { words: 'Print it on plain paper, at 100 %.' },
      { words: 'Measure the four lengths with a ruler and type them.', at: '.measures' },
      { words: 'Keep the measures if the printer is off: all labels from this browser then make up for it.' },
    ],
    words: ['code'],
    keys: ['P'],
  },
  {
    id: 'labels',
    title: 'Labels',
    on: /^\/labels/,
    demo: '/labels?codes=SEVERAL',
    steps: [
      { words: 'Say what the labels are for: envelopes, packets, pots.', at: '.controls' },
      { words: 'Choose the sheet, and how many labels of it are used already.', at: '#sheet' },
      { words: 'Look at the page as it will be printed, then open the PDF and print it at 100 %.', at: '.paper .page' },
    ],
    words: ['code', 'lot'],
    keys: ['P'],
  },
  {
    id: 'take-in',
    title: 'Taking in an envelope',
    on: /^\/lots\/take-in/,
    demo: '/lots/take-in',
    steps: [
      { words: 'Type the variety as it stands on the envelope. Names that are nearly known are shown.', at: '#varietyName, [id^=variety]' },
      { words: 'Say the crop by any of its names, the year, and what it is the year of.', at: '#cropKey, [id^=crop]' },
      {
        words: 'Say how much there is and how you know it. A guess is fine, if it says so.',
        at: '[id=amount], [id=initial], [id^=amount]',
      },
      { words: 'Enter saves. Source, year and place stay for the next envelope.' },
    ],
    words: ['variety', 'harvestYear', 'form', 'floor', 'treated'],
    keys: ['N', 'R', 'P', 'U'],
  },
  {
    id: 'run',
    title: 'A run of envelopes',
    on: /^\/take-in/,
    demo: '/take-in',
    steps: [
      { words: 'One line an envelope. Write as people write: “about 40”, “2 g”, “a pinch”.', at: '#run-variety' },
      { words: 'Enter goes to the next. What is odd is asked beside the line, and never stops you.', at: '.save' },
      { words: 'Labels for all of it are printed in one go at the end.', at: '.carried' },
    ],
    words: ['lot', 'dust', 'treated', 'mixUp'],
    keys: ['R', 'U'],
  },
  {
    id: 'lend',
    title: 'Lending',
    on: /^(\/lots\/[^/]+\/lend|\/table\/lend)/,
    demo: '/lots/LENDABLE/lend',
    steps: [
      { words: 'Say who borrows. Somebody new is written down on the way.', at: 'main form input' },
      { words: 'Say what for: the garden, saving seed, or renewing it for the library.', at: 'main form fieldset' },
      { words: 'Say how many seeds, and what is promised. The floor stays here.', at: '#seeds' },
      { words: 'Print the slip: it says how to sow in that garden and how to save the seed.' },
    ],
    words: ['promise', 'floor', 'toSpare', 'trueToType', 'fairShare'],
    keys: ['L', 'P', 'U'],
  },
  {
    id: 'why',
    title: 'How an estimate was worked out',
    on: /^\/lots\/[^/]+\/why/,
    demo: '/lots/LENDABLE/why',
    steps: [
      { words: 'Every piece of evidence stands here, with what it did to the estimate.', at: 'main .moves, main .track' },
      { words: 'Change a figure to see what would follow; nothing is saved.', at: 'main .why .row-of-buttons button' },
    ],
    words: ['alive', 'band', 'ribbon', 'verdict'],
    keys: ['Esc'],
  },
  {
    id: 'lots',
    title: 'Lots',
    on: /^\/lots/,
    demo: '/lots/LENDABLE',
    steps: [
      { words: 'Choose what to see: a crop, what is to be tested, what will be lost.', at: '.filter .pick' },
      { words: 'Open a lot. Its sheet says how alive it is, what to do with it, and why.', at: 'article .verdict' },
      { words: 'The curve shows how it ages; each dot is a count.', at: 'article svg[role=img]' },
      { words: 'The buttons below do what can be done with it. T puts it on the table, to do it with several.' },
    ],
    words: ['lot', 'alive', 'verdict', 'ribbon', 'floor', 'lendingLine', 'generation', 'table'],
    keys: ['up, down', 'Enter', 'N', 'T', 'P', 'L', 'U'],
  },
  {
    id: 'practice',
    title: 'Practice in counting',
    on: /^\/tests\/practice/,
    demo: '/tests/practice',
    steps: [
      { words: 'Choose a crop and how many seeds, and lay a paper.', at: 'form.choose' },
      { words: 'Mark every seed, by hand or by keys, at leisure or against the clock.' },
      { words: 'See what was mistaken for what, and how to tell. Let a second person count the same paper.' },
      { words: 'Under Judging, answer cases and say how sure you are: you see how often that held.', at: 'main nav' },
    ],
    words: ['normal', 'abnormal', 'hard', 'fresh', 'mouldy', 'empty'],
    keys: ['C'],
  },
  {
    id: 'count',
    title: 'Counting a test',
    on: /^\/tests\/\d+/,
    demo: '/tests/OPENTEST',
    steps: [
      { words: 'Choose a stamp: sprouted first, then what is odd.', at: '[aria-label="Stamp for the next seed"]' },
      { words: 'Tap the seeds as they lie on the paper, or type how many in all.', at: '.seed' },
      { words: 'What is swollen or hard at the end is alive and asleep. What gives way when pressed is dead.' },
      { words: 'The page says whether more is to come, and on which day to close the test.', at: '.count .right' },
    ],
    words: ['normal', 'abnormal', 'hard', 'fresh', 'mouldy', 'empty', 'call', 'bag'],
    keys: ['C', 'U'],
  },
  {
    id: 'round',
    title: 'A round of tests',
    on: /^\/tests\/round/,
    demo: '/tests/round',
    steps: [
      { words: 'Put the lots on the table first; each gets as many seeds as answer its question.', at: '.lots .seeds, .lots' },
      { words: 'The evenings are chosen so that counts fall on days when you are open.', at: '#from' },
      { words: 'Print the bag labels, then lay them all in one go.' },
    ],
    words: ['round', 'bag', 'test', 'call'],
    keys: ['T', 'P'],
  },
  {
    id: 'tests',
    title: 'The bench',
    on: /^\/tests/,
    demo: '/tests',
    steps: [
      { words: 'On the one side are open tests, with the day of the next count.', at: 'main .top, main .bar' },
      { words: 'On the other are lots that are worth a test, the most useful first, with the reason.', at: 'main .want' },
      { words: 'Put several on the table to lay them as a round.', at: 'main .start' },
    ],
    words: ['test', 'round', 'verdict', 'alive'],
    keys: ['C', 'T', 'U'],
  },
  {
    id: 'tray',
    title: 'A tray',
    on: /^\/sowing\/trays\/\d+/,
    demo: '/sowing/trays/LAIDOUT',
    steps: [
      { words: 'Choose a letter and paint its cells.', at: '.fill' },
      { words: 'What does not go together under one cover is said beside the tray.', at: '.warning, .brushes' },
      { words: 'Print the tags, sow it on one page, then tap cells as they come up.', at: '.row-of-buttons' },
    ],
    words: ['perCell', 'marker', 'harden'],
    keys: ['A to Z', '0 to 9, X', 'P', 'U'],
  },
  {
    id: 'frost',
    title: 'Frost',
    on: /^\/sowing\/frost/,
    demo: '/sowing/frost/library',
    steps: [
      { words: 'The curve says how likely a frost still is after each day.', at: 'figure' },
      { words: 'A file of daily minima makes it a count instead of a guess.', at: '[aria-label="Read minima"]' },
      { words: 'Each garden can be some days earlier or later.', at: '.beside ul' },
    ],
    words: ['lastFrost', 'window'],
    keys: ['U'],
  },
  {
    id: 'season',
    title: 'The season',
    on: /^\/sowing/,
    demo: '/sowing/season',
    steps: [
      { words: 'Each lane is a sowing; its pale part is when it may be sown, the mark is the day.', at: '.lanes svg, .lanes' },
      { words: 'Drag a lane, or move it by the arrow keys, to see what moves with it and what it risks.' },
      { words: 'Open a sowing for its days and how many seeds it takes.', at: 'main .right, main .sheet' },
    ],
    words: ['window', 'lastFrost', 'chill', 'perCell', 'harden'],
    keys: ['left, right', 'Enter', 'U'],
  },
  {
    id: 'coming-home',
    title: 'Seed comes home',
    on: /coming-home/,
    demo: '/members/MEMBER/coming-home',
    steps: [
      { words: 'One line an envelope: what was promised stands there already, gifts are added.', at: 'main .page' },
      { words: 'Say how it grew and how it looks. Wet, mouldy and beetles each have their own next step.', at: 'main .add' },
      { words: 'It waits in quarantine until it is dry and tested, then it becomes a lot.' },
    ],
    words: ['quarantine', 'promise', 'generation', 'trueToType'],
    keys: ['U'],
  },
  {
    id: 'swap',
    title: 'Swap days',
    on: /^\/swap/,
    demo: '/swap',
    steps: [
      { words: 'Before: see what to bring, fill the packets in one run, print their labels.', at: 'main .days li, main .days .plain' },
      { words: 'Give each desk its code: it then works without a network.' },
      { words: 'After: put right what does not fit, and see the day in numbers.' },
    ],
    words: ['toSpare', 'lot', 'code'],
    keys: ['P', 'U'],
  },
  {
    id: 'growing',
    title: 'Who grows what',
    on: /^\/growing/,
    demo: '/growing/PATCH',
    steps: [
      { words: 'Each mark is a patch; lines join those that would cross.', at: '.chart' },
      { words: 'Open one to see how much of its seed would be crossed, and what lowers that.', at: '.figure' },
    ],
    words: ['patch', 'crossing', 'trueToType', 'offType'],
    keys: ['U'],
  },
  {
    id: 'members',
    title: 'Members',
    on: /^\/(members|asks|messages)/,
    demo: '/members/MEMBER',
    steps: [
      { words: 'A member’s sheet has what was lent, what is promised and by when.', at: 'main .sheet h1' },
      { words: 'Lend from here, or take home what comes back.', at: 'main .sheet .row-of-buttons' },
      { words: 'A card opens their own page on their phone.' },
    ],
    words: ['promise', 'fairShare', 'quarantine'],
    keys: ['L', 'U'],
  },
  {
    id: 'what-if',
    title: 'What if',
    on: /^\/renewals\/what-if/,
    demo: '/renewals/what-if',
    steps: [
      { words: 'The bands say how many varieties are still sound in each year, in nine cases of ten.', at: '.chart' },
      { words: 'Change gardens, room or storage, and see what it would do.' },
    ],
    words: ['band', 'renewal'],
    keys: ['Esc'],
  },
  {
    id: 'renewals',
    title: 'Renewals',
    on: /^\/renewals/,
    demo: '/renewals/variety/RENEWED',
    steps: [
      { words: 'Each row is a variety to be renewed: when, in which garden, and why then.', at: 'main .plan .open' },
      {
        words: 'Hold a row, bar it, or move it to another season; the rest is found again around it.',
        at: 'main .right h2, main .sheet h2',
      },
      { words: 'Ask the growers from here. Taking the plan lays their packets ready.', at: 'main .top' },
    ],
    words: ['renewal', 'floor', 'crossing', 'generation'],
    keys: ['left, right, G', 'U'],
  },
  {
    id: 'copies',
    title: 'Copies',
    on: /^\/library\/copies/,
    demo: '/library/copies',
    steps: [
      { words: 'A copy is made each night. The list says what each holds.' },
      { words: 'Make one by hand before something large.', at: 'main .row-of-buttons button' },
      { words: '“See what would be lost” says what was done since, before a copy is put back.' },
    ],
    words: ['undo'],
    keys: ['U'],
  },
  {
    id: 'open-files',
    title: 'Open files',
    on: /^\/library\/open-files/,
    demo: '/library/open-files',
    steps: [
      { words: 'Say how much of the members goes along, and write the package.', at: '#whole' },
      { words: 'Single tables, passport descriptors, the map and the calendar lie below.', at: '#parts' },
      { words: 'A package comes in here: as a whole into an empty library, else as gifts.', at: '#package-title' },
      { words: 'A key lets a script read, and nothing else.', at: '#keys-title' },
    ],
    words: ['lot', 'variety'],
    keys: ['U'],
  },
  {
    id: 'year',
    title: 'The year',
    on: /^\/library\/year/,
    demo: '/library/year',
    steps: [
      { words: 'Choose the days, and whether the time before stands beside them.', at: '.span' },
      { words: 'Read what came and went, what was saved and what was lost, and why.', at: 'main article h1' },
      { words: 'Print it, or save it as a PDF, for the meeting.', at: '.quick .p-button:last-child' },
    ],
    words: ['alive', 'promise', 'renewal'],
    keys: ['U'],
  },
  {
    id: 'places',
    title: 'Places',
    on: /^\/library\/places/,
    demo: '/library/places',
    steps: [
      { words: 'Places stand in each other: a box in a cupboard in a room.', at: 'main .place' },
      { words: 'Say how warm and how damp it is, or read in a logger’s file.' },
      { words: 'With lots on the table, a place says how many years they would gain there.' },
    ],
    words: ['stocktake', 'alive', 'table'],
    keys: ['P', 'U'],
  },
  {
    id: 'varieties',
    title: 'Varieties',
    on: /^\/library\/varieties/,
    demo: '/library/varieties/VARIETY',
    steps: [
      { words: 'Find a variety by any of its names.', at: 'main .list input, main input' },
      {
        words: 'Rename, split, join or move it: what follows is shown first, labels and members included.',
        at: 'main .sheet .row-of-buttons',
      },
    ],
    words: ['variety', 'openPollinated', 'hybrid', 'landrace'],
    keys: ['U'],
  },
  {
    id: 'library',
    title: 'The library itself',
    on: /^\/library/,
    demo: '/library/settings',
    steps: [
      { words: 'What is set here holds for everybody at this desk.', at: '#library-name' },
      { words: 'Every change stands in the history and can be taken back.', at: 'main nav a[href*=history]' },
    ],
    words: ['lendingLine', 'lastFrost', 'fairShare', 'undo'],
    keys: ['U'],
  },
  {
    id: 'today',
    title: 'Today',
    on: /^/,
    demo: '/today',
    steps: [
      { words: 'What is due stands on the left, late things first. The button does it.', at: '.left h1' },
      { words: 'What will be lost next stands on the right, with the reason.', at: '.right h2' },
      { words: 'Press a week in the band above to see its work.', at: '.band' },
      { words: 'Type or scan any code into the field at the top.', at: '.find' },
    ],
    words: ['verdict', 'lot', 'table', 'lastFrost'],
    keys: ['/', '1 to 7', 'N', 'C', 'U'],
  },
];

/** How the page at this address works. */
export const howToOf = (path: string): HowTo => HOW_TOS.find((h) => h.on.test(path)) ?? (HOW_TOS[HOW_TOS.length - 1] as HowTo);
