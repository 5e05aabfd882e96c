import { NOTHING_LEFT, type Verdict, VERDICT_WORDS } from '@esprel/core';

/** How a state looks: its word, its colour, and a small drawn shape, so that colour is never the only sign. */
export interface Look {
  readonly words: string;
  readonly colour: string;
  readonly soft: string;
  readonly shape: 'disc' | 'half' | 'dashed' | 'triangle' | 'cross' | 'leaf' | 'box' | 'none';
}

const GOOD = { colour: 'var(--good)', soft: 'var(--good-soft)' };
const WATCH = { colour: 'var(--watch)', soft: 'var(--watch-soft)' };
const ACT = { colour: 'var(--act)', soft: 'var(--act-soft)' };
const ACTION = { colour: 'var(--action)', soft: 'var(--action-soft)' };
const ASLEEP = { colour: 'var(--asleep)', soft: 'var(--asleep-soft)' };
const UNKNOWN = { colour: 'var(--unknown)', soft: 'var(--wash)' };

const LOOKS: Readonly<Record<Verdict | 'quarantine' | typeof NOTHING_LEFT, Look>> = {
  [NOTHING_LEFT]: { ...UNKNOWN, words: 'Nothing left', shape: 'none' },
  lend: { ...GOOD, words: VERDICT_WORDS.lend, shape: 'disc' },
  'sow-thicker': { ...WATCH, words: VERDICT_WORDS['sow-thicker'], shape: 'half' },
  'test-first': { ...ACTION, words: VERDICT_WORDS['test-first'], shape: 'dashed' },
  renew: { ...ACT, words: VERDICT_WORDS.renew, shape: 'triangle' },
  rescue: { ...ACT, words: VERDICT_WORDS.rescue, shape: 'cross' },
  'let-go': { ...UNKNOWN, words: VERDICT_WORDS['let-go'], shape: 'leaf' },
  quarantine: { ...ASLEEP, words: 'In quarantine', shape: 'box' },
};

export function verdictLook(verdict: string | null | undefined): Look {
  return LOOKS[(verdict ?? '') as Verdict] ?? { ...UNKNOWN, words: 'not judged yet', shape: 'none' };
}
