import type { HowTo } from './howToType.ts';

/** How pages work that are about sowing, growing, members and renewing. */
export const gardenHowTos: readonly HowTo[] = [
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
];
