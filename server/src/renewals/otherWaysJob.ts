import {
  holdTogether,
  type OtherWay,
  otherWays,
  type Renewal,
  type RenewalInput,
  whatHelps,
  type Help,
  type KeepInstead,
} from '@esprel/core';

/** What is asked of one variety, or of all, as plain data for a thread of the pool. */
export type AskedOfPlan =
  | { readonly what: 'others'; readonly input: string; readonly plan: readonly Renewal[]; readonly variety: number }
  | { readonly what: 'helps'; readonly input: string; readonly plan: readonly Renewal[]; readonly keeping: readonly KeepInstead[] };

/** Finds other ways for a variety, or what would help most. */
export default function otherWaysJob(asked: AskedOfPlan): { readonly ways: readonly OtherWay[]; readonly helps: readonly Help[] } {
  const { instance } = holdTogether(JSON.parse(asked.input) as RenewalInput);
  if (asked.what === 'others') return { ways: otherWays(instance, asked.plan, asked.variety), helps: [] };
  return { ways: [], helps: whatHelps(instance.input, asked.plan, asked.keeping) };
}
