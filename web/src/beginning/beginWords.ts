import type { BeginStepName } from '@esprel/core';

interface BeginLink {
  readonly label: string;
  readonly to: string;
}

/** Each step of the first hour: what it is, why it is worth doing, and the forms that do it; the first is the usual one. */
export const BEGIN_WORDS: Readonly<
  Record<BeginStepName, { readonly title: string; readonly why: string; readonly links: readonly BeginLink[] }>
> = {
  place: {
    title: 'Name and place',
    why: 'The name stands on labels and letters. Which half of the world you are in decides when spring is.',
    links: [{ label: 'Give it a name', to: '/library/settings?part=place' }],
  },
  frost: {
    title: 'Frost',
    why: 'All advice on sowing counts from the last frost of spring. A rough day is enough to begin with.',
    links: [
      { label: 'Type the usual days', to: '/library/settings?part=frost' },
      { label: 'Read a file of minima', to: '/sowing/frost/library' },
    ],
  },
  people: {
    title: 'Who works here',
    why: 'The history says who did what. Once somebody is coordinator, people sign in, and a desk can be opened to helpers for the day.',
    links: [{ label: 'Put people on the list', to: '/library/people' }],
  },
  shelves: {
    title: 'Where seed is kept',
    why: 'How warm and how damp a place is decides how fast its seed ages. Rooms first, then what stands in them.',
    links: [
      { label: 'Write down a place', to: '/library/places/new' },
      { label: 'All places', to: '/library/places' },
    ],
  },
  seed: {
    title: 'The first ten envelopes',
    why: 'Take ten as they come, old and new, with and without a year. You will see how the work goes.',
    links: [
      { label: 'Take in an envelope', to: '/lots/take-in' },
      { label: 'Several in a row', to: '/take-in' },
      { label: 'Read in a spreadsheet', to: '/library/read-in' },
    ],
  },
  labels: {
    title: 'Labels',
    why: 'A lost label is the commonest loss. Measure one test page, and labels will sit where they should.',
    links: [{ label: 'Try the printer', to: '/labels/printer' }],
  },
  test: {
    title: 'A first test',
    why: 'Ten to twenty seeds on damp paper say more about a lot than any year on a packet.',
    links: [{ label: 'See what is worth a test', to: '/tests' }],
  },
  members: {
    title: 'Letting members in',
    why: 'Write down who borrows. If you like, they get a page of their own on their phone, opened by a card.',
    links: [
      { label: 'Write down a member', to: '/members/new' },
      { label: 'How members reach their page', to: '/library/settings?part=members' },
    ],
  },
};

export const BEGIN_STATE_WORDS = { open: 'to do', begun: 'begun', done: 'done', 'not-for-us': 'set aside' } as const;
