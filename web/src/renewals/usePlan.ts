import { renewalsApi, type RenewalRowShown, type RenewalsPage } from '@esprel/core/api';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { useChanges } from '../base/changes.ts';

/** The plan as it is shown, for the table and for whatever sheet stands beside it; and what can be done with a row. */
export const useRenewalPlan = defineStore('renewalPlan', () => {
  const page = shallowRef<RenewalsPage | null>(null);
  const changes = useChanges();
  /** The row that was moved by the keys: where it comes to stand it is in focus again. */
  const follows = shallowRef<{ readonly varietyId: number; readonly gardenId: number; readonly season: number } | null>(null);

  /** Holds a row where it is, or where it moves to. What cannot hold is said by the last step. */
  async function hold(
    varietyId: number,
    to: { readonly gardenId: number; readonly season: number; readonly covered: boolean; readonly version: number },
    from: { readonly gardenId: number; readonly season: number } | null = null,
  ): Promise<boolean> {
    const moves = from !== null && (from.gardenId !== to.gardenId || from.season !== to.season);
    const body = { varietyId, gardenId: to.gardenId, season: to.season, covered: to.covered, what: 'hold' as const, version: to.version };
    return (
      (await changes.make(renewalsApi.say, {}, moves ? { ...body, from: { gardenId: from.gardenId, season: from.season } } : body)) !== null
    );
  }

  function loosen(r: RenewalRowShown): Promise<unknown> {
    const { varietyId, gardenId, season, version } = r;
    return changes.make(renewalsApi.say, {}, { varietyId, gardenId, season, what: 'loosen', version });
  }

  /** Not there, not then; nowhere where no garden is named, never where no season is. */
  function bar(varietyId: number, gardenId: number | null, season: number | null, version: number): Promise<unknown> {
    return changes.make(renewalsApi.say, {}, { varietyId, gardenId, season, what: 'bar', version });
  }

  const versionAt = (varietyId: number, gardenId: number, season: number): number =>
    page.value?.varieties.find((v) => v.varietyId === varietyId)?.rows.find((r) => r.gardenId === gardenId && r.season === season)
      ?.version ?? 0;

  return { page, follows, found: computed(() => page.value?.found ?? ''), hold, loosen, bar, versionAt };
});

/** How a row stands, in a word: what was found by the program needs none. */
export const STATE_WORDS = { found: '', held: 'held', asked: 'asked', yes: 'agreed', taken: 'taken' } as const;
export const APART_SHORT = { open: '', bagged: 'bagged', caged: 'caged', tied: 'tied' } as const;

/** "Quarry Foot, Hjalma": the garden, and who grows there by the first name. */
export function rowName(r: Pick<RenewalRowShown, 'garden' | 'grower'>): string {
  const first = r.grower?.split(' ')[0];
  return first === undefined || r.garden.includes(first) ? r.garden : `${r.garden}, ${first}`;
}

/** A share as "93 %". */
export const percent = (share: number): string => `${String(Math.round(100 * share))} %`;
export const shareLook = (share: number): 'look-good' | 'look-some' | 'look-much' =>
  share >= 0.85 ? 'look-good' : share >= 0.4 ? 'look-some' : 'look-much';
