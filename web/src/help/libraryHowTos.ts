import type { HowTo } from './howToType.ts';

/** How pages work that are about the library itself; what fits everywhere stands last. */
export const libraryHowTos: readonly HowTo[] = [
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
