import { correctionsOf, formatLotCode, parseLotCode } from '../codes/lotCode.ts';
import type { Crop } from '../crops/crop.ts';
import type { LibraryCrop } from '../crops/libraryCrop.ts';
import { addDays, type Day } from '../dates/day.ts';
import { estimateLot } from '../estimates/lotEstimate.ts';
import { paceOf } from '../germination/pace.ts';
import { waitOrCall } from '../germination/wait.ts';
import type { FrostDates } from '../season/frost.ts';
import { cellsOf, trayWarnings, type TrayFill } from '../sowing/tray.ts';
import { plural } from '../words/words.ts';

export const SCENARIO_KINDS = ['call-or-wait', 'lend-or-test', 'which-label', 'one-cover'] as const;
export type ScenarioKind = (typeof SCENARIO_KINDS)[number];

/** A case to be judged, whose truth the program knows because it made it. */
export interface Scenario {
  readonly kind: ScenarioKind;
  readonly question: string;
  /** What is known, in the figures of the real screens. */
  readonly facts: readonly string[];
  readonly options: readonly { readonly key: string; readonly words: string }[];
  readonly right: string;
  /** How it was in truth, and why one could know. */
  readonly because: string;
}

type Random = () => number;
const pick = <T>(rows: readonly T[], random: Random): T => rows[Math.min(rows.length - 1, Math.floor(random() * rows.length))] as T;
const percent = (share: number): string => String(Math.round(share * 100));

/** A share from a beta distribution, by its density on a fine grid: exact enough to make a case. */
function betaShare(alpha: number, beta: number, random: Random): number {
  const steps = 400;
  const logs = Array.from({ length: steps }, (_, i) => {
    const p = (i + 0.5) / steps;
    return (alpha - 1) * Math.log(p) + (beta - 1) * Math.log(1 - p);
  });
  const top = Math.max(...logs);
  const weights = logs.map((l) => Math.exp(l - top));
  let left = random() * weights.reduce((a, b) => a + b, 0);
  const at = weights.findIndex((w) => (left -= w) < 0);
  return ((at < 0 ? steps - 1 : at) + 0.5) / steps;
}
const binomial = (n: number, share: number, random: Random): number =>
  Array.from({ length: n }, () => random()).filter((r) => r < share).length;
/** A standard normal number (Box & Muller 1958). */
const normal = (random: Random): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A test half way through: are more still to come? */
function callOrWait(crop: Crop, random: Random): Scenario {
  const sown = 20;
  const prior = { alpha: 6, beta: 2.5 };
  const { usualDays, slowShare } = paceOf(crop, 'on-paper');
  const share = betaShare(prior.alpha, prior.beta, random);
  const mean = (Math.log(usualDays.min) + Math.log(usualDays.max)) / 2;
  const sd = Math.max(0.1, (Math.log(usualDays.max) - Math.log(usualDays.min)) / (2 * 1.645));
  const pace = Math.exp(0.3 * normal(random));
  const days = Array.from({ length: binomial(sown, share, random) }, () =>
    Math.max(1, Math.round(pace * (random() < slowShare ? 2 : 1) * Math.exp(mean + sd * normal(random)))),
  );
  const today = Math.max(2, Math.round(usualDays.min + (1.5 * usualDays.max - usualDays.min) * random()));
  const looks = [...new Set([Math.max(1, Math.round(today * 0.45)), Math.max(1, Math.round(today * 0.7)), today])];
  const counts = looks.map((day, i) => ({ day, alive: days.filter((d) => d <= day && d > (looks[i - 1] ?? 0)).length }));
  const more = days.filter((d) => d > today).length;
  const said = waitOrCall({ sown, counts, today, prior, usualDays, slowShare });
  const up = counts.reduce((n, c) => n + c.alive, 0);
  return {
    kind: 'call-or-wait',
    question: 'Close this test today, or wait?',
    facts: [
      `${crop.name}, ${plural(sown, 'seed')}, day ${String(today)}. It usually sprouts in ${String(usualDays.min)} to ${plural(usualDays.max, 'day')}.`,
      `Up so far: ${counts.map((c) => `${String(c.alive)} by day ${String(c.day)}`).join(', then ')}; ${String(up)} in all.`,
      `The page expects ${said.expectedMore.toFixed(1)} more (${String(Math.round(said.moreLow))} to ${String(Math.round(said.moreHigh))}).`,
    ],
    options: [
      { key: 'wait', words: 'Wait: at least one is still to come' },
      { key: 'call', words: 'Close it: nothing more will come' },
    ],
    right: more > 0 ? 'wait' : 'call',
    because: `${more === 0 ? 'None came after that' : `${plural(more, 'seed')} came after that`}; in the end ${String(days.length)} of ${String(sown)} sprouted. ${said.advice === 'wait' ? 'The page would have waited' : 'The page would have called it'}: less than half a seed to come is not worth a day.`,
  };
}

/** An old lot with one small test: is it above the line at which it is lent? */
function lendOrTest(crop: Crop, today: Day, frost: FrostDates, random: Random): Scenario {
  const years = 1 + Math.floor(random() * Math.max(3, Math.min(12, crop.halfLifeYears)));
  const start = addDays(today, -365 * years);
  const library: LibraryCrop = { ...crop, lendingThreshold: null, own: [] };
  const facts = {
    crop: library,
    form: 'cleaned' as const,
    acquisition: 'donated' as const,
    start,
    stated: null,
    storage: [{ from: start, temperatureC: 17, rhPercent: 50 }],
    sowings: [],
    threshold: 0.7,
  };
  const before = estimateLot({ ...facts, tests: [] }, today, frost).today;
  // The truth is one of those that the estimate before the test holds possible, as likely as it holds it.
  const truth = betaShare(before.alpha ?? 1, before.beta ?? 1, random);
  const sown = pick([10, 20, 30], random);
  const alive = binomial(sown, truth, random);
  const after = estimateLot({ ...facts, tests: [{ date: today, sown, alive }] }, today, frost).today;
  return {
    kind: 'lend-or-test',
    question: 'Are more than 70 of 100 of these seeds alive, so that it can be lent as it is?',
    facts: [
      `${crop.name}, a gift, ${plural(years, 'year')} old, kept in an ordinary room.`,
      `Tested today: ${String(alive)} of ${String(sown)} alive.`,
      `The sheet says ${percent(after.median)} % alive (${percent(after.low)} to ${percent(after.high)}).`,
    ],
    options: [
      { key: 'lend', words: 'Yes: lend it' },
      { key: 'test', words: 'No: sow thicker, or test more' },
    ],
    right: truth >= 0.7 ? 'lend' : 'test',
    because: `In truth ${percent(truth)} of 100 are alive. The sheet gave a chance of ${percent(after.atLeast ?? 0)} in 100 that it is 70 or more.`,
  };
}

/** Four envelopes, one label misread. */
function whichLabel(crops: readonly Crop[], random: Random): Scenario {
  const codes = Array.from({ length: 4 }, () => formatLotCode(pick(crops, random).letters, 1 + Math.floor(random() * 480)));
  const at = Math.floor(random() * codes.length);
  const good = codes[at] as string;
  let bad = good;
  // One digit is another, or two are changed about, as they are when a label is copied by hand.
  while (parseLotCode(bad) !== null) {
    const digits = good.slice(3, 6).split('');
    const i = Math.floor(random() * 3);
    if (random() < 0.5) digits[i] = String((Number(digits[i]) + 1 + Math.floor(random() * 9)) % 10);
    else digits.push(...digits.splice(i, 1));
    bad = `${good.slice(0, 3)}${digits.join('')}${good.slice(6)}`;
  }
  const shown = codes.map((c, i) => (i === at ? bad : c));
  const meant = correctionsOf(bad).map((c) => c.code);
  return {
    kind: 'which-label',
    question: 'One of these four labels was copied wrongly. Which?',
    facts: ['The last letter of a code is worked out from the rest. Type a code into the field at the top, and it says whether it fits.'],
    options: shown.map((c) => ({ key: c, words: c })),
    right: bad,
    because: `${bad} cannot be: its last letter does not fit.${meant.includes(good) ? ` It was ${good}.` : ''} Nobody sees that by eye; scan or type the code.`,
  };
}

/** Three that go together under one cover, and one that does not. */
function oneCover(crops: readonly Crop[], random: Random): Scenario | null {
  const shape = { rows: 2, columns: 2, gaps: [] };
  const fillOf = (crop: Crop, letter: string): TrayFill => ({
    letter,
    variety: crop.name,
    cropKey: crop.key,
    seedsPerCell: 1,
    available: 100,
    crop,
  });
  const clash = (some: readonly Crop[]): string | null => {
    const fills = some.map((c, i) => fillOf(c, 'ABCD'[i] as string));
    const map = Array.from({ length: cellsOf(shape) }, (_, i) => (fills[i] ? { letter: fills[i].letter, marker: false } : null));
    const found = trayWarnings(map, shape, fills).find(
      (w) => ['warmth', 'light', 'pace'].includes(w.kind) && w.title !== 'One likes it much warmer',
    );
    return found?.text ?? null;
  };
  for (let tries = 0; tries < 60; tries++) {
    const some: Crop[] = [];
    for (let i = 0; i < 40 && some.length < 3; i++) {
      const c = pick(crops, random);
      if (!some.includes(c) && clash([...some, c]) === null) some.push(c);
    }
    const odd = pick(crops, random);
    const why = some.length === 3 && !some.includes(odd) ? clash([...some, odd]) : null;
    // Only where taking this one away mends it, and no other would.
    if (why === null || some.some((c) => clash([...some.filter((s) => s !== c), odd]) === null)) continue;
    const at = Math.floor(random() * 4);
    const shown = [...some.slice(0, at), odd, ...some.slice(at)];
    return {
      kind: 'one-cover',
      question: 'These four are to stand on one tray under one cover. Which does not belong?',
      facts: shown.map(
        (c) =>
          `${c.name}: best at ${String(c.soilOptLowC)} to ${String(c.soilOptHighC)} °C, up in ${String(c.emergeMinD)} to ${plural(c.emergeMaxD, 'day')}${c.lightNeed === 'light' ? ', needs light' : c.lightNeed === 'dark' ? ', in the dark' : ''}.`,
      ),
      options: shown.map((c) => ({ key: c.key, words: c.name })),
      right: odd.key,
      because: why.replace(/ Put [A-D].*$/, '').replace(/ Cover [A-D].*$/, ''),
    };
  }
  return null;
}

/**
 * Makes a case of a kind, whose truth is drawn from what the program itself holds likely: who is as sure as its figures say is right as often
 * as they say. `crops` are those of the library; `random` gives numbers from 0 to below 1.
 */
export function makeScenario(
  kind: ScenarioKind,
  {
    crops,
    today,
    frost,
    random,
  }: { readonly crops: readonly Crop[]; readonly today: Day; readonly frost: FrostDates; readonly random: Random },
): Scenario {
  const tested = crops.filter((c) => c.storageBehaviour === 'orthodox' && c.testFinalCountD > c.testFirstCountD && c.halfLifeYears >= 2);
  switch (kind) {
    case 'call-or-wait':
      return callOrWait(pick(tested, random), random);
    case 'lend-or-test':
      return lendOrTest(pick(tested, random), today, frost, random);
    case 'which-label':
      return whichLabel(crops, random);
    case 'one-cover':
      return oneCover(crops, random) ?? whichLabel(crops, random);
  }
}

/** An answer, with how sure somebody was of it (a share from 0.5 to 1). */
export interface Answered {
  readonly sure: number;
  readonly right: boolean;
}

/** How sure one can say to be. */
export const SURE = [0.5, 0.7, 0.9, 0.99] as const;

export interface Calibrated {
  readonly sure: number;
  readonly n: number;
  readonly right: number;
}

/** How often somebody was right, by how sure they were. */
export function calibrated(answers: readonly Answered[]): Calibrated[] {
  return SURE.map((sure) => {
    const of = answers.filter((a) => a.sure === sure);
    return { sure, n: of.length, right: of.filter((a) => a.right).length };
  }).filter((c) => c.n > 0);
}

/** What that says, in a sentence; null while there are too few answers to say anything. */
export function calibrationWords(answers: readonly Answered[]): string | null {
  if (answers.length < 10) return null;
  const said = answers.reduce((n, a) => n + a.sure, 0) / answers.length;
  const right = answers.filter((a) => a.right).length / answers.length;
  // Luck alone puts ten or twenty answers off by a tenth.
  const luck = 1.3 * Math.sqrt(0.2 / answers.length);
  if (said - right > luck) return `You were surer than you were right: ${percent(said)} in 100 sure, ${percent(right)} right.`;
  if (right - said > luck) return `You were right more often than you thought: ${percent(said)} in 100 sure, ${percent(right)} right.`;
  return `You are about as often right as you are sure: ${percent(said)} in 100 sure, ${percent(right)} right.`;
}
