import { addDays, type Day } from '../dates/day.ts';
import { chillLooks } from './chill.ts';
import type { TestProtocol } from './protocol.ts';

/** The last step of every preparation: the seed goes into the warm, and the days of the test begin. */
export const WARM_STEP = 'warm';

/** A step of preparation as it is planned: what to do, and how long until the next step. */
export interface PlannedStep {
  readonly step: string;
  readonly words: string;
  readonly days: number;
}

/** A step with the day it is due. */
export interface DatedStep extends PlannedStep {
  readonly number: number;
  readonly due: Day;
  readonly doneOn: Day | null;
}

/**
 * The steps that lead a test into the warm, whole days each; part days of steps on end are added up before they are rounded up.
 * When whoever tests allows another number of days in all, the longest step takes the difference.
 */
export function stepsOf(protocol: TestProtocol, preparationDays: number = protocol.preparationDays): PlannedStep[] {
  let sum = 0;
  const steps = protocol.preparation.map((p) => {
    const before = Math.ceil(sum);
    sum += p.days;
    return { step: p.step, words: p.words, days: Math.ceil(sum) - before };
  });
  const off = preparationDays - protocol.preparationDays;
  if (off !== 0) {
    const longest = steps.reduce((best, s, i) => (s.days > (steps[best]?.days ?? -1) ? i : best), 0);
    const there = steps[longest];
    if (there) steps[longest] = { ...there, days: Math.max(0, there.days + off) };
    else steps.push({ step: 'prepare', words: 'prepare the seed', days: off });
  }
  return [...steps, { step: WARM_STEP, words: 'lay it in the warm', days: 0 }];
}

/** The steps with the days they are due: each as many days after the one before as that takes, from when that was really done. */
export function datedSteps(startOn: Day, steps: readonly (PlannedStep & { readonly doneOn: Day | null })[]): DatedStep[] {
  let due = startOn;
  return steps.map((s, i) => {
    const here = { ...s, number: i + 1, due };
    due = addDays(s.doneOn ?? due, s.days);
    return here;
  });
}

/** Steps in the cold during which seed may sprout before its time. */
const COLD_STEPS = new Set(['prechill']);

/** Days on which seed in the cold is looked at: weekly through the last third of the step, because it may sprout there. */
export function coldLooks(step: DatedStep): Day[] {
  return COLD_STEPS.has(step.step) && step.doneOn !== null ? chillLooks(step.doneOn, step.days / 7) : [];
}

/** What is to be done next of a preparation: the next step, or a look into the cold before it. Null once all is done. */
export function nextStep(
  steps: readonly DatedStep[],
  lastCountedOn: Day | null,
): { readonly kind: 'step' | 'look'; readonly due: Day; readonly step: DatedStep } | null {
  const next = steps.find((s) => s.doneOn === null);
  if (!next) return null;
  const before = steps[next.number - 2];
  const look = before ? coldLooks(before).find((day) => day < next.due && (lastCountedOn === null || day > lastCountedOn)) : undefined;
  return look === undefined || before === undefined
    ? { kind: 'step', due: next.due, step: next }
    : { kind: 'look', due: look, step: before };
}

/** What counts that were due and not made cost: sentences, empty when none was missed. */
export function missedCounts(countDays: readonly number[], counted: readonly number[], today: number): string[] {
  const missed = countDays.filter((day, i) => {
    const next = countDays[i + 1] ?? Infinity;
    return day < today && !counted.some((c) => c >= day && c < next) && today >= Math.min(next, day + 2);
  });
  if (missed.length === 0) return [];
  const days = missed.length === 1 ? `day ${String(missed[0])}` : `days ${missed.slice(0, -1).join(', ')} and ${String(missed.at(-1))}`;
  const first = missed[0] === countDays[0];
  return [
    `Nobody counted on ${days}. How many are alive stays exact; how fast they came is known less well${first ? ', and mould may have spread unseen' : ''}.`,
  ];
}
