import type { Crop } from '../crops/crop.ts';
import type { TestMethod } from './protocol.ts';
import { type WaitInput, type WaitOrCall, waitOrCall } from './wait.ts';

/** How fast a kind sprouts in a test: its usual days, and the part of its live seed that straggles. */
export interface Pace {
  readonly usualDays: { readonly min: number; readonly max: number };
  readonly slowShare: number;
}

/** Part of the live seed that takes twice the time; Esprel's own figures, after what growers say of these kinds. */
const STRAGGLERS = { umbel: 0.2, hard: 0.25, perennial: 0.15 } as const;

/** The part of a crop's live seed that straggles: umbels, hard seed, and perennials that want cold. */
export function slowShareOf(crop: Pick<Crop, 'family' | 'pretreatments' | 'lifeCycle' | 'chillWeeks' | 'kind'>): number {
  if (crop.pretreatments.includes('scarify')) return STRAGGLERS.hard;
  if (crop.family === 'Apiaceae') return STRAGGLERS.umbel;
  const asleep = crop.chillWeeks > 0 || crop.pretreatments.includes('prechill');
  return crop.lifeCycle === 'perennial' && (asleep || crop.kind === 'tree') ? STRAGGLERS.perennial : 0;
}

/** The pace of a test by its method: on paper the days of the test rules, in cells those in which the crop comes up through soil. */
export function paceOf(
  crop: Pick<
    Crop,
    'family' | 'pretreatments' | 'lifeCycle' | 'chillWeeks' | 'kind' | 'testFirstCountD' | 'testFinalCountD' | 'emergeMinD' | 'emergeMaxD'
  >,
  method: TestMethod,
): Pace {
  const soil = method === 'cells';
  return {
    usualDays: {
      min: soil ? crop.emergeMinD : crop.testFirstCountD,
      max: soil ? Math.max(crop.emergeMaxD, crop.testFinalCountD) : crop.testFinalCountD,
    },
    slowShare: slowShareOf(crop),
  };
}

/** A test in which nothing came is called at this many times its last usual day, at the latest. */
const EMPTY_UNTIL = 1.5;

/** `waitOrCall`, but a test in which nothing is alive is not waited for beyond one and a half times its last usual day. */
export function waitForTest(input: WaitInput, days: readonly number[] = []): WaitOrCall {
  const wait = waitOrCall(input, days);
  if (input.counts.some((c) => c.alive > 0)) return wait;
  const latest = Math.max(Math.ceil(input.today), Math.ceil(EMPTY_UNTIL * input.usualDays.max));
  if (wait.callOn <= latest) return wait;
  return { ...wait, callOn: latest, advice: latest <= input.today ? 'call' : 'wait' };
}
