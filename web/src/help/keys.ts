/** The keys of the desk, in the order in which the sheet of keys lists them. */
export const KEYS = [
  { key: '/', does: 'find anything, or type a code' },
  { key: '1 to 7', does: 'go to a place: Today, Lots, Tests, Sowing, Members, Renewals, Library' },
  { key: 'up, down', does: 'move in a list' },
  { key: 'Enter', does: 'open what is marked' },
  { key: 'N', does: 'take in an envelope' },
  { key: 'R', does: 'take in a run of envelopes' },
  { key: 'T', does: 'put the open lot on the table, or take it off' },
  { key: 'C', does: 'count the open lot’s test, or the next test that is due' },
  { key: 'P', does: 'labels for the open lot, or for all on the table; there, the PDF' },
  { key: 'L', does: 'lend the open lot, or all on the table to one member' },
  { key: 'U', does: 'take back the last step' },
  { key: 'left, right', does: 'on a lane of the season: a week earlier or later, with Shift a day; Enter keeps it, Esc leaves it' },
  {
    key: 'left, right, G',
    does: 'on a row of the plan of renewals: to the season before or after, to the next garden; H holds it, B bars it',
  },
  { key: 'A to Z', does: 'on a tray that is laid out: paint that letter, with Shift its marker; Space clears' },
  { key: '0 to 9, X', does: 'on a tray that grows: how many are up in the cell; what was lost there' },
  { key: 'Esc', does: 'leave a field or close a sheet' },
  { key: '?', does: 'how this page works, and back' },
] as const;

/** Keys of the seed sheet of a test. */
export const SEED_SHEET_KEYS = [
  { key: 'arrows', does: 'move from seed to seed' },
  { key: 'Space', does: 'mark the seed with the chosen stamp, or take its mark off' },
  { key: 'S A H F M E', does: 'mark it sprouted, abnormal, hard, fresh, mouldy or dead, empty' },
  { key: '0 to 9', does: 'type how many in all instead' },
] as const;
