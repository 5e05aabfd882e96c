import { describe, expect, it } from 'vitest';
import { howToStop, type Matter, MESSAGE_KINDS, messageFor, openWords } from './messages.ts';

const about = {
  called: 'Brisa',
  libraryName: 'Osierbeck Seed Library',
  openOn: openWords([5, 2]),
  dateOrder: 'day-month',
  today: '2027-03-14',
  page: 'https://seed.example/my/',
} as const;
const red: Matter = { variety: 'Tollgate Red', crop: 'Tomato', promisedSeeds: 80, day: '2027-03-20', words: null };
const keeper: Matter = {
  variety: 'Weir Keeper',
  crop: 'Onion (bulb)',
  promisedSeeds: null,
  day: '2026-11-30',
  words: 'it is Marl Pit Keeper',
};

describe('a message', () => {
  it('is plain and kind, and says what, by when and what if not', () => {
    const { subject, text } = messageFor('overdue', [keeper], about);
    expect(subject).toBe('How did it go with Weir Keeper?');
    expect(text).toContain('Dear Brisa,');
    expect(text).toContain('- Weir Keeper (onion): some seed by 30 November 2026');
    expect(text).toContain('that is worth knowing too');
    expect(text).toContain('We are there on Tuesday and Friday.');
    expect(text).toContain('https://seed.example/my/');
    expect(text.trimEnd().endsWith('Osierbeck Seed Library')).toBe(true);
  });

  it('puts all matters of a kind into one, and has words for every kind', () => {
    for (const kind of MESSAGE_KINDS) {
      const { subject, text } = messageFor(kind, [red, keeper], { ...about, openOn: null, page: null });
      expect(`${subject} ${text}`).not.toMatch(/undefined|null|NaN|\(\)| {2}/);
      expect(text.match(/^- /gm)).toHaveLength(2);
      expect(howToStop(kind, about.libraryName, null)).toMatch(/To stop it, .*say so at the desk$/);
    }
    expect(messageFor('promise-due', [red], about).subject).toBe('Your Tollgate Red, promised by 20 March');
  });
});
