import type { Day } from '../dates/day.ts';
import { monthDay } from '../dates/dayWords.ts';
import type { DateOrder } from '../units.ts';
import { capital, plural } from '../words/words.ts';
import type { MessagePurpose } from './reach.ts';

/** What the program has words for, what cannot wait first. They are read and sent by people. */
export const MESSAGE_KINDS = ['packet-ready', 'name-corrected', 'overdue', 'promise-due', 'who-can-grow', 'swap-thanks'] as const;
export type MessageKind = (typeof MESSAGE_KINDS)[number];

export const MESSAGE_FACTS: Readonly<Record<MessageKind, { readonly words: string; readonly purpose: MessagePurpose }>> = {
  'promise-due': { words: 'a promise is due within a month', purpose: 'promises' },
  overdue: { words: 'a promise is over its day', purpose: 'promises' },
  'packet-ready': { words: 'a packet lies ready', purpose: 'packets' },
  'name-corrected': { words: 'what was lent is called something else', purpose: 'packets' },
  'who-can-grow': { words: 'who can grow this?', purpose: 'growing' },
  'swap-thanks': { words: 'thanks after a swap day', purpose: 'days' },
};

/** How somebody is told. */
export const MESSAGE_WAYS = ['email', 'letter', 'in-person'] as const;
export type MessageWay = (typeof MESSAGE_WAYS)[number];
export const MESSAGE_WAY_WORDS: Readonly<Record<MessageWay, string>> = {
  email: 'by e-mail',
  letter: 'as a letter',
  'in-person': 'told in person',
};

/** One matter of a message: a promise, a packet, a correction, a variety that needs growers; or a swap day, which has the place of the variety. */
export interface Matter {
  readonly variety: string;
  readonly crop: string;
  /** Seeds that were promised; null for some. */
  readonly promisedSeeds: number | null;
  /** By when it is promised, or until when a packet waits. */
  readonly day: Day | null;
  /** What was put right, or what a variety needs, in a sentence. */
  readonly words: string | null;
}

export interface MessageAbout {
  readonly called: string;
  readonly libraryName: string;
  /** "Tuesday and Friday"; null where any day will do. */
  readonly openOn: string | null;
  readonly dateOrder: DateOrder;
  readonly today: Day;
  /** Where their page is; null where it has no address. */
  readonly page: string | null;
}

const listed = (lines: readonly string[]): string => lines.map((l) => `- ${l}`).join('\n');
const named = (m: Matter): string => `${m.variety} (${m.crop.toLowerCase().replace(/ \(.*\)/, '')})`;

/** Subject and text of a message to one member about one or more matters of a kind. Throws nothing; `matters` holds one at the least. */
export function messageFor(
  kind: MessageKind,
  matters: readonly [Matter, ...Matter[]],
  about: MessageAbout,
): { readonly subject: string; readonly text: string } {
  const day = (d: Day | null): string => (d === null ? '' : monthDay(d, about.dateOrder, about.today));
  const [first] = matters;
  const several = matters.length > 1;
  const open = about.openOn === null ? '' : ` We are there on ${about.openOn}.`;
  const amount = (m: Matter): string => (m.promisedSeeds === null ? 'some seed' : plural(m.promisedSeeds, 'seed'));
  const page = about.page === null ? '' : `\n\nOn your page you can say so too: ${about.page}`;
  const dear = `Dear ${about.called},\n\n`;
  const ends = `\n\nWith thanks,\n${about.libraryName}`;
  switch (kind) {
    case 'promise-due':
      return {
        subject: several ? 'Seed that you promised' : `Your ${first.variety}, promised by ${day(first.day)}`,
        text: `${dear}you grow seed for all of us; thank you for that. Promised for the coming weeks:\n\n${listed(
          matters.map((m) => `${named(m)}: ${amount(m)} by ${day(m.day)}`),
        )}\n\nDry and with its name on the bag is all that it needs.${open}\n\nIf it did not work out, tell us how it went: a crop that failed is worth knowing, and nobody is cross.${page}${ends}`,
      };
    case 'overdue':
      return {
        subject: several ? 'How did it go with the seed?' : `How did it go with ${first.variety}?`,
        text: `${dear}some time ago you took seed along and hoped to bring some back:\n\n${listed(
          matters.map((m) => `${named(m)}: ${amount(m)} by ${day(m.day)}`),
        )}\n\nHow did it go? If there is seed, we look forward to it. If slugs, frost or the weather had it, tell us in a word: that is worth knowing too, and then the promise is let go.${open}${page}${ends}`,
      };
    case 'packet-ready':
      return {
        subject: several ? 'Your packets lie ready' : `Your ${first.variety} lies ready`,
        text: `${dear}what you asked for lies ready for you:\n\n${listed(
          matters.map((m) => `${named(m)}, until ${day(m.day)}`),
        )}\n\nBring your card.${open} If you no longer need it, say so, and it goes to whoever waits next.${ends}`,
      };
    case 'name-corrected':
      return {
        subject: several ? 'Names that were put right' : `${first.variety}: a name was put right`,
        text: `${dear}we found out more about seed that you have from us:\n\n${listed(
          matters.map((m) => `${named(m)}: ${m.words ?? ''}`),
        )}\n\nPlease write it on the packet or the label. If you have seen something of it yourself, tell us.${ends}`,
      };
    case 'who-can-grow':
      return {
        subject: several ? 'Could you grow one of these?' : `Could you grow ${first.variety}?`,
        text: `${dear}this needs somebody to grow it on, or it will be lost:\n\n${listed(
          matters.map((m) => `${named(m)}${m.words === null ? '' : `: ${m.words}`}`),
        )}\n\nCould you? Yes, no, or another one: each answer helps us to plan.${page}${ends}`,
      };
    case 'swap-thanks':
      return {
        subject: several ? 'Thank you for coming' : `Thank you for coming: ${first.variety}`,
        text: `${dear}thank you for coming:\n\n${listed(
          matters.map((m) => `${m.variety}, ${day(m.day)}${m.words === null ? '' : `: ${m.words}`}`),
        )}\n\nTell us how it grows: a word about what came up, or did not, tells us how alive the rest still is.${page}${ends}`,
      };
  }
}

/** What stands below every e-mail: why it came, and how it stops. */
export function howToStop(kind: MessageKind, libraryName: string, page: string | null): string {
  const where = page === null ? 'say so at the desk' : `change it on your page, under The library: ${page}`;
  return `--\nYou have this because you agreed that ${libraryName} may write to you: ${MESSAGE_FACTS[kind].words}. To stop it, answer with the word stop, or ${where}`;
}

/** "Tuesday and Friday"; null for no day. */
export function openWords(days: readonly number[]): string | null {
  const names = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
  const said = [...days].sort((a, b) => a - b).map((d) => names[d] ?? '');
  return said.length === 0 ? null : capital(said.join(' and '));
}

/** Whoever promised seed is asked so many days before: time enough to dry it. */
export const ASKED_BEFORE_DAYS = 30;
/** Days in which nobody gets more than one message that goes by itself. */
export const QUIET_DAYS = 7;
