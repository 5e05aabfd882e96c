import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { gatherWords, listOf } from '../../scripts/words/gather.mjs';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));
const words = gatherWords(ROOT);
const list = readFileSync(`${ROOT}docs/words.tsv`, 'utf8');

/** What was said oddly once, or by another word than the work has for it. */
const ODD: readonly RegExp[] = [
  /with a word$/i,
  /nobody yet$/i,
  /lend it to be renewed/i,
  /^look again$/i,
  /a square is \d/i,
  /^to decide$/i,
  /\b(please note|in order to|utili[sz]e|click here|successfully|invalid input|an error (has )?occurred|oops)\b/i,
  /\b(user|record|entity|item|database|backend|null|undefined) (was )?(created|updated|deleted|not found)\b/i,
  /!$/,
];

describe('the words', () => {
  it('of every view, label, message and error stand in the list that is read through', () => {
    const listed = new Set(list.trimEnd().split('\n').slice(1));
    const now = listOf(words).trimEnd().split('\n').slice(1);
    expect(now.length).toBeGreaterThan(5000);
    // "npm run words" writes them down: read what is new as somebody whose first language is another.
    expect(now.filter((line) => !listed.has(line))).toEqual([]);
    expect([...listed].filter((line) => !now.includes(line))).toEqual([]);
  });

  it('say nothing of what read oddly', () => {
    expect(words.filter(({ text }) => ODD.some((odd) => odd.test(text))).map(({ file, text }) => `${file}: ${text}`)).toEqual([]);
  });

  it('are found with the view they stand in, whole, with what is filled in as …', () => {
    const of = (text: string) => words.find((w) => w.text === text);
    expect(of('No grower yet')).toMatchObject({ where: 'Renewals', file: 'web/src/renewals/RenewalsView.vue' });
    expect(of('Plan a round of these …')?.where).toBe('Tests');
    expect(of('Only a coordinator may do this. Ask one to.')?.where).toBe('server, http');
    expect(words.some((w) => /SELECT |className|\.vue$/.test(w.text))).toBe(false);
  });
});
